using AmpleLantern.Core.Screening;
using PdfSharp.Drawing;
using PdfSharp.Fonts;
using PdfSharp.Pdf;

namespace AmpleLantern.Exchange.Papers;

/// <summary>Papers as PDF: A4, our letters shipped with the program, page after page as far as it takes.</summary>
public static class LetterPdf
{
    /// <param name="progress">Told how many of the papers are laid out.</param>
    public static byte[] Write(IReadOnlyList<Letter> papers, string practice, Action<int>? progress = null)
    {
        ShippedFonts.Use();
        using var document = new PdfDocument();
        document.Info.Title = papers.Count > 0 ? papers[0].Title : "";
        document.Info.Creator = "Ample Lantern";
        for (var i = 0; i < papers.Count; i++)
        {
            Lay(document, papers[i], practice);
            progress?.Invoke(i + 1);
        }

        using var stream = new MemoryStream();
        document.Save(stream, closeStream: false);
        return stream.ToArray();
    }

    /// <summary>Points of the text of what goes home, as large as fits on its one page.</summary>
    private static readonly double[] Home = [15, 14, 13, 12, 11];

    private static readonly double[] Usual = [10.5];

    private static void Lay(PdfDocument document, Letter paper, string practice)
    {
        var sizes = paper.Kind is LetterKind.Home ? Home : Usual;
        foreach (var size in sizes)
        {
            var before = document.PageCount;
            using var page = new PaperPage(document, paper, practice, size);
            page.Lay();
            if (document.PageCount == before + 1 || size == sizes[^1])
            {
                return;
            }

            while (document.PageCount > before)
            {
                document.Pages.RemoveAt(before);
            }
        }
    }
}

/// <summary>Lays one paper out, from the top of a page of its own. Lengths are points, 1/72 inch.</summary>
/// <param name="size">Of the text.</param>
internal sealed class PaperPage(PdfDocument document, Letter paper, string practice, double size) : IDisposable
{
    private const double Margin = 56;
    private const double Foot = 54;
    private const double Spacing = 1.32;

    private readonly List<PdfPage> pages = [];
    private XGraphics? ink;
    private double at;

    private XFont Plain => field ??= new(ShippedFonts.Text, size);

    private XFont Strong => field ??= new(ShippedFonts.Text, size, XFontStyleEx.Bold);

    private XFont Heading => field ??= new(ShippedFonts.Heading, size * 1.25, XFontStyleEx.Bold);

    private XFont Title => field ??= new(ShippedFonts.Heading, size * 1.9, XFontStyleEx.Bold);

    private XFont Small => field ??= new(ShippedFonts.Text, 8.5);

    private double Wide => pages[^1].Width.Point - 2 * Margin;

    public void Lay()
    {
        Begin();
        Words(practice, Small, after: 0);
        Words(paper.Date, Small, after: size);
        Words(paper.Title, Title, after: size * 0.6);
        Labelled("To", paper.To);
        Labelled("Regarding", paper.Regarding);
        foreach (var part in paper.Parts)
        {
            at += size * 0.7;
            Room(Heading.Height * Spacing + Plain.Height * Spacing);
            Words(part.Heading, Heading, after: size * 0.25);
            if (part.Text.Length > 0)
            {
                Words(part.Text, Plain, after: size * 0.3);
            }

            foreach (var line in part.Lines)
            {
                Room(Plain.Height * Spacing);
                Ink.DrawString("–", Plain, XBrushes.Black, Margin, at + Plain.GetHeight());
                Words(line, Plain, after: size * 0.2, indent: size);
            }
        }

        at += size * 1.4;
        Words(paper.From, Plain, after: 0);
        Number();
    }

    private XGraphics Ink => ink!;

    private void Begin()
    {
        ink?.Dispose();
        var page = document.AddPage();
        page.Size = PdfSharp.PageSize.A4;
        pages.Add(page);
        ink = XGraphics.FromPdfPage(page);
        at = Margin;
    }

    private void Room(double height)
    {
        if (at + height > pages[^1].Height.Point - Margin)
        {
            Begin();
        }
    }

    private void Labelled(string label, string text)
    {
        if (text.Length > 0)
        {
            Room(Strong.Height * Spacing);
            Ink.DrawString($"{label}:", Strong, XBrushes.Black, Margin, at + Strong.GetHeight());
            Words(text, Plain, after: 0, indent: Ink.MeasureString($"{label}: ", Strong).Width + size * 0.3);
        }
    }

    private void Words(string text, XFont font, double after, double indent = 0)
    {
        foreach (var line in Wrapped(text, font, Wide - indent))
        {
            Room(font.Height * Spacing);
            Ink.DrawString(line, font, XBrushes.Black, Margin + indent, at + font.GetHeight());
            at += font.GetHeight() * Spacing;
        }

        at += after;
    }

    private IEnumerable<string> Wrapped(string text, XFont font, double width)
    {
        foreach (var paragraph in text.Replace("\r", "", StringComparison.Ordinal).Split('\n'))
        {
            var line = "";
            foreach (var word in paragraph.Split(' ').SelectMany(w => Broken(w, font, width)))
            {
                var longer = line.Length == 0 ? word : $"{line} {word}";
                if (line.Length > 0 && Ink.MeasureString(longer, font).Width > width)
                {
                    yield return line;
                    line = word;
                }
                else
                {
                    line = longer;
                }
            }

            yield return line;
        }
    }

    /// <summary>A word wider than the page is broken where it must.</summary>
    private IEnumerable<string> Broken(string word, XFont font, double width)
    {
        while (word.Length > 1 && Ink.MeasureString(word, font).Width > width)
        {
            var fits = word.Length - 1;
            while (fits > 1 && Ink.MeasureString(word[..fits], font).Width > width)
            {
                fits--;
            }

            yield return word[..fits];
            word = word[fits..];
        }

        yield return word;
    }

    private void Number()
    {
        ink?.Dispose();
        ink = null;
        for (var i = 0; i < pages.Count; i++)
        {
            using var foot = XGraphics.FromPdfPage(pages[i]);
            var said = $"{paper.Title}, {paper.Date} · page {i + 1} of {pages.Count}";
            foot.DrawString(said, Small, XBrushes.Gray, Margin, pages[i].Height.Point - Foot / 2);
        }
    }

    public void Dispose() => ink?.Dispose();
}

/// <summary>The letters papers are set in, shipped with the program.</summary>
internal sealed class ShippedFonts : IFontResolver
{
    public const string Text = "Figtree";
    public const string Heading = "Newsreader";

    private static readonly Lock Guard = new();

    public static void Use()
    {
        lock (Guard)
        {
            GlobalFontSettings.FontResolver ??= new ShippedFonts();
        }
    }

    public FontResolverInfo? ResolveTypeface(string familyName, bool isBold, bool isItalic) =>
        familyName == Heading ? new("Newsreader_600SemiBold")
        : isBold ? new("Figtree_600SemiBold")
        : new FontResolverInfo("Figtree_400Regular");

    public byte[]? GetFont(string faceName)
    {
        using var font =
            typeof(ShippedFonts).Assembly.GetManifestResourceStream($"AmpleLantern.Exchange.Papers.fonts.{faceName}.ttf")
            ?? throw new InvalidOperationException($"The letters '{faceName}' were not shipped with the program.");
        using var bytes = new MemoryStream();
        font.CopyTo(bytes);
        return bytes.ToArray();
    }
}
