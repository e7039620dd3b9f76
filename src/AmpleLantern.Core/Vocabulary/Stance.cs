using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Vocabulary;

/// <summary>How the practitioner kneels, sits or stands.</summary>
/// <param name="Where">From which side of the client: feet, head, side, back, front, legs or over.</param>
/// <param name="CarriedBy"><c>knees</c>, <c>feet</c>, <c>seat</c>, or the <c>client</c> who is stood or sat on.</param>
[Kind("stances", "stance")]
public sealed record Stance(string Id, string Name, Source Source, string Where, string CarriedBy) : IKnown
{
    /// <summary>Where who stands or sits on or across the client is.</summary>
    public const string Over = "over";
}
