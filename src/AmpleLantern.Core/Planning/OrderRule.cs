using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning;

/// <summary>How much a remark on the order weighs: it can harm, it should be otherwise, it could be better.</summary>
public enum Severity
{
    Must,
    Should,
    Could,
}

/// <summary>
/// One rule of the order of a session. Its id names the reviewer that checks it; its numbers and lists are what it checks by.
/// </summary>
/// <param name="Why">The reason, in a sentence.</param>
/// <param name="Numbers">Limits by name: seconds, levels, shares.</param>
/// <param name="Levels">Highest level by region.</param>
/// <param name="Regions">Regions by the part they play in it; purposes likewise.</param>
/// <param name="Positions">Positions it speaks of.</param>
[Kind("orderRules", "rule of order")]
public sealed record OrderRule(
    string Id,
    string Name,
    Source Source,
    Severity Severity,
    string Why,
    IReadOnlyDictionary<string, double>? Numbers = null,
    [RefersTo<Region>] IReadOnlyDictionary<string, int>? Levels = null,
    [RefersTo<Region>(Values = true)] IReadOnlyDictionary<string, IReadOnlyList<string>>? Regions = null,
    IReadOnlyDictionary<string, IReadOnlyList<string>>? Purposes = null,
    [RefersTo<Position>] IReadOnlyList<string>? Positions = null
) : IKnown
{
    /// <exception cref="KnowledgeException">The rule does not say it.</exception>
    public double Number(string name) => Said(Numbers, name, "number");

    /// <exception cref="KnowledgeException">The rule does not say it.</exception>
    public IReadOnlyList<string> RegionsOf(string part) => Said(Regions, part, "regions");

    /// <exception cref="KnowledgeException">The rule does not say it.</exception>
    public IReadOnlyList<string> PurposesOf(string part) => Said(Purposes, part, "purposes");

    private T Said<T>(IReadOnlyDictionary<string, T>? all, string name, string what) =>
        all is not null && all.TryGetValue(name, out var said)
            ? said
            : throw new KnowledgeException($"The order rule '{Id}' needs the {what} '{name}'.");
}
