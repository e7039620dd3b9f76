namespace AmpleLantern.Core.Measures;

/// <summary>Volume of a limb.</summary>
public static class Volume
{
    /// <summary>
    /// Of truncated cones between girths: h (C1² + C1 C2 + C2²) / 12π each (plane geometry; Sukul and others, Journal of Biomedical
    /// Engineering 15 (1993), from memory).
    /// </summary>
    /// <param name="girths">Centimetres round, from one end to the other.</param>
    /// <param name="apart">Centimetres between two of them.</param>
    /// <returns>Millilitres.</returns>
    public static double OfCones(IReadOnlyList<double> girths, double apart) =>
        Math.Round(girths.Zip(girths.Skip(1), (a, b) => apart * ((a * a) + (a * b) + (b * b)) / (12 * Math.PI)).Sum());
}
