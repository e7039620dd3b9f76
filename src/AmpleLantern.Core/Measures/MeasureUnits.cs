using System.Globalization;
using System.Text.RegularExpressions;
using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Measures;

/// <summary>A unit a measure can be shown and entered in.</summary>
/// <param name="Of">The unit its measures are kept in, as the measures have it.</param>
/// <param name="Unit">What is written behind a value.</param>
/// <param name="Each">How many of it make one of the unit it is kept in.</param>
/// <param name="Decimals">Digits behind the point that are shown.</param>
/// <param name="Words">What else is written for it, small letters.</param>
/// <param name="System">Where it is the one that is shown; null where it is only understood.</param>
[Kind("units", "unit")]
public sealed record UnitShown(
    string Id,
    Source Source,
    string Of,
    string Unit,
    double Each,
    int Decimals,
    IReadOnlyList<string> Words,
    string? System = null
) : IKnown
{
    /// <summary>A value that is kept, as it is shown.</summary>
    public double ToShown(double kept) => Math.Round(kept * Each, Decimals);

    public double ToKept(double shown) => shown / Each;
}

/// <summary>Measures in the units a practice reads.</summary>
public static partial class MeasureUnits
{
    extension(KnowledgeBase knowledge)
    {
        public Catalogue<UnitShown> Units => knowledge.Of<UnitShown>();

        /// <summary>The systems there are to choose from, the one everything is kept in first.</summary>
        public IReadOnlyList<string> UnitSystems => [.. knowledge.Units.All.Select(u => u.System).OfType<string>().Distinct()];

        /// <summary>The same knowledge, its measures shown in another system; values stay as they are kept.</summary>
        /// <param name="system">Null for the one everything is kept in.</param>
        public KnowledgeBase ShownIn(string? system) =>
            system is null || system == knowledge.UnitSystems[0]
                ? knowledge
                : knowledge.With(
                    knowledge.Measures.Of([
                        .. knowledge.Measures.All.Select(m =>
                            m with
                            {
                                Shown = knowledge.Units.All.FirstOrDefault(u => u.System == system && u.Of == m.Unit),
                            }
                        ),
                    ])
                );
    }

    /// <summary>Reads what was written of a measure: a number, alone or with a unit that is known of it.</summary>
    /// <returns>The value as it is kept.</returns>
    /// <exception cref="RefusalException">It is no number, its unit is another's, or no such measure can be.</exception>
    public static double Read(Measure measure, string text, KnowledgeBase knowledge)
    {
        var written = Written().Match(text);
        var units = knowledge.Units.All.Where(u => u.Of == measure.Unit).ToList();
        var unit = written.Groups["unit"].Value.Trim().ToLowerInvariant();
        var known = unit.Length == 0 ? measure.Shown : units.FirstOrDefault(u => u.Unit == unit || u.Words.Contains(unit));
        var usable =
            written.Success
            && (known is not null || unit.Length == 0 || string.Equals(unit, measure.Unit, StringComparison.OrdinalIgnoreCase))
            && double.TryParse(written.Groups["number"].Value.Replace(',', '.'), NumberStyles.Float, CultureInfo.InvariantCulture, out _);
        var said = string.Join(" or ", units.Select(u => u.Unit).Append(measure.Unit).Where(u => u.Length > 0).Distinct());
        RefusalException.Unless(
            usable,
            "cannot-be-read",
            $"\"{text.Trim()}\" is no value of {measure.Name}. Write a number{(said.Length > 0 ? $", in {said}" : "")}.",
            "/text"
        );
        var number = double.Parse(written.Groups["number"].Value.Replace(',', '.'), CultureInfo.InvariantCulture);
        var value = Math.Round(known?.ToKept(number) ?? number, 2);
        ChangeJudge.Check(measure, value, "/text");
        return value;
    }

    [GeneratedRegex(@"^\s*(?<number>-?\d{1,9}([.,]\d{1,9})?)\s*(?<unit>[^\d\s.,-][^\d]{0,19})?$")]
    private static partial Regex Written();
}
