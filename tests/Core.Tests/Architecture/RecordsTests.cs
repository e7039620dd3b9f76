using AmpleLantern.Core.Knowledge;
using AmpleLantern.Exchange;
using AmpleLantern.Web.Atlas;

namespace AmpleLantern.Core.Tests.Architecture;

/// <summary>Nobody counts to the fourteenth place: what has more than twelve parts names each where it is made.</summary>
public class RecordsTests
{
    private const int Most = 12;

    /// <summary>Read from an address, which the framework does by the places of a constructor.</summary>
    private static readonly Type[] ByPlace = [typeof(ChartQuery)];

    [Fact]
    public void A_record_of_more_than_twelve_parts_names_them()
    {
        var records = new[] { typeof(KnowledgeBase), typeof(OpenJson), typeof(ChartQuery) }
            .SelectMany(t => t.Assembly.GetTypes())
            .Where(t => t.GetMethod("<Clone>$") is not null)
            .ToList();
        Assert.True(records.Count > 200, $"only {records.Count} records were found");
        Assert.Equal(
            ByPlace,
            records.Where(t => t.GetConstructors().Any(c => c.GetParameters().Length > Most)).OrderBy(t => t.Name, StringComparer.Ordinal)
        );
    }
}
