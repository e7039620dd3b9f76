using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Planning.Composing;

/// <summary>What a session can be for.</summary>
/// <param name="Saying">Its verb, as in "release the right shoulder".</param>
/// <param name="Purposes">Purposes of steps that serve it.</param>
/// <param name="Prepares">Purposes of steps that make ready for it.</param>
public sealed record Aim(
    string Id, string Name, Source Source, string Saying, IReadOnlyList<string> Purposes, IReadOnlyList<string> Prepares) : IKnown;

/// <summary>How the client puts it: stiff, heavy, sleeps badly.</summary>
/// <param name="UsualAim">The aim it asks for unless another is chosen.</param>
/// <param name="Purposes">Purposes that suit it, whatever the aim.</param>
/// <param name="Uses">Uses of points that suit it.</param>
public sealed record Quality(
    string Id, string Name, Source Source, string UsualAim, IReadOnlyList<string> Purposes, IReadOnlyList<string> Uses) : IKnown;

/// <summary>Regions that are worked along with one, because they pull on it.</summary>
public sealed record Neighbourhood(string Id, Source Source, IReadOnlyList<string> Near) : IKnown;

/// <summary>The numbers and lists of the model by which sessions are composed.</summary>
/// <param name="PositionOrder">Positions in the order a composed session takes them.</param>
/// <param name="Weights">What a second of work is worth, by how well it fits; in hundredths, and bonuses.</param>
/// <param name="Shares">Shares of the session: most time on the thumbs, what two proposals may have in common.</param>
/// <param name="PointTechniques">The technique that holds points, by tradition.</param>
/// <param name="MostUnits">How many pieces of work are weighed against each other; those worth most.</param>
/// <param name="SegmentRegions">The region a point is worked in, by the segment it lies on.</param>
/// <param name="DeterministicSeconds">Effort of the search, in the solver's own units, so that the same question has the same answer everywhere.</param>
public sealed record ComposingModel(
    string Id, Source Source, IReadOnlyList<string> PositionOrder, IReadOnlyList<string> BroadFamilies, IReadOnlyList<string> StretchFamilies,
    IReadOnlyList<string> MovingFamilies, IReadOnlyList<string> CalmingFamilies, IReadOnlyDictionary<string, int> Weights,
    IReadOnlyDictionary<string, double> Shares, IReadOnlyDictionary<string, string> PointTechniques, double PointSeconds, int MostPoints, int MostUnits,
    IReadOnlyDictionary<string, string> SegmentRegions, double DeterministicSeconds) : IKnown;

/// <summary>All that composing goes by.</summary>
public sealed record ComposingBase(
    Catalogue<Aim> Aims, Catalogue<Quality> Qualities, Catalogue<Neighbourhood> Neighbours, ComposingModel Model);
