namespace AmpleLantern.Bench;

/// <summary>
/// <c>./lantern bench [core|api|client|figures|planning|pressure]</c>: all of them when none is named. <c>frames</c>,
/// <c>kills [times]</c>, <c>starts [times]</c>, <c>keeping [visits]</c> and <c>recall [visits]</c> only when named: they
/// start the built program and take minutes.
/// </summary>
public static class Run
{
    public static async Task<int> Main(string[] args)
    {
        if (args is ["kills", ..])
        {
            return await Kills.Report(args.Length > 1 ? int.Parse(args[1], System.Globalization.CultureInfo.InvariantCulture) : 100)
                ? 0
                : 1;
        }

        if (args is ["starts", ..])
        {
            return await Starts.Report(args.Length > 1 ? int.Parse(args[1], System.Globalization.CultureInfo.InvariantCulture) : 100)
                ? 0
                : 1;
        }

        if (args is ["keeping", ..])
        {
            await KeepingCost.Report(args.Length > 1 ? int.Parse(args[1], System.Globalization.CultureInfo.InvariantCulture) : 75_000);
            return 0;
        }

        if (args is ["recall", ..])
        {
            await RecallCost.Report(args.Length > 1 ? int.Parse(args[1], System.Globalization.CultureInfo.InvariantCulture) : 75_000);
            return 0;
        }

        if (args is ["frames"])
        {
            await GiveFrames.Report();
            return 0;
        }

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

        return 0;
    }
}
