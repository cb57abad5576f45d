using System.Globalization;
using Hexaprep.Bench.Edits;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Fillers;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;
using Hexaprep.Planning.WhatIf;
using Hexaprep.Screens.Wording;
using NodaTime;

namespace Hexaprep.Screens.UnitsScreen;

/// <summary>Reads the gaps of a batch for the screen.</summary>
public sealed class GapsReader(BenchIndex bench, BenchPlan plan, Instant now)
{
    /// <summary>The gaps as they are.</summary>
    public GapsView Of(Batch batch)
    {
        var job = bench.State.JobOf(batch);
        var judged = Filling.GapsOf(job);
        return new GapsView(
            batch.Id,
            batch.Version,
            batch.Traits.Gaps,
            batch.Traits.GapList?.Lines ?? [],
            [.. judged.Select(g => View(g, batch))],
            judged.Count == 0 ? "" : Summary(job, judged),
            judged.Count == 0 ? [] : [.. Enum.GetValues<GapWay>().Select(w => View(w, batch, judged))],
            Mix(batch, job),
            Stands(batch),
            [
                .. bench
                    .State.Batches.Where(b => b.Id != batch.Id && b.Traits.GapList is not null)
                    .Select(b => new LikeView(b.Id, bench.NameOf(b), b.Traits.GapList!.Lines)),
            ]
        );
    }

    /// <summary>What another decision about all gaps does to the plan.</summary>
    /// <param name="batch">The batch.</param>
    /// <param name="way">The decision.</param>
    /// <param name="budget">Decodes for each plan that is compared, at least 1.</param>
    /// <param name="newId">Gives fresh identities to steps that would come in.</param>
    /// <param name="cancel">Ends the search.</param>
    /// <exception cref="RefusedException">No gaps are listed.</exception>
    public PlanEffectView Effect(Batch batch, GapWay way, int budget, Func<Guid> newId, CancellationToken cancel)
    {
        if (batch.Traits.GapList is not { } list)
            throw new RefusedException(
                new Refusal("fill", "No gaps are listed.", "List them first: left shoulder 0.6 x 9 mm.", RefusalKind.Conflict)
            );
        var next = bench.With(GapEdits.List(bench, batch.Id, batch.Version, So(list, way).Lines, now, newId).Changes);
        var effect = PlanEffect.Of(bench, plan, next, now, budget, cancel);
        return new PlanEffectView(EffectWords.Of(effect), effect.Moves);
    }

    private static ListedGapView View(JudgedGap g, Batch batch) =>
        new(
            g.Gap.Place,
            g.Gap.Count,
            g.Gap.WidthMm,
            g.Gap.LengthMm,
            g.Method is not { } method ? "nothing"
                : g.Passes == 1 ? $"{Filler(method)}, once"
                : $"{Filler(method)}, {g.Passes} layers",
            Math.Round(g.Seconds / 60.0, 1),
            g.Gap.View == GapView.Hidden ? 0 : Math.Clamp((int)Math.Ceiling(g.Plainness), 1, 4),
            g.IsFilled,
            g.Why,
            g.Method is null ? null : batch.Traits.GapList!.With(g.Gap.Place, g.IsFilled ? GapChoice.Leave : GapChoice.Fill).Lines
        );

    private static string Filler(string method) =>
        method switch
        {
            "epoxy_putty" => "two-part putty",
            "acrylic_putty" => "acrylic putty",
            "ca_filler" => "thick CA",
            _ => "cement, run in",
        };

    private static string Summary(Job job, IReadOnlyList<JudgedGap> judged)
    {
        var filled = judged.Where(g => g.IsFilled).ToList();
        return filled.Count == 0
            ? "Nothing is filled."
            : $"{Sentence.Counted(filled.Sum(g => g.Gap.Count), "place")} a model, {Hands(job)}.";
    }

