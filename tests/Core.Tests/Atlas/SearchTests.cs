using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Tests.Atlas;

public sealed class SearchTests
{
    private static readonly AtlasSearch Search = new(Known.Base.Atlas, Known.Base.Regions);

    [Fact]
    public void Every_point_is_found_by_code_by_pinyin_with_and_without_tones_and_by_characters()
    {
        foreach (var p in Known.Base.Atlas.Points.All)
        {
            var spaced = p.Id.Insert(p.Id.TakeWhile(char.IsLetter).Count(), " ").ToLowerInvariant();
            foreach (var asked in new[] { p.Id, spaced, p.Pinyin, Bare(p.Pinyin), p.Characters })
            {
                var best = Search.Find(asked, 60).Where(h => h.Kind == "point").ToList();
                Assert.True(
                    best.Any(h => h.Id == p.Id && h.Rank <= best[0].Rank),
                    $"{p.Id} by '{asked}': {string.Join(", ", best.Take(4).Select(h => h.Id))}"
                );
            }
        }
    }

    [Theory]
    [InlineData("zusanli", "ST36")]
    [InlineData("足三里", "ST36")]
    [InlineData("st 36", "ST36")]
    [InlineData("ST-36", "ST36")]
    [InlineData("leg three measures", "ST36")]
    [InlineData("jumping circle", "GB30")]
    [InlineData("Hégǔ", "LI4")]
    [InlineData("taiyang", "EX-HN5")]
    public void The_first_hit_is_what_was_meant(string asked, string point) => Assert.Equal(point, Search.Find(asked)[0].Id);

    [Theory]
    [InlineData("sleep", "point", "HT7")]
    [InlineData("outer knee", "point", "ST36")]
    [InlineData("calf", "region", "calf")]
    [InlineData("kalatharee", "sen", "kalathari")]
    [InlineData("solar plexus", "reflex", "solar-plexus")]
    [InlineData("gallbladder", "channel", "gb")]
    [InlineData("hip crest", "landmark", "iliac-crest")]
    public void Uses_places_and_other_spellings_are_found(string asked, string kind, string id) =>
        Assert.Contains(Search.Find(asked, 60), h => h.Kind == kind && h.Id == id);

    [Theory]
    [InlineData("ST366", "ST36")]
    [InlineData("zusnli", "ST36")]
    [InlineData("GBB34", "GB34")]
    public void A_wrong_code_gets_near_matches(string asked, string near)
    {
        var refused = Assert.Throws<RefusalException>(() => Search.Point(asked));
        Assert.Contains(near + " ", refused.Message, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("")]
    [InlineData("   ")]
    [InlineData("???")]
    [InlineData("xyzzyx")]
    public void Nothing_is_found_for_nothing(string asked) => Assert.Empty(Search.Find(asked));

    /// <summary>As it is typed on a plain keyboard.</summary>
    private static string Bare(string pinyin)
    {
        var bare = string.Concat(
            pinyin.Select(c =>
                c switch
                {
                    'ā' or 'á' or 'ǎ' or 'à' => 'a',
                    'ē' or 'é' or 'ě' or 'è' => 'e',
                    'ī' or 'í' or 'ǐ' or 'ì' => 'i',
                    'ō' or 'ó' or 'ǒ' or 'ò' => 'o',
                    'ū' or 'ú' or 'ǔ' or 'ù' or 'ü' or 'ǚ' => 'u',
                    'Ā' => 'A',
                    'Ē' or 'È' or 'Ě' => 'E',
                    _ => c,
                }
            )
        );
        Assert.All(bare, c => Assert.True(char.IsAscii(c), $"{pinyin} leaves '{c}'"));
        return bare;
    }
}
