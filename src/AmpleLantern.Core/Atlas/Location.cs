using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measuring;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Atlas;

/// <summary>A distance to go from a landmark to reach a point.</summary>
/// <param name="Way">Which way: below, above, towards the hand ..., outward, or "from" where it is simply near.</param>
/// <param name="Cun">Cun of the stretch named; null where the distance is not counted in one.</param>
/// <param name="PractitionerFingers">The same distance in breadths of the practitioner's own fingers.</param>
/// <param name="Formula">How the centimetres came about.</param>
public sealed record FromLandmark(
    string Landmark,
    string Name,
    string How,
    string Way,
    double Cm,
    double? Cun,
    double PractitionerFingers,
    bool Estimate,
    double ErrorCm,
    string Formula,
    Source Source
);

/// <summary>Where a point is on one client.</summary>
/// <param name="Reachable">In the position asked about; null when none was.</param>
/// <param name="Estimate">Whether any distance is an estimate.</param>
/// <param name="ErrorCm">The largest likely error of the distances.</param>
/// <param name="ReachedIn">Positions in which a hand can get there.</param>
/// <param name="Missing">The limb ends before it.</param>
public sealed record PointLocation(
    string Point,
    string Side,
    IReadOnlyList<FromLandmark> From,
    bool? Reachable,
    bool Estimate,
    double ErrorCm,
    IReadOnlyList<string> ReachedIn,
    bool Missing
);

/// <summary>Works out the way to a point from the landmarks one would start from.</summary>
public static class Location
{
    private const int NearLandmarks = 2;

    public static IReadOnlyList<FromLandmark> From(Point point, AtlasBase atlas, CunScale scale, Posed standing, int side)
    {
        var place = point.Place;
        var found = new List<FromLandmark>();
        if (place.Along is { Stretch: { } stretch } along)
        {
            found.Add(AlongStretch(atlas, scale, place.On, stretch, along));
        }
        else if (place.Along is { } level)
        {
            var landmark = atlas.Landmarks[level.From];
            found.Add(new(landmark.Id, landmark.Name, landmark.How, "level", 0, 0, 0, false, 0, "level with it", landmark.Source));
        }

        if (place.Across is { Cun: > 0 } across)
        {
            var length = scale.Of(across.Stretch, across.Cun);
            var counted = atlas.Stretches.All[across.Stretch];
            found.Add(
                new(
                    "midline",
                    "the midline",
                    "seen or felt",
                    "outward",
                    Rounded(length.Cm),
                    across.Cun,
                    Rounded(scale.PractitionerFingers(length.Cm)),
                    length.Estimate,
                    Rounded(length.ErrorCm),
                    Formula(across.Cun, counted, scale),
                    length.Source
                )
            );
        }

        return found.Count > 0 ? found : Near(place, atlas, scale, standing, side);
    }

    private static FromLandmark AlongStretch(AtlasBase atlas, CunScale scale, string on, string stretch, Along along)
    {
        var counted = atlas.Stretches.All[stretch];
        var landmark = atlas.Landmarks[along.From];
        var cun = Math.Abs(along.Cun);
        var length = scale.Of(stretch, cun);
        return new(
            landmark.Id,
            landmark.Name,
            landmark.How,
            cun == 0 ? "level" : Way(on, along.Cun),
            Rounded(length.Cm),
            cun,
            Rounded(scale.PractitionerFingers(length.Cm)),
            length.Estimate,
            Rounded(length.ErrorCm),
            Formula(cun, counted, scale),
            length.Source
        );
    }

    /// <summary>To a tenth of a millimetre: finer than any tape.</summary>
    private static double Rounded(double value) => Math.Round(value, 2);

    private static string Way(string on, double cun) =>
        (on, cun > 0) switch
        {
            ("head", true) => "behind",
            ("head", false) => "in front of",
            ("upper-arm" or "forearm", true) => "towards the hand from",
            ("upper-arm" or "forearm", false) => "above",
            (_, true) => "below",
            _ => "above",
        };

    private static string Formula(double cun, CunStretch stretch, CunScale scale)
    {
        var whole = scale.Length(stretch);
        return FormattableString.Invariant(
            $"{cun:0.##} of {stretch.Cun:0.##} cun of {whole.Cm:0.0} cm ({stretch.Name}{(whole.Estimate ? ", estimated from stature" : ", measured")})"
        );
    }

    /// <summary>One cun where a place is, in cm: of the stretch it is counted along, or across, else of the client's own fingers.</summary>
    public static double CunCm(Place place, CunScale scale) =>
        (place.Along?.Stretch ?? place.Across?.Stretch) is { } stretch ? scale.Of(stretch, 1).Cm : FingerCunCm(scale);

    private static double FingerCunCm(CunScale scale) => scale.ClientFourFingers.Cm / scale.Usual.FourFingersCun;

    private static string Limb(Landmark landmark) => LimbOf(landmark.Place?.On ?? landmark.Stations!.Keys.First());

    /// <summary>What hangs beside something is not measured from it: an arm from the thigh it lies along.</summary>
    public static string LimbOf(string on) =>
        on switch
        {
            "upper-arm" or "forearm" or "hand" or "finger" => "arm",
            "thigh" or "shank" or "foot" or "toe" => "leg",
            _ => "body",
        };

    /// <summary>A point that is not counted in a stretch: straight lines from the nearest landmarks on this body.</summary>
    private static List<FromLandmark> Near(Place place, AtlasBase atlas, CunScale scale, Posed standing, int side)
    {
        var at = standing.Locator.On(place, side).At;
        var cunCm = FingerCunCm(scale);
        return
        [
            .. atlas
                .Landmarks.All.Where(l => l.Felt && Limb(l) == LimbOf(place.On))
                .Select(l => (Landmark: l, Cm: (double)(standing.Locator.On(l, side).At - at).Length()))
                .OrderBy(l => l.Cm)
                .Take(NearLandmarks)
                .Select(l => new FromLandmark(
                    l.Landmark.Id,
                    l.Landmark.Name,
                    l.Landmark.How,
                    "from",
                    Rounded(l.Cm),
                    Math.Round(l.Cm / cunCm, 1),
                    Rounded(scale.PractitionerFingers(l.Cm)),
                    true,
                    Rounded(l.Cm * scale.Usual.ModelErrorPercent / 100),
                    "straight line on the figure of this client's size",
                    new("from memory", "the figure's own proportions")
                )),
        ];
    }
}
