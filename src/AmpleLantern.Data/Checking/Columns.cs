using System.Data.Common;
using System.Globalization;
using System.Text;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Outcomes;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Data.Records;
using AmpleLantern.Exchange;
using AmpleLantern.Exchange.Ask;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;

namespace AmpleLantern.Data.Checking;

/// <summary>A column of a row that cannot be read, and why.</summary>
public sealed record OddColumn(IProperty Property, string Why);

/// <summary>What can take the place of a column that cannot be read.</summary>
/// <param name="Said">In words.</param>
public sealed record Replacement(object? Value, string Said);

/// <summary>Reads rows column by column, by the model's own ways of reading.</summary>
internal static class Columns
{
    /// <summary>What stands in an empty list or note, where the database has no default of its own.</summary>
    private static readonly Dictionary<string, string> Empty = new()
    {
        [nameof(Visit.CheckIn)] = "[]",
        [nameof(Visit.Cards)] = "[]",
        [nameof(Visit.Interviews)] = "[]",
        [nameof(Visit.Overrides)] = "[]",
        [nameof(Visit.Ratings)] = "[]",
        [nameof(Visit.Note)] = OpenJson.Write(NoteEdits.None),
        [nameof(ClientRecord.Measures)] = "{}",
        [nameof(ClientRecord.Clearances)] = "[]",
        [nameof(IntakeLink.Answers)] = "[]",
        [nameof(IntakeLink.Lists)] = "[]",
    };

    /// <summary>What a column is called where its own name says little.</summary>
    private static readonly Dictionary<string, string> Names = new()
    {
        [nameof(Visit.CheckIn)] = "answers of the day",
        [nameof(Visit.At)] = "time",
        [nameof(Visit.Cards)] = "cards answered",
        [nameof(Visit.Date)] = "day",
        [nameof(IntakeLink.Lists)] = "lists gone through",
        [nameof(Visit.Seal)] = "record as signed",
        [nameof(Staff.Working)] = "weight and limits",
        [nameof(ClientFact.Detail)] = "details",
    };

    public static string Called(IProperty property) =>
        Names.GetValueOrDefault(property.Name)
        ?? string.Concat(property.Name.Select((c, i) => char.IsUpper(c) ? (i > 0 ? " " : "") + char.ToLowerInvariant(c) : $"{c}"));

    private const int LongestShown = 40;

    public static IReadOnlyList<OddColumn> Wrong(IEntityType type, DbDataReader row) =>
        [.. type.GetProperties().Select(p => new OddColumn(p, Fault(p, row[p.GetColumnName()]) ?? "")).Where(c => c.Why.Length > 0)];

    /// <param name="knowledge">Null where only the words are asked for.</param>
    public static Replacement? Instead(IEntityType type, IProperty property, PracticeKnowledge? knowledge) =>
        property switch
        {
            // A moment says that something has happened (left, cancelled, retired, used): taken out, it would not have.
            { IsNullable: true } when Nullable.GetUnderlyingType(property.ClrType) != typeof(NodaTime.Instant) => new(
                null,
                "Take it out; it is asked for anew."
            ),
            _ when Empty.TryGetValue(property.Name, out var empty) => new(
                empty,
                "Begin it anew, empty: answers are asked for again, and reasons given again."
            ),
            { Name: nameof(Visit.Plan) } when type.ClrType == typeof(Visit) => new(
                knowledge is null
                    ? null
                    : PackedJson.Write(FlowPlans.Blank(knowledge, knowledge.HouseSchool) with { Name = "A plan that could not be read" }),
                "Put an opening and a closing in its place; choose a plan anew."
            ),
            { Name: nameof(ClientFact.Status) } => new(
                nameof(FactStatus.Known),
                "Read it as known, which is the strict reading, and ask anew."
            ),
            _ => null,
        };

    private static string? Fault(IProperty property, object raw)
    {
        if (raw is DBNull)
        {
            return property.IsNullable ? null : "it is empty.";
        }

        try
        {
            var converter = property.GetTypeMapping().Converter;
            var wanted = converter?.ProviderClrType ?? property.ClrType;
            var value = As(Nullable.GetUnderlyingType(wanted) ?? wanted, raw);
            _ = converter?.ConvertFromProvider(value);
            return null;
        }
        catch (System.Text.Json.JsonException)
        {
            return "it is cut off or damaged.";
        }
        catch (Exception e) when (Rows.IsOfTheRow(e))
        {
            return raw is string text && text.Length < LongestShown ? $"\"{text}\" is none of what can stand there." : e.Message;
        }
    }

    private static object As(Type wanted, object raw) =>
        raw switch
        {
            string text when wanted == typeof(byte[]) => Encoding.UTF8.GetBytes(text),
            byte[] bytes when wanted == typeof(string) => Encoding.UTF8.GetString(bytes),
            _ when wanted == typeof(Guid) => Guid.Parse((string)raw),
            _ when wanted == typeof(DateTimeOffset) || wanted == typeof(byte[]) || wanted == raw.GetType() => raw,
            _ => Convert.ChangeType(raw, wanted, CultureInfo.InvariantCulture),
        };
}
