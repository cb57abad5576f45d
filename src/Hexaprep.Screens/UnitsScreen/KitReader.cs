using System.Globalization;
using Hexaprep.Bench.Edits;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Joining;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;
using Hexaprep.Planning.Reasons;
using Hexaprep.Planning.WhatIf;
using Hexaprep.Screens.Wording;
using NodaTime;

namespace Hexaprep.Screens.UnitsScreen;

/// <summary>Reads the kit of a batch for the screen.</summary>
public sealed class KitReader(BenchIndex bench, BenchPlan plan, Instant now)
{
    /// <summary>The kit as it is.</summary>
    public KitView Of(Batch batch)
    {
        var job = bench.State.JobOf(batch);
        var like = bench
            .State.Batches.Where(b => b.Id != batch.Id && b.Traits.Kit is not null)
            .Select(b => new LikeView(b.Id, bench.NameOf(b), b.Traits.Kit!.Lines))
            .ToList();
        if (KitJobs.KitOf(job) is not { } kit)
            return new(
                batch.Id,
                batch.Version,
                batch.Traits.Parts,
                [],
                [],
                [],
                "Only their number is known",
                true,
                [],
                Finishing.PiecesApart(job),
                "",
                null,
                "",
                "",
                like
            );
        var (closing, judged) = (KitJobs.ClosingOf(job)!, KitPins.Of(kit, batch.Traits.Bulk));
        var parts = kit.Parts.Parts;
        var views = parts.Select(p => View(p, batch, job)).ToList();
        return new KitView(
            batch.Id,
            batch.Version,
            kit.Parts.Count,
            kit.Parts.Lines,
            views,
            [
                .. closing
                    .Before.Select(j => (j, false))
                    .Concat(closing.After.Select(j => (j, true)))
                    .Select(j => View(j.Item1, j.Item2, parts, judged)),
            ],
            closing.IsClosable
                ? (kit.Joints.Count == 0 ? "One part: nothing to close" : "It closes, in this order")
                : "It cannot be closed",
            closing.IsClosable,
            [.. Notes(closing, parts)],
            Finishing.PiecesApart(job),
            closing.Bodies > 1 ? Price(batch, Joined(batch), batch.Traits) : "",
            Warning(job, closing, views),
            PinsInAll(batch, job),
            Stands(batch, closing),
            like
        )
        {
            Stance = KitStance.Of(kit, batch.Traits) is { } stance ? View(stance, batch.Traits) : null,
        };
    }

    /// <summary>What to write on a label for each piece of each model; one a model where its kit is not described.</summary>
    public IEnumerable<(string Unit, int Model, string Piece)> Labels(Batch batch)
    {
        var pieces = KitJobs.ClosingOf(bench.State.JobOf(batch))?.Pieces ?? [];
        return from model in bench.ModelsOf[batch.Id].OrderBy(m => m.Number)
            from piece in pieces.DefaultIfEmpty([])
            select (bench.NameOf(batch), model.Number, string.Join(", ", piece));
    }

    /// <summary>What another decision about a part does to the plan.</summary>
    /// <param name="batch">The batch.</param>
    /// <param name="part">The part's name.</param>
    /// <param name="held">The decision.</param>
    /// <param name="budget">Decodes for each plan that is compared, at least 1.</param>
    /// <param name="newId">Gives fresh identities to steps that would come in.</param>
    /// <param name="cancel">Ends the search.</param>
    /// <exception cref="RefusedException">There is no such part, or it cannot be so any more.</exception>
    public PlanEffectView Effect(Batch batch, string part, PartHeld held, int budget, Func<Guid> newId, CancellationToken cancel)
    {
        if (batch.Traits.Kit is not { } kit || !kit.Parts.Any(p => p.IsCalled(part)))
            throw new RefusedException(
                new Refusal("part", $"There is no part '{Texts.Cut(part, 40)}'.", "Load the page again.", RefusalKind.NotFound)
            );
        var next = bench.With(KitEdits.Describe(bench, batch.Id, batch.Version, kit.With(part, held).Lines, now, newId).Changes);
        var effect = PlanEffect.Of(bench, plan, next, now, budget, cancel);
        return new PlanEffectView(EffectWords.Of(effect), effect.Moves);
    }

    private KitPartView View(KitPart part, Batch batch, Job job)
    {
        var isHeld = ModelKit.Holds(part, KitJobs.HoldsWhatHides(job));
        var isApart = KitJobs.ClosingOf(job)!.After.Any(j => j.Part == part);
        var first = batch.Traits.Kit!.Parts.Where(p => p.Before.Contains(part.Name)).Select(p => p.Name);
        var remarks = KitPart
            .Remarks.Where(r => r.Holds(part))
            .Select(r => r.Words)
            .Prepend(part.Side is { } side ? Ids.Of(side) : "")
            .Where(r => r.Length > 0);
        return new KitPartView(
            part.Name,
            part.Count,
            Materials.Word(part.Material),
            [.. remarks],
            part.Hides.Length > 0 ? $"hides {part.Hides}{(isApart ? "" : ": glued all the same")}"
                : isApart && !isHeld ? $"goes in after {string.Join(" and ", first)}"
                : "",
            isApart,
            part.On.Count == 0 || (isApart && !isHeld) ? null : Other(part, isApart ? PartHeld.Joined : PartHeld.Apart, batch)
        );
    }

