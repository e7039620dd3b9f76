namespace AmpleLantern.Bench;

/// <summary><c>./lantern bench [core|api|client|figures|planning|pressure]</c>: all of them when none is named.</summary>
public static class Run
{
    public static async Task Main(string[] args)
    {
        string[] wanted = args.Length == 0 ? ["core", "api", "client", "figures", "planning", "pressure"] : args;
        if (wanted.Contains("client"))
        {
            ClientSize.Report();
        }

        if (wanted.Contains("figures"))
        {
            FigureCost.Report();
        }

        if (wanted.Contains("planning"))
        {
            PlanningCost.Report();
        }

        if (wanted.Contains("pressure"))
        {
            await PressureCost.Report();
        }

        if (wanted.Contains("api"))
        {
            await ApiLoad.Report();
        }

        if (wanted.Contains("core"))
        {
            CoreBench.Report();
        }
    }
}
