using NodaTime;

namespace AmpleLantern.Web.Visits;

/// <summary>What the session before leaves to be minded, whatever the rules say.</summary>
/// <param name="Stopped">What stopped it and where, and what happened at it.</param>
/// <param name="Worse">It was judged worse than before when it was signed.</param>
/// <param name="Next">What its note says of next time.</param>
public sealed record LastTime(LocalDate Date, IReadOnlyList<string> Stopped, bool Worse, string Next);
