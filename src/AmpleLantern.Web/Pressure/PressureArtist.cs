using System.Numerics;
using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Pressure.Stances;
using AmpleLantern.Core.Pressure.Steps;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Web.Atlas;
using AmpleLantern.Web.Hosting;
using AmpleLantern.Web.Serving;

namespace AmpleLantern.Web.Pressure;

/// <summary>Makes the picture of a press: both figures, the forces, and a drawing for every position of every slider.</summary>
public sealed class PressureArtist(FigureStore figures, KnowledgeBase knowledge, Memo memo)
{
    private const float MmPerM = 1000;
    private const float LimbInTheAir = 350;
    private const long PuppetBytes = 100_000;

    private static readonly string[] Order = [.. Puppet.Order.Select(o => o.Piece)];

    public PressureFrame Frame(PressureAsked asked, PressureResult r, Way? way)
    {
        var held = r.Held;
        var shift = new Vector3((float)held.Shift.X, (float)held.Shift.Y, (float)(held.Shift.Z - held.ContactAt.Z)) * 100;
        return new()
        {
            Value = way is { } w ? r.Setting.Of(w) : 0,
            Newtons = Tenth(r.Newtons),
            Kilograms = Tenth(r.KilogramsForce),
            Normal = Tenth(r.NormalNewtons),
            Drag = Tenth(r.DragNewtons),
            KPa = r.KPa is { } kPa ? Tenth(kPa) : null,
            Level = r.Level,
            AboveCap = r.AboveCap,
            Feasible = held.Feasible,
            Pull = r.PullNewtons is { } pull ? Tenth(pull) : null,
            LumbarNm = Tenth(held.LumbarNm),
            Why = FreeBody.Say(asked, r),
            Forces =
            [
                .. held.Forces.Select(f => new ShownForce(
                    f.Support,
                    Mm(f.At.Z - held.ContactAt.Z),
                    Mm(f.At.Y),
                    (float)Tenth(f.Newtons.Y),
                    (float)Tenth(f.Newtons.Z)
                )),
            ],
            Pieces =
            [
                .. Puppet
                    .Places(held.Bones, shift)
                    .SelectMany(p => new[] { MathF.Round(p.X), MathF.Round(p.Y), MathF.Round(p.Degrees, 1) }),
            ],
            OnScale = r.KPa is { } pressed ? r.Levels.OnScale(pressed) : null,
        };
    }

    /// <summary>Every position of a slider, the others as they are.</summary>
    public PressureSlider Slider(PressureAsked asked, Setting now, Way way)
    {
        var range = asked.Mechanics.Range(way)!;
        var count = (int)Math.Round((range.Most - range.Least) / range.Step) + 1;
        var frames = Enumerable
            .Range(0, count)
            .AsParallel()
            .AsOrdered()
            .Select(i => Frame(asked, ContactPressure.At(asked, now.With(way, range.Least + (i * range.Step)), knowledge), way))
            .ToList();
        return new(way, range.Least, range.Most, range.Step, now.Of(way), frames);
    }

    /// <summary>The client as they lie for the step, looked at so that the practitioner's forward runs to the right.</summary>
    public PressureScene Scene(PlanStep step, StepPressure press, PressureBetween between, SkinTone skin)
    {
        var (place, bent) = (press.Place!, PlanReach.BentSide(step.Side));
        var client = between.Client(step.Position, bent);
        var view = Views.WithRight(client.Body, place.Forward);
        var wanted = new FigureWanted(client.Body.Size, step.Position, bent, view);
        var key = figures.KeyOf(wanted);
        var own = wanted.Size == BodySize.Reference || figures.Find(key) is not null;
        var anchor = place.Anchor;
        if (!own)
        {
            // Meanwhile the reference figure stands in; the numbers are already the client's.
            figures.Ask(key, wanted);
            wanted = wanted with { Size = BodySize.Reference };
            key = figures.KeyOf(wanted);
            client = figures.Posed(BodySize.Reference, step.Position, bent);
            anchor = StepPlace.Of(step, press.Mechanics, client, knowledge).Anchor;
        }

        figures.Remember(key, wanted);
        var page = new Chart(Views.Of(client.Body, view)).OnPage(anchor.At);
        var grips = press.Mechanics is { Kind: MechanicsKind.Pull, Posture: not Posture.Sitting };
        var up = Vector3.Dot(anchor.At, client.Body.Pose.Up) - client.MatCm;
        var contact = (float)press.Asked!.Place.HeightM * MmPerM;
        return new(
            key,
            own,
            page.X - (grips ? LimbInTheAir : 0),
            page.Y,
            grips ? up * FigureArtist.MmPerCm : contact,
            grips ? 0 : contact - (up * FigureArtist.MmPerCm),
            grips,
            figures.Rests(wanted),
            memo.Of(("puppet", between.Practitioner.Size), PuppetBytes, () => Puppet.Draw(between.Practitioner.Upright())),
            Order,
            skin
        );
    }

    private static float Mm(double metres) => MathF.Round((float)(metres * MmPerM));

    private static double Tenth(double value) => Math.Round(value, 1) + 0.0;
}
