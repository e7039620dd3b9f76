using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Pressure.Weights;

/// <summary>A value for women and for men, as anthropometric tables give them.</summary>
public sealed record ByTable(double Women, double Men)
{
    public double Of(Proportions proportions) =>
        proportions switch
        {
            Proportions.Women => Women,
            Proportions.Men => Men,
            _ => (Women + Men) / 2,
        };
}

/// <summary>Which column of the tables a practitioner's segments are taken from.</summary>
public enum Proportions
{
    Mean,
    Women,
    Men,
}

/// <summary>One segment of a body: its share of the mass, and where its centre lies.</summary>
/// <param name="From">Upper end: <c>vertex</c>, <c>neck-top</c>, <c>notch</c>, <c>xiphoid</c>, <c>navel</c>, <c>hips</c>, or a joint of a
/// limb.</param>
/// <param name="To">Lower end.</param>
/// <param name="MassPercent">Of the whole body's mass; of each side for limbs.</param>
/// <param name="CentrePercent">Of the way from <paramref name="From"/> to <paramref name="To"/>.</param>
[Kind("segments", "body segment")]
public sealed record SegmentMass(
    string Id,
    string Name,
    Source Source,
    string From,
    string To,
    ByTable MassPercent,
    ByTable CentrePercent,
    bool Paired
) : IKnown
{
    internal int Sides => Paired ? 2 : 1;
}

/// <summary>What carries the practitioner while pressing, and what is worked by the weight.</summary>
public enum MechanicsKind
{
    /// <summary>Hands, forearms or elbows carry what the knees, feet or seat do not.</summary>
    Lean,

    /// <summary>Feet or a knee carry what bars, frame or wall do not.</summary>
    Weight,

    /// <summary>The seat carries what the hands on the floor do not.</summary>
    Seat,

    /// <summary>The heels carry what the stool does not.</summary>
    Heels,

    /// <summary>Leaning back pulls.</summary>
    Pull,

    /// <summary>Leaning back pulls, and a foot or knee braced against the client presses.</summary>
    Brace,

    /// <summary>The hand's own strength: the force is what the level needs.</summary>
    Hand,

    /// <summary>No press to speak of.</summary>
    None,
}

/// <summary>How the practitioner is held up.</summary>
public enum Posture
{
    Knees,
    HalfKneeling,
    Lunge,
    Standing,
    Sitting,
    Stool,
}

/// <summary>What takes weight off the feet.</summary>
public enum Aid
{
    None,
    Bars,
    Frame,
    Wall,
    OtherFoot,
}

/// <summary>What can be changed by the practitioner: lean in degrees, distance in cm, share of the weight in percent.</summary>
public enum Way
{
    Lean,
    Ahead,
    Support,
}

/// <summary>From where to where a way of changing the press goes.</summary>
public sealed record Span(double Least, double Usual, double Most, double Step);

/// <summary>How stances turn weight into force. The first that fits a step counts.</summary>
[Kind("mechanics", "stance's mechanics")]
public sealed record Mechanics : IKnown, IChecked
{
    public required string Id { get; init; }

    public required string Name { get; init; }

    public required Source Source { get; init; }

    public required MechanicsKind Kind { get; init; }

    public required Posture Posture { get; init; }

    /// <summary>Usual height of the place worked above the floor, where nothing is known of the client.</summary>
    public required double PlaceCm { get; init; }

    public Aid Aid { get; init; } = Aid.None;

    /// <summary>Practitioner stances it holds for; any when not said. Contacts likewise.</summary>
    [RefersTo<Stance>]
    public IReadOnlyList<string>? Stances { get; init; }

    /// <summary>Traits or families of which the technique has one; any technique when not said.</summary>
    [RefersTo<Trait, TechniqueFamily>]
    public IReadOnlyList<string>? Is { get; init; }

    public IReadOnlyList<string>? ContactFamilies { get; init; }

    /// <summary>Holds only where bone lies close under the skin.</summary>
    public bool OnBone { get; init; }