    private static string Hands(Job job)
    {
        var steps = RouteBuilder.Derive(job, RuleBook.Trade).Steps.Where(s => s.Key.Kind is StepKind.Fill or StepKind.Sand);
        return $"{Clockface.Hands(steps.Sum(s => s.HandsMinutes(job.Batch.Models)))} of filling and sanding";
    }

    private GapWayView View(GapWay way, Batch batch, IReadOnlyList<JudgedGap> judged)
    {
        var list = batch.Traits.GapList!;
        var so = So(list, way);
        var job = bench.State.JobOf(batch with { Traits = batch.Traits.WithGaps(so) });
        var rounds = Filling.RoundsOf(job);
        var filled = Filling.GapsOf(job).Select(g => g.IsFilled).ToList();
        var waits =
            rounds.Count == 0
                ? "nothing to wait for"
                : string.Join(", then ", rounds.GroupBy(r => r.Method).Select(r => Layers(r.Key, r.Count())));
        return new(
            way,
            way switch
            {
                GapWay.All => "fill all of them",
                GapWay.WorthIt => "what is worth it",
                _ => "fill none",
            },
            rounds.Count == 0 ? "0" : Hands(job),
            waits,
            so.Lines,
            filled.SequenceEqual(judged.Select(g => g.IsFilled))
        );
    }

    private static string Layers(string method, int count) => count == 1 ? Filler(method) : $"{count} layers of {Filler(method)}";

    private static GapList So(GapList list, GapWay way) => list.Gaps.Aggregate(list, (l, g) => l.With(
                g.Place,
                way switch
                {
                    GapWay.All => GapChoice.Fill,
                    GapWay.None => GapChoice.Leave,
                    _ => GapChoice.AsItShows,
                }
            ));

    private GapMixView? Mix(Batch batch, Job job)
    {
        if (
            Filling.RoundsOf(job).FirstOrDefault(r => r.Method == "epoxy_putty") is not { } round
            || RouteBuilder
                .Derive(job, RuleBook.Trade)
                .Steps.FirstOrDefault(s => s.Amounts.ModelsPerMix is not null && s.Key.Kind == StepKind.Fill)
                is not { Amounts: { ModelsPerMix: { } each, WorkingMinutes: { } working } } step
        )
            return null;
        var models = batch.Traits.Models;
        var mixes = (models + each - 1) / each;
        var needed = round.Millilitres * models;
        var mixed = Math.Max(needed, mixes * PuttyBalls.LeastMl);
        var over = mixed - needed;
        var text =
            mixes > 1 ? $"{mixes} mixes: one serves {Sentence.Counted(each, "model")} before it stiffens."
            : over > 0.005
                ? $"The gaps take {needed.ToString("0.00", CultureInfo.InvariantCulture)} ml; "
                    + $"less than {PuttyBalls.LeastMl} ml cannot be cut in equal parts."
            : "One mix does.";
        return new(
            Math.Round(mixed, 2),
            Math.Round(PuttyBalls.BallMm(mixed / mixes), 1),
            mixes,
            each,
            working,
            step.HandsMinutes(models),
            text,
            With(batch)
        );
    }

    // Who else has two-part putty open: one mix is more than one batch needs.
    private string With(Batch batch) =>
        string.Join(
            ", ",
            bench
                .State.Batches.Where(b =>
                    b.Id != batch.Id
                    && bench
                        .StepsOf[b.Id]
                        .Any(s => s.Key.Kind == StepKind.Fill && s.Amounts.Method == "epoxy_putty" && !bench.IsFinished(s))
                )
                .Select(bench.NameOf)
        );

    private string Stands(Batch batch)
    {
        var steps = bench.StepsOf[batch.Id].Where(s => s.Key.Kind == StepKind.Fill && s.RepairId is null).ToList();
        var done = bench.ModelsOf[batch.Id].Count(m => steps.Exists(s => bench.IsDone(s.Id, m.Id)));
        return done == 0 ? "" : $"Filling was begun on {done} of {batch.Traits.Models}: what is done stays done.";
    }
}