    private KitHoldView Other(KitPart part, PartHeld held, Batch batch)
    {
        var kit = batch.Traits.Kit!.With(part.Name, held);
        return new KitHoldView(held, kit.Lines, Price(batch, batch.Traits, batch.Traits.WithKit(kit)));
    }

    private static BatchTraits Joined(Batch batch) =>
        batch.Traits.WithKit(batch.Traits.Kit!.Parts.Aggregate(batch.Traits.Kit!, (kit, part) => kit.With(part.Name, PartHeld.Joined)));

    // Work, handles and seams of one way to hold the parts against another.
    private string Price(Batch batch, BatchTraits from, BatchTraits to)
    {
        Job JobOf(BatchTraits traits) => bench.State.JobOf(batch with { Traits = traits });
        var (was, will) = (JobOf(from), JobOf(to));
        var effect = RouteEffect.Between(
            RouteBuilder.Derive(was, RuleBook.Trade),
            RouteBuilder.Derive(will, RuleBook.Trade),
            batch.Traits.Models
        );
        string? More(int count, string what) =>
            count == 0 ? null : $"{Sentence.Counted(Math.Abs(count), what)} {(count > 0 ? "more" : "less")}";
        var models = batch.Traits.Models;
        int Handles(Job j) => Mounting.HandlesOf(j).For(models);
        int Seams(Job j) => Finishing.PiecesApart(j) > 1 ? KitJobs.Seams(j) * models : 0;
        return string.Join(
            ", ",
            new[]
            {
                effect.HandsMinutes == 0
                    ? "the same work"
                    : $"{Clockface.Hands(Math.Abs(effect.HandsMinutes))} {(effect.HandsMinutes > 0 ? "more" : "less")} work",
                More(Handles(will) - Handles(was), "handle"),
                More(Seams(will) - Seams(was), "seam"),
            }.Where(w => w is not null)
        );
    }

    // The house rule has an opinion on how many pieces stay manageable.
    private static string? Warning(Job job, KitClosing closing, List<KitPartView> parts)
    {
        var most = KitJobs.MostPieces(job);
        if (closing.Bodies <= most)
            return null;
        // What nobody said a reason for shows least.
        var least = parts.Where(p => p is { IsApart: true, Other: not null }).OrderBy(p => p.Reason.Length > 0).FirstOrDefault();
        return $"{Sentence.Opened(Sentence.Counted(closing.Bodies, "piece"))} a model; more than {most} become hard to keep track of."
            + (least is null ? "" : $" With the {least.Name} joined: {least.Other!.Price}.");
    }

    private static IEnumerable<string> Notes(KitClosing closing, IReadOnlyList<KitPart> parts)
    {
        foreach (var (joint, by) in closing.Ease)
            yield return $"{Sentence.Opened(joint.Words)}: {by.Name} is in its way whatever the order. Cut the way free, "
                + $"or leave {by.Name} open until it is in.";
        if (!closing.IsClosable)
            yield return $"Never all closed: {string.Join(", ", closing.Stuck.Select(j => j.Words))}.";
        foreach (var part in parts.Where(p => p.Before.Count > 0 && closing.IsClosable))
            yield return $"{Sentence.Opened(part.Name)} before {string.Join(" and ", part.Before)}: joined first, that would lock it out.";
        if (closing.After.Count > 0)
            yield return "Both faces of what is joined after painting are kept bare, or scraped before the glue.";
        if (parts.Where(p => p.IsTogether).ToList() is { Count: > 0 } pairs)
        {
            var names = string.Join(", ", pairs.Select(p => p.Name));
            yield return $"{Sentence.Opened(names)}: closed one right after the other, while the glue can be moved.";
        }
    }

    private static KitJointView View(KitJoint joint, bool after, IReadOnlyList<KitPart> parts, IReadOnlyList<JudgedJoint> judged)
    {
        var statics = judged.First(j => j.Joint == joint);
        var hold = TradeDefaults.JointSeconds(statics.Glue) is { } seconds
            ? $"movable for {Seconds(seconds.Movable)}, held {Seconds(seconds.Hold)}"
            : "held by its label";
        int At(KitPart part) => parts.Index().First(p => p.Item == part).Index;
        return new(joint.Words, At(joint.Part), At(joint.Other), after, PairGlue.Name(statics.Glue), hold, StaticsOf(statics));
    }