    /// <summary>Forward (or back, for pulls) lean of what the posture leans: thighs kneeling, legs standing, trunk sitting.</summary>
    public Span? Lean { get; init; }

    /// <summary>From the knees, the front of the feet or the seat to the hands along the floor, in cm.</summary>
    public Span? Ahead { get; init; }

    /// <summary>Of the weight taken by bars, frame, wall, or by the seat's grip on the mat.</summary>
    public Span? Support { get; init; }

    public IEnumerable<Flaw> Flaws(KnowledgeBase knowledge) =>
        new[] { ("lean", Lean), ("ahead", Ahead), ("support", Support) }
            .Where(s => s.Item2 is { } span && !(span.Least <= span.Usual && span.Usual <= span.Most))
            .Select(s => new Flaw($"/{s.Item1}", "The usual value must lie between the least and the most."));

    public Span? Range(Way way) =>
        way switch
        {
            Way.Lean => Lean,
            Way.Ahead => Ahead,
            _ => Support,
        };
}

/// <summary>Contact pressures that make the levels, by how broad the contact is.</summary>
/// <param name="FromAreaCm2">Contacts of at least this area.</param>
/// <param name="UpToKPa">Upper limits of levels 1 to 4 on a large muscle; above the last is level 5.</param>
/// <param name="DoubtPercent">How far off the limits may be.</param>
/// <param name="Families">Contact families it is for; any when not said.</param>
[Kind("bands", "pressure band")]
public sealed record Band(
    string Id,
    string Name,
    Source Source,
    double FromAreaCm2,
    IReadOnlyList<double> UpToKPa,
    double DoubtPercent,
    IReadOnlyList<string>? Families = null
) : IKnown, IChecked
{
    public IEnumerable<Flaw> Flaws(KnowledgeBase knowledge) =>
        UpToKPa.Zip(UpToKPa.Skip(1)).Any(x => x.First >= x.Second)
            ? [new("/upToKPa", "Each level must reach further than the one before.")]
            : [];
}

/// <summary>How much of the pressure of a large muscle a kind of tissue takes at the same level.</summary>
/// <param name="OnBone">Bone lies close under it.</param>
[Kind("tissues", "tissue")]
public sealed record Tissue(
    string Id,
    string Name,
    Source Source,
    double Factor,
    [RefersTo<Region>] IReadOnlyList<string> Regions,
    bool OnBone = false
) : IKnown;

/// <summary>Loads on the practitioner that a day should not pass.</summary>
/// <param name="ThumbKgMinutes">Kilograms-force on thumbs and fingers times minutes.</param>
/// <param name="LumbarNm">Moment about the lowest lumbar joint that is not held for long, in newton metres.</param>
public sealed record LoadLimits(double ThumbKgMinutes, double KneelingMinutes, double LumbarNm, double TreadingMinutes);

/// <summary>
/// Where the hands take hold of an aid: height as a share of stature above what is stood on, and how far ahead in metres.
/// </summary>
public sealed record AidPlace(double HeightOfStature, double AheadM);

/// <summary>Who works, as far as it is not given.</summary>
/// <param name="UsualMassKg">Practitioner's mass until it is given.</param>
/// <param name="MassKg">Which masses, statures and contact areas are believed.</param>
public sealed record BelievedPractitioner(double UsualMassKg, Believed MassKg, Believed StatureM, Believed AreaCm2);

/// <summary>Lengths and shares of the stances.</summary>
/// <param name="KneeHeightCm">Middle of a kneeling knee above the mat, reference figure.</param>
/// <param name="StepLengthCm">From the rear to the front foot of a lunge, reference figure.</param>
/// <param name="FrontShare">Of the legs' load carried by the front foot of a lunge.</param>
/// <param name="HalfStepShare">Length of the step half-kneeling, of that of a lunge.</param>
/// <param name="FrontShareKneeling">Of the legs' load carried by the front foot half-kneeling.</param>
/// <param name="StoolCm">Seat height of a stool.</param>
/// <param name="GripCm">Height at which a lifted limb is held when leaning back from the heels.</param>
public sealed record StanceLengths(
    double KneeHeightCm,
    double StepLengthCm,
    double FrontShare,
    double HalfStepShare,
    double FrontShareKneeling,
    double StoolCm,
    double GripCm
);

