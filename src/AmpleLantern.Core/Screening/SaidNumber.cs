using System.Globalization;
using System.Text.RegularExpressions;

namespace AmpleLantern.Core.Screening;

/// <summary>A number as people write it: "3", "3,5", "3 cm".</summary>
public static partial class SaidNumber
{
    /// <summary>Null where it does not begin with a number.</summary>
    public static double? Of(string text) =>
        Leading().Match(text) is { Success: true } found
            ? double.Parse(found.Groups[1].Value.Replace(',', '.'), CultureInfo.InvariantCulture)
            : null;

    [GeneratedRegex(@"^\s*(\d+(?:[.,]\d+)?)")]
    private static partial Regex Leading();
}