    private static KitStanceView View(KitStance stance, BatchTraits batch)
    {
        static string Degrees(double degrees) => $"{Math.Floor(degrees).ToString("0", CultureInfo.InvariantCulture)}°";
        var now = stance.Now;
        var washers = stance.Washers is { } w
            ? $"{Sentence.Counted(w.Count, "steel washer")} of {KitStance.WasherMm} mm under the base "
                + $"({w.Grams.ToString("0.#", CultureInfo.InvariantCulture)} g) would bring it there"
            : null;
        var larger = stance.Larger is { } l ? $"a {l.BaseMm} mm base bears {Degrees(l.Degrees)}" : null;
        var text =
            now.Degrees >= KitStance.WantedDegrees ? ""
            : washers is null && larger is null
                ? "Neither washers nor a larger base would do: lay it flat to dry, or give it a wider stand."
            : Sentence.Opened(string.Join("; or ", new[] { washers, larger }.Where(t => t is not null))) + ".";
        return new KitStanceView(
            now.IsStable ? $"It tips at {Degrees(now.Degrees)}" : "It falls over",
            text,
            now.Degrees,
            KitStance.WantedDegrees,
            batch.BaseMm!.Value,
            stance.ModelMm,
            now.HeightMm,
            now.OffsetMm,
            stance.Larger?.BaseMm,
            batch.Kit!.Parts.All(p => p.Grams is not null)
        );
    }

    private static string Seconds(int seconds) => seconds < 120 ? $"{seconds} s" : $"{seconds / 60} min";

    private static KitStaticsView StaticsOf(JudgedJoint j)
    {
        var neck = j.NeckMm;
        if (j.Verdict is not { } verdict)
            return new("Pin it", "Nobody knows what it is of: pinned, to be safe.", j.Grams, j.LeverMm, neck, j.IsSaid, null, "");
        var times = verdict.Safety >= 20 ? "over 20" : verdict.Safety.ToString("0.#", CultureInfo.InvariantCulture);
        var knock = $"Glue alone holds {times} times a knock on the table; {JointLoad.WantedSafety:0} times is wanted.";
        if (!verdict.NeedsPin)
            return new("Glue alone holds it", knock, j.Grams, j.LeverMm, neck, j.IsSaid, null, "");
        var rejected = string.Join(
            "; ",
            verdict
                .Rejected.GroupBy(r => r.Why)
                .Select(g => $"{string.Join(", ", g.Select(r => r.RodMm.ToString("0.#", CultureInfo.InvariantCulture)))} mm {Why(g.Key)}")
        );
        return verdict.Pin is { } pin
            ? new(
                "Pin it",
                knock,
                j.Grams,
                j.LeverMm,
                neck,
                j.IsSaid,
                new KitPinView(pin.RodMm, pin.DrillMm, pin.HoleBMm, pin.HoleAMm, j.WallMm!.Value),
                rejected
            )
            : new("No pin fits: support it, or another glue", knock, j.Grams, j.LeverMm, neck, j.IsSaid, null, rejected);
    }

    private static string Why(string why) =>
        why switch
        {
            "rod_bends" => "would bend",
            "wall_too_thin" => "would leave no wall",
            _ => "would find no depth",
        };

    private string PinsInAll(Batch batch, Job job)
    {
        var (pins, step) = (
            KitJobs.Pins(job),
            bench.StepsOf[batch.Id].FirstOrDefault(s => s.Key.Kind == StepKind.Pin && s.RepairId is null)
        );
        if (pins.Count == 0 || step is null)
            return "";
        var models = batch.Traits.Models;
        var rod = pins.Sum(p => p.Verdict?.Pin is { } pin ? pin.HoleAMm + pin.HoleBMm : 0) * models;
        return $"{Sentence.Counted(pins.Count * models, "pin")} in all"
            + (rod > 0 ? $", {Math.Ceiling(rod).ToString("0", CultureInfo.InvariantCulture)} mm of rod" : "")
            + $", {Clockface.Hands(bench.HandsInAll(step, now))} of drilling.";
    }

    private string Stands(Batch batch, KitClosing closing)
    {
        string Of(StepKind kind, string joints)
        {
            var steps = bench.StepsOf[batch.Id].Where(s => s.Key.Kind == kind && s.RepairId is null).ToList();
            var models = bench.ModelsOf[batch.Id].ToList();
            var done = models.Count(m => steps.Count > 0 && steps.All(s => bench.IsDone(s.Id, m.Id)));
            return done == 0 ? ""
                : done == models.Count ? $"{joints} closed"
                : $"{joints} closed on {done} of {models.Count}";
        }
        var before = Of(StepKind.Glue, Sentence.Counted(closing.Before.Count, "joint"));
        var after =
            closing.After.Count == 0 ? "" : Of(StepKind.Reassemble, $"{Sentence.Counted(closing.After.Count, "joint")} after painting");
        return before.Length == 0 ? "Nothing is glued yet."
            : after.Length > 0 ? $"{Sentence.Opened(before)}; {after}."
            : closing.After.Count > 0
                ? $"{Sentence.Opened(before)}; {string.Join(", ", closing.After.Select(j => j.Part.Name).Distinct())} still apart."
            : $"{Sentence.Opened(before)}.";
    }
}
