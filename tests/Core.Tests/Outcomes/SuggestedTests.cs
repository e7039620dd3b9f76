using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Screening.Asking;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Tests.Outcomes;

/// <summary>What brings somebody says what a session is for and what is worth measuring.</summary>
public class SuggestedTests
{
    /// <summary>Walks every complaint: one without wishes would open an empty page.</summary>
    [Fact]
    public void Every_complaint_has_wishes_and_something_to_measure()
    {
        Assert.Equal(
            Known.Base.Complaints.All.Select(c => c.Id).Order(StringComparer.Ordinal),
            Known.Base.Of<ComplaintWish>().All.Select(w => w.Id).Order(StringComparer.Ordinal)
        );
        Assert.All(Known.Base.Of<ComplaintWish>().All, w => Assert.True(w.Aims.Count > 0 && w.Measures.Count > 0, w.Id));
    }

    [Fact]
    public void The_side_is_the_complaints_and_nothing_is_suggested_twice()
    {
        var suggested = Suggested.By([("shoulder", Side.Left), ("neck", null), ("knee", Side.Both)], Known.Base);
        Assert.Contains(suggested.Aims, a => a is { Region: "shoulder", Side: Side.Left, Quality: "stiff" });
        Assert.Contains(suggested.Aims, a => a is { Region: "trapezius", Side: null });
        Assert.Contains(suggested.Aims, a => a is { Region: "thigh-front", Side: null });
        Assert.Equal(suggested.Aims.Distinct(), suggested.Aims);
    }

    [Fact]
    public void A_complaint_this_version_does_not_know_suggests_nothing() =>
        Assert.Empty(Suggested.By([("of another year", null)], Known.Base).Aims);
}
