using System.Globalization;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Pressure.Stances;
using AmpleLantern.Core.Pressure.Weights;

namespace AmpleLantern.Core.Pressure;

/// <summary>Writes a press as the sum one would do by hand.</summary>
public static class FreeBody
{
    /// <summary>Why the force is what it is: the moments with their numbers, in one line.</summary>
    public static string Say(PressureAsked asked, PressureResult result)
    {
        var held = result.Held;
        if (!held.Feasible)
        {
            return string.Join(" ", held.Problems);
        }

        var (weight, centre) = (asked.Body.Weight, held.Forces[0].At.Z);
        return asked.Mechanics.Kind switch
        {
            MechanicsKind.Lean => Leaning(held, weight, centre),
            MechanicsKind.Weight => Text($"{weight:0} N of weight − {Aid(held):0} N carried elsewhere = {result.Newtons:0} N"),
            MechanicsKind.Seat => Text(
                $"{weight:0} N of weight − {Of(held, "feet"):0} N in the feet − {Of(held, "hands"):0} N in the hands = {result.Newtons:0} N"
            ),
            MechanicsKind.Heels => Text(
                $"{weight:0} N × {centre:0.000} m ÷ {held.ContactAt.Z:0.000} m from the seat = {result.Newtons:0} N on the heels"
            ),
            MechanicsKind.Pull when held.Forces.Any(f => f.Support == "seat") => Text(
                $"the back behind the seat pulls {result.PullNewtons:0} N through the arms; the braced feet hold {-Of(held, "foot", f => f.Z):0} N"
            ),
            MechanicsKind.Pull => Text(
                $"{weight:0} N × {Heels(held) - centre:0.000} m behind the heels = {result.PullNewtons:0} N × {weight * (Heels(held) - centre) / result.PullNewtons:0.000} m from the heels to the arms' line"
            ),
            _ => Text($"the pull of {result.PullNewtons:0} N and the seat's grip push {result.Newtons:0} N through the foot"),
        };
    }

    private static string Leaning(Held held, double weight, double centre)
    {
        var hands = held.ContactAt.Z;
        var feet = held.Forces.Where(f => f.Support == "feet" && held.Forces.Any(x => x.Support == "seat")).Sum(f => f.Newtons.Y * f.At.Z);
        var bases = held
            .Forces.Skip(1)
            .Where(f => !f.Support.EndsWith("hand", StringComparison.Ordinal) && !(feet != 0 && f.Support == "feet"))
            .ToList();
        var at = bases.Sum(f => f.Newtons.Y * f.At.Z) / bases.Sum(f => f.Newtons.Y);
        var legs = feet != 0 ? Text($" − {feet:0} N·m of the legs") : "";
        var from = Math.Abs(at) > 0.0005 ? Text($" from the legs' support") : "";
        return feet != 0
            ? Text($"({weight:0} N × {centre - at:0.000} m{legs}) ÷ {hands - at:0.000} m = {held.Newtons:0} N into the client")
            : Text($"{weight:0} N × {centre - at:0.000} m ÷ {hands - at:0.000} m{from} = {held.Newtons:0} N into the client");
    }

    private static double Of(Held held, string support, Func<Vec, double> part) =>
        held.Forces.Where(f => f.Support == support).Sum(f => part(f.Newtons));

    private static double Of(Held held, string support) => held.Forces.Where(f => f.Support == support).Sum(f => f.Newtons.Y);

    private static double Aid(Held held) =>
        held.Forces.Skip(1).Where(f => f.Support is "bars" or "frame" or "wall" or "other-foot").Sum(f => f.Newtons.Y);

    private static double Heels(Held held) => held.Forces.First(f => f.Support == "heels").At.Z;

    private static string Text(FormattableString text) => text.ToString(CultureInfo.InvariantCulture);
}
