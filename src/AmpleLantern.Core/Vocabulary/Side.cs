namespace AmpleLantern.Core.Vocabulary;

/// <summary>Side of the client's body. <c>Both</c> means both worked at the same time.</summary>
public enum Side
{
    Left,
    Right,
    Both,
    Mid,
}

public static class SideRelations
{
    /// <summary>The same work on the other side; both and mid stay as they are.</summary>
    public static Side Mirror(this Side side) =>
        side switch
        {
            Side.Left => Side.Right,
            Side.Right => Side.Left,
            _ => side,
        };

    /// <summary>Whether work on <paramref name="side"/> touches the side a finding speaks of; null speaks of every side.</summary>
    public static bool Touches(this Side side, Side? spokenOf) => spokenOf is null or Side.Both || side is Side.Both || side == spokenOf;
}
