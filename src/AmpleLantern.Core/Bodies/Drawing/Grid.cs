namespace AmpleLantern.Core.Bodies.Drawing;

/// <summary>A field of numbers on square pixels, row by row from the top.</summary>
public sealed class Grid(int width, int height)
{
    public int Width => width;

    public int Height => height;

    public float[] Values { get; } = new float[width * height];

    public float this[int x, int y]
    {
        get => Values[(y * width) + x];
        set => Values[(y * width) + x] = value;
    }

    /// <summary>Gaussian blur; <paramref name="sigma"/> in pixels.</summary>
    public Grid Blurred(float sigma)
    {
        var r = (int)MathF.Ceiling(sigma * 3);
        var kernel = Enumerable.Range(-r, (2 * r) + 1).Select(i => MathF.Exp(-i * i / (2 * sigma * sigma))).ToArray();
        var sum = kernel.Sum();
        var rows = new Grid(width, height);
        var result = new Grid(width, height);
        Parallel.For(
            0,
            height,
            y =>
            {
                for (var x = 0; x < width; x++)
                {
                    var v = 0f;
                    for (var i = -r; i <= r; i++)
                    {
                        v += kernel[i + r] * Values[(y * width) + Math.Clamp(x + i, 0, width - 1)];
                    }

                    rows.Values[(y * width) + x] = v / sum;
                }
            }
        );
        Parallel.For(
            0,
            height,
            y =>
            {
                for (var x = 0; x < width; x++)
                {
                    var v = 0f;
                    for (var i = -r; i <= r; i++)
                    {
                        v += kernel[i + r] * rows.Values[(Math.Clamp(y + i, 0, height - 1) * width) + x];
                    }

                    result.Values[(y * width) + x] = v / sum;
                }
            }
        );
        return result;
    }

    /// <summary>Every <paramref name="by"/> pixels averaged into one.</summary>
    public Grid Coarser(int by)
    {
        var small = new Grid((width + by - 1) / by, (height + by - 1) / by);
        for (var y = 0; y < small.Height; y++)
        {
            for (var x = 0; x < small.Width; x++)
            {
                var sum = 0f;
                for (var e = 0; e < by * by; e++)
                {
                    sum += this[Math.Min(width - 1, (x * by) + (e % by)), Math.Min(height - 1, (y * by) + (e / by))];
                }

                small[x, y] = sum / (by * by);
            }
        }

        return small;
    }
}
