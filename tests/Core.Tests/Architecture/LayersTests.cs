using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Screening;
using AmpleLantern.Data;
using AmpleLantern.Devices;
using AmpleLantern.Exchange;
using AmpleLantern.Web.Access;
using ArchUnitNET.Domain;
using ArchUnitNET.Loader;
using ArchUnitNET.xUnitV3;
using static ArchUnitNET.Fluent.ArchRuleDefinition;

namespace AmpleLantern.Core.Tests.Architecture;

/// <summary>Dependencies point one way: Web -> Data, Devices, Exchange -> Core, and Ask -> Exchange.</summary>
public class LayersTests
{
    private static readonly ArchUnitNET.Domain.Architecture All = new ArchLoader()
        .LoadAssemblies(
            typeof(RefusalException).Assembly,
            typeof(Exchange.OpenJson).Assembly,
            typeof(Devices.IPressureMat).Assembly,
            typeof(Data.LanternDb).Assembly,
            typeof(global::Program).Assembly
        )
        .Build();

    [Theory]
    [InlineData("AmpleLantern.Core", "AmpleLantern.(Exchange|Devices|Data|Web|Ask)")]
    [InlineData("AmpleLantern.Devices", "AmpleLantern.(Exchange|Data|Web|Ask)")]
    [InlineData("AmpleLantern.Exchange", "AmpleLantern.(Data|Web|Ask)")]
    [InlineData("AmpleLantern.Data", "AmpleLantern.(Web|Ask)")]
    public void A_layer_knows_nothing_of_those_above_it(string below, string above) =>
        Types()
            .That()
            .ResideInNamespaceMatching($"^{below}")
            .Should()
            .NotDependOnAny(Types().That().ResideInNamespaceMatching($"^{above}"))
            .WithoutRequiringPositiveResults()
            .Check(All);

    [Fact]
    public void Core_does_no_input_or_output_and_knows_no_clock_web_or_database()
    {
        // Solver, linear algebra and how names are read and are apart are pure computation too (docs/decisions/0013, 0015 and 0040).
        string[] allowed =
        [
            "System",
            "NodaTime",
            "AmpleLantern.Core",
            "Google.OrTools",
            "Google.Protobuf",
            "MathNet.Numerics",
            "F23.StringSimilarity",
            "AnyAscii",
        ];
        var used = typeof(RefusalException).Assembly.GetReferencedAssemblies().Select(a => a.Name!).ToList();
        Assert.All(used, name => Assert.Contains(allowed, a => name.StartsWith(a, StringComparison.Ordinal)));
        Assert.DoesNotContain(
            used,
            name => name.StartsWith("System.Net", StringComparison.Ordinal) || name.StartsWith("System.IO", StringComparison.Ordinal)
        );
        string[] outside = ["NodaTime.SystemClock", "System.IO.File", "System.IO.Directory", "System.TimeProvider", "System.DateTime"];
        var core = All.Types.Where(t => t.FullName.StartsWith("AmpleLantern.Core", StringComparison.Ordinal));
        Assert.All(core, t => Assert.DoesNotContain(t.Dependencies, d => outside.Contains(d.Target.FullName)));
    }
}
