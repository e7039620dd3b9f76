namespace AmpleLantern.Core.Bodies.Figure;

/// <summary>What somebody lies, sits or leans on.</summary>
public enum Rest
{
    /// <summary>The mat or the table under all of the body.</summary>
    Mat,

    /// <summary>Under the head.</summary>
    Pillow,

    /// <summary>Under the upper knee of who lies on the side.</summary>
    Cushion,

    /// <summary>Under the seat and behind the back.</summary>
    Chair,

    /// <summary>Behind the back.</summary>
    Wall,

    /// <summary>Along the back and under the legs of who is half-reclined.</summary>
    Lounge,
}
