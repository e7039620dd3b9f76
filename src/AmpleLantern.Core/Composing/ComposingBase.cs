using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Composing;

/// <summary>What a session can be for.</summary>
/// <param name="Saying">Its verb, as in "release the right shoulder".</param>
/// <param name="Purposes">Purposes of steps that serve it.</param>
/// <param name="Prepares">Purposes of steps that make ready for it.</param>
[Kind("aims", "aim")]
public sealed record Aim(
    string Id,
    string Name,
    Source Source,
    string Saying,
    IReadOnlyList<string> Purposes,
    IReadOnlyList<string> Prepares
) : IKnown;

/// <summary>How the client puts it: stiff, heavy, sleeps badly.</summary>
/// <param name="UsualAim">The aim it asks for unless another is chosen.</param>
/// <param name="Purposes">Purposes that suit it, whatever the aim.</param>
/// <param name="Uses">Uses of points that suit it.</param>
[Kind("qualities", "quality")]
public sealed record Quality(
    string Id,
    string Name,
    Source Source,
    [RefersTo<Aim>] string UsualAim,
    IReadOnlyList<string> Purposes,
    IReadOnlyList<string> Uses
) : IKnown;

/// <summary>Regions that are worked along with one, because they pull on it.</summary>
[Kind("neighbours", "neighbourhood")]
public sealed record Neighbourhood([RefersTo<Region>] string Id, Source Source, [RefersTo<Region>] IReadOnlyList<string> Near) : IKnown;

/// <summary>The numbers and lists of the model by which sessions are composed.</summary>
/// <param name="PositionOrder">Positions in the order a composed session takes them.</param>
/// <param name="Weights">What a second of work is worth, by how well it fits; in hundredths, and bonuses.</param>
/// <param name="Shares">Shares of the session: most time on the thumbs, what two proposals may have in common.</param>
/// <param name="UsualAim">What is meant where neither an aim nor a quality is said.</param>
[Kind("composing", "composing model", Single = true)]
public sealed record ComposingModel(
    string Id,
    Source Source,
    [RefersTo<Position>] IReadOnlyList<string> PositionOrder,
    IReadOnlyDictionary<string, int> Weights,
    IReadOnlyDictionary<string, double> Shares,
    [RefersTo<Aim>] string UsualAim,
    PointStep Points,
    SearchEffort Search
) : IKnown;

/// <summary>The step by which points are held for their use.</summary>
/// <param name="Techniques">The technique that holds points, by tradition.</param>
/// <param name="SegmentRegions">The region a point is worked in, by the segment it lies on.</param>
/// <param name="Level">At most; less where the technique's own goes less deep.</param>
/// <param name="Most">Points held in one step.</param>
public sealed record PointStep(
    [RefersTo<Technique>(Values = true)] IReadOnlyDictionary<string, string> Techniques,
    [RefersTo<Region>(Values = true)] IReadOnlyDictionary<string, string> SegmentRegions,
    [RefersTo<Stance>] string Stance,
    int Level,
    int MostRepeats,
    HoldSeconds HoldSeconds,
    int Most
);

/// <summary>How long and how widely is searched.</summary>
/// <param name="MostUnits">How many pieces of work are weighed against each other; those worth most.</param>
/// <param name="DeterministicSeconds">Effort of the search, in the solver's own units, so that the same question has the same answer
/// everywhere.</param>
/// <param name="SecondTryTimes">How much more of it where nothing was found.</param>
/// <param name="SecondsBeforeAScreen">Longest by the clock when somebody waits.</param>
public sealed record SearchEffort(
    int MostUnits,
    double DeterministicSeconds,
    int SecondTryTimes,
    double SecondsBeforeAScreen,
    int Proposals
);

/// <summary>All that composing goes by.</summary>
public sealed record ComposingBase(
    Catalogue<Aim> Aims,
    Catalogue<Quality> Qualities,
    Catalogue<Neighbourhood> Neighbours,
    ComposingModel Model
);
