using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Vocabulary;

/// <summary>Something put on the skin.</summary>
/// <param name="Contains">Ids of other products or substances in it, for allergies.</param>
/// <param name="Warm">Brings heat.</param>
[Kind("products", "product")]
public sealed record Product(string Id, string Name, Source Source, [RefersTo<Product>] IReadOnlyList<string> Contains, bool Warm = false)
    : IKnown;
