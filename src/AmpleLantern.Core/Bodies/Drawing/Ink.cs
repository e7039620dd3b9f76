namespace AmpleLantern.Core.Bodies.Drawing;

/// <summary>A line an illustrator draws on the skin of one body.</summary>
/// <param name="Along">From its one end to the other.</param>
/// <param name="Pen">Breadth of the stroke where it is broadest, in mm on a page of the whole body.</param>
public readonly record struct Ink(IReadOnlyList<Anchor> Along, float Pen);
