namespace AmpleLantern.Core.Bodies.Figure;

/// <summary>How broad a person is for their height.</summary>
public enum Build
{
    Slim,
    Average,
    Broad,
    Heavy,
}

/// <summary>How the chest is drawn.</summary>
public enum ChestForm
{
    Flat,
    Small,
    Full,
}

/// <summary>How broad the pelvis is for its height.</summary>
public enum PelvisForm
{
    Middle,
    Narrow,
    Wide,
}

/// <summary>In which tone the skin is drawn; plain paper until it is chosen.</summary>
public enum SkinTone
{
    Paper,
    Pale,
    Light,
    Olive,
    Tan,
    Brown,
    Dark,
}

/// <summary>What is chosen rather than measured of how somebody is drawn.</summary>
public sealed record BodyForm(
    Build Build = Build.Average,
    ChestForm Chest = ChestForm.Flat,
    PelvisForm Pelvis = PelvisForm.Middle,
    SkinTone Skin = SkinTone.Paper
);

/// <summary>What was measured on one person. Whatever is missing is estimated from stature.</summary>
/// <param name="StatureCm">Standing height in centimetres.</param>
/// <param name="StretchesCm">Measured stretches of the cun table by id, in centimetres.</param>
/// <param name="HandsCm">Measured hand breadths by id (<see cref="HandMeasures"/>), in centimetres.</param>
/// <param name="FootMm">Measured foot by id (<see cref="FootMeasures"/>), in millimetres.</param>
public sealed record BodyMeasures(
    double? StatureCm = null,
    Build Build = Build.Average,
    IReadOnlyDictionary<string, double>? StretchesCm = null,
    IReadOnlyDictionary<string, double>? HandsCm = null,
    IReadOnlyDictionary<string, double>? FootMm = null,
    ChestForm Chest = ChestForm.Flat,
    PelvisForm Pelvis = PelvisForm.Middle,
    SkinTone Skin = SkinTone.Paper
)
{
    public static readonly BodyMeasures Nothing = new();

    /// <summary>What is known of a practitioner's hands.</summary>
    public static BodyMeasures OfHands(double? palmCm, double? fourFingersCm) =>
        new(
            HandsCm: new Dictionary<string, double?> { [HandMeasures.Palm] = palmCm, [HandMeasures.FourFingers] = fourFingersCm }
                .Where(h => h.Value is not null)
                .ToDictionary(h => h.Key, h => h.Value!.Value)
        );

    /// <summary>The same person drawn in another form.</summary>
    public BodyMeasures As(BodyForm form) => this with { Build = form.Build, Chest = form.Chest, Pelvis = form.Pelvis, Skin = form.Skin };

    /// <summary>The form they are drawn in.</summary>
    public BodyForm ToForm() => new(Build, Chest, Pelvis, Skin);

    public double? Stretch(string id) => Found(StretchesCm, id);

    public double? Hand(string id) => Found(HandsCm, id);

    public double? Foot(string id) => Found(FootMm, id);

    private static double? Found(IReadOnlyDictionary<string, double>? values, string id) =>
        values is not null && values.TryGetValue(id, out var v) ? v : null;
}

/// <summary>Names of what is measured on a hand.</summary>
public static class HandMeasures
{
    public const string FourFingers = "fourFingersCm";
    public const string Thumb = "thumbCm";
    public const string MiddlePhalanx = "middlePhalanxCm";
    public const string Palm = "palmBreadthCm";

    public static readonly IReadOnlyList<string> All = [FourFingers, Thumb, MiddlePhalanx, Palm];
}

/// <summary>Names of what is measured on a foot.</summary>
public static class FootMeasures
{
    public const string Length = "lengthMm";
    public const string BallWidth = "ballWidthMm";
    public const string HeelWidth = "heelWidthMm";

    public static readonly IReadOnlyList<string> All = [Length, BallWidth, HeelWidth];
}