/// <summary>Which settings can be, and what is aimed for.</summary>
/// <param name="UnderCapShare">Of a cap, that is aimed for below it.</param>
/// <param name="ArmsOffPlumbDegrees">Arms further off the plumb line than this are said to push.</param>
/// <param name="TurnedAwayShare">Skin that faces up by less than this (cosine) is turned away: its slope is not counted.</param>
public sealed record SettingLimits(
    double MostLeanDegrees,
    double MostAheadCm,
    double MostSidewaysCm,
    double UnderCapShare,
    double ArmsOffPlumbDegrees,
    double TurnedAwayShare
);

/// <summary>How a client's answers move the bands.</summary>
/// <param name="Weight">How many answers the shipped bands are worth against a client's own.</param>
/// <param name="Felt">How many levels lighter (+) or deeper (-) than planned an answer says it felt.</param>
/// <param name="AgreeWithinShare">Answers that move a limit by less agree with the usual bands.</param>
/// <param name="DeepestOverLast">Middle of the deepest level, of the last limit.</param>
public sealed record AnswerModel(double Weight, IReadOnlyDictionary<string, double> Felt, double AgreeWithinShare, double DeepestOverLast);

/// <summary>Constants of the pressure computations.</summary>
/// <param name="Friction">Coefficient of friction of skin, cloth and mat.</param>
/// <param name="WallFriction">Of a hand on a wall.</param>
/// <param name="SurfacesCm">Height of each surface above the floor.</param>
[Kind("pressureModel", "pressure model", Single = true)]
public sealed record PressureModel(
    string Id,
    Source Source,
    BelievedPractitioner Practitioner,
    double Friction,
    double WallFriction,
    StanceLengths Stance,
    SettingLimits Settings,
    IReadOnlyDictionary<string, double> SurfacesCm,
    AnswerModel Answers,
    LoadLimits Limits,
    IReadOnlyDictionary<string, AidPlace> Aids
) : IKnown;

/// <summary>What pressing is computed from.</summary>
public sealed record PressureBase(
    Catalogue<SegmentMass> Segments,
    Catalogue<Mechanics> Mechanics,
    Catalogue<Band> Bands,
    Catalogue<Tissue> Tissues,
    PressureModel Model,
    Postures Postures
)
{
    /// <summary>The band of the contact's own family before those of any.</summary>
    public Band BandOf(double areaCm2, string family) =>
        Bands
            .All.Where(b => areaCm2 >= b.FromAreaCm2 && b.Families?.Contains(family) != false)
            .MaxBy(b => (b.Families is not null, b.FromAreaCm2))!;

    private readonly Dictionary<string, Tissue> tissues = Tissues
        .All.SelectMany(t => t.Regions.Select(r => (r, t)))
        .DistinctBy(x => x.r)
        .ToDictionary(x => x.r, x => x.t);

    /// <summary>The tissue of a region; every region has one, which the knowledge check sees to.</summary>
    public Tissue TissueOf(string region) => tissues.TryGetValue(region, out var tissue) ? tissue : Tissues.All[0];

    /// <summary>How a step's stance turns weight into force.</summary>
    /// <param name="isOneOf">Whether the technique has one of some traits.</param>
    public Mechanics MechanicsOf(string stance, Func<IReadOnlyList<string>, bool> isOneOf, string contactFamily, string region) =>
        Mechanics.All.First(m =>
            m.Stances?.Contains(stance) != false
            && (m.Is is null || isOneOf(m.Is))
            && m.ContactFamilies?.Contains(contactFamily) != false
            && (!m.OnBone || TissueOf(region).OnBone)
        );
}
