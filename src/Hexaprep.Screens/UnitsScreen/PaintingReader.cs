using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;
using NodaTime;

namespace Hexaprep.Screens.UnitsScreen;

/// <summary>Reads how batches are painted.</summary>
public sealed class PaintingReader(BenchIndex bench, BenchPlan plan, Instant now)
{
    private readonly Clockface _clock = new(bench.State.Settings.Zone, now);

    // A pass with the step that ends it; of a session its number there.
    private sealed record Placed(PaintPass Pass, BenchStep Step, PaintProgress? Session, int Number)
    {
        public bool Has(BenchIndex bench, Guid model) => Session?.Has(model, Number) ?? bench.IsDone(Step.Id, model);
    }

    /// <summary>How a batch is painted; null where it is not.</summary>
    public PaintingView? Of(Batch batch)
    {
        var placed = Places(batch);
        if (placed.Count == 0)
            return null;
        var models = bench.ModelsOf[batch.Id].ToList();
        var on = placed.FindIndex(p => bench.Remaining(p.Step).Any(m => !p.Has(bench, m.Id)));
        if (on >= 0 && placed[on].Session is { Next: { } open } session)
            on = placed.FindIndex(p => p.Session == session && p.Number == open.Pass);
        var next = on >= 0 ? bench.Remaining(placed[on].Step).FirstOrDefault(m => !placed[on].Has(bench, m.Id)) : null;
        if (on >= 0 && placed[on].Session is { Next: { } turn })
            next = turn.Model;
        return new PaintingView(
            [.. placed.Select((p, i) => View(p, i, models, i == on))],
            batch.Traits.Passes is { Count: > 0 },
            Craft.HouseRules.HouseRuleCatalog.IsByRow(bench.HouseOf(batch.Id), batch.Traits.Tier),
            on >= 0 ? PaintRow.Of(bench, placed[on].Step, now)?.Words ?? "" : "",
            [
                .. models.Select(m => new PaintedModelView(
                    m.Number,
                    [.. placed.Index().Where(p => p.Item.Has(bench, m.Id)).Select(p => p.Index + 1)],
                    m == next
                )),
            ],
            Left(placed),
            [
                .. bench
                    .State.Batches.Where(b => b.Id != batch.Id && b.Traits.Passes is { Count: > 0 })
                    .Select(b => new LikeView(b.Id, bench.NameOf(b), [.. b.Traits.Passes!.Select(p => p.ToString())])),
            ],
            on >= 0 && next is not null && bench.Units[batch.UnitId].OffSince is null ? Next(placed[on], next) : null
        );
    }

    private PaintNextView Next(Placed placed, BenchModel model)
    {
        var lacking = bench.Remaining(placed.Step).Count(m => !placed.Has(bench, m.Id)) - 1;
        return new PaintNextView(
            placed.Step.Id,
            placed.Session is not null,
            bench.InHand?.StepId == placed.Step.Id,
            $"Model {model.Number}: {placed.Pass.Name} on",
            lacking == 0 ? "the last of the row" : $"{lacking} more after it",
            bench.InHand?.StepId == placed.Step.Id ? null : Permission.Of(bench, placed.Step, bench.Remaining(placed.Step), _clock)?.Reason
        );
    }

    private List<Placed> Places(Batch batch)
    {
        var steps = bench.StepsOf[batch.Id].Where(s => s.RepairId is null).ToDictionary(s => s.Key);
        var placed = new List<Placed>();
        foreach (var stretch in PaintPasses.Of(bench.State.JobOf(batch)))
        {
            if (!steps.TryGetValue(stretch.Key, out var step))
                continue;
            if (stretch.Key.Kind == StepKind.Paint)
            {
                var session = PaintProgress.Of(bench, step);
                placed.AddRange(stretch.Passes.Select((p, i) => new Placed(p, step, session, i + 1)));
            }
            // A round of masks is through when it is bared again.
            else if (placed is [.., var last] && ReferenceEquals(last.Pass, stretch.Passes[0]))
                placed[^1] = last with { Step = step };
            else
                placed.Add(new Placed(stretch.Passes[0], step, null, 1));
        }
        return placed;
    }

    private PaintPassView View(Placed placed, int place, List<BenchModel> models, bool isOn)
    {
        var pass = placed.Pass;
        return new PaintPassView(
            place + 1,
            pass.Kind,
            pass.Name,
            pass.Area,
            pass.Mix,
            pass.Swatch,
            placed.Session is { } session ? (int)Math.Round(session.Seconds(placed.Number)) : pass.Seconds,
            pass.ToString(),
            models.Count(m => placed.Has(bench, m.Id)),
            isOn,
            Wait(placed)
        );
    }

    // Paint holds nobody up: another area goes on. What runs over all of it does.
    private string Wait(Placed placed)
    {
        if (placed.Pass.Kind == PassKind.Colour || placed.Step.Amounts.Product is null)
            return "";
        var over = Waits.Of(bench, placed.Step).Where(w => w.Next is { } next && PaintPasses.Makes(next.Key.Kind)).ToList();
        if (over.Count == 0)
            return "";
        var minutes = over.Max(w => w.Planned(bench.Expected(placed.Step, w.Stage, now)));
        return $"{placed.Pass.Name} dries {Clockface.Lasts(minutes)}: what goes over it waits";
    }

    private string Left(List<Placed> placed)
    {
        var steps = placed.Select(p => p.Step).DistinctBy(s => s.Id).ToList();
        var minutes = steps.Sum(s => PaintSessions.HandsLeft(bench, s, now));
        if (minutes == 0)
            return "Painted.";
        var ids = steps.Select(s => s.Id).ToHashSet();
        var work = plan.Work.Where(w => ids.Contains(w.StepId)).ToList();
        if (work.Count == 0)
            return $"Left: {Clockface.Hands(minutes)} of painting.";
        var sittings = plan.Problem.Sittings.Count(s => work.Exists(w => plan.At(s.Begin) < w.End && plan.At(s.End) > w.Begin));
        return $"Left: {Clockface.Hands(minutes)} of painting in {Sentence.Counted(Math.Max(1, sittings), "sitting")}, "
            + $"done {_clock.Day(work.Max(w => w.End))}.";
    }
}
