using System.Globalization;
using Hexaprep.Bench.Edits;
using Hexaprep.Bench.State;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Supplies;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;
using Hexaprep.Planning.WhatIf;
using Hexaprep.Screens.Wording;
using NodaTime;

namespace Hexaprep.Screens.UnitsScreen;

/// <summary>Reads which primer suits the colours of a batch.</summary>
public sealed class PrimerReader(BenchIndex bench, BenchPlan plan, Instant now)
{
    /// <summary>The colours and the primers as they are.</summary>
    public PrimerView Of(Batch batch)
    {
        var job = bench.State.JobOf(batch);
        var chosen = job.House.Of(HouseRuleCatalog.PrimerColour);
        var palette = batch.Traits.Palette;
        var ranked = palette is null ? [] : PrimerColours.Ranked(palette, batch.Traits.Tier);
        return new PrimerView(
            batch.Id,
            batch.Version,
            palette?.Lines ?? [],
            palette is null ? [] : Colours(palette),
            [.. ranked.Select(r => Row(r, ranked, job, chosen))],
            palette is null ? "" : Why(palette, ranked),
            Note,
            chosen.Id,
            Stands(batch, job),
            FromPasses(batch)?.Lines,
            [
                .. bench
                    .State.Batches.Where(b => b.Id != batch.Id && b.Traits.Palette is not null)
                    .Select(b => new LikeView(b.Id, bench.NameOf(b), b.Traits.Palette!.Lines)),
            ]
        );
    }

    private static string Note =>
        "The order of primers is reliable, coats ± 1: how well a paint hides is guessed by its colour until you say. "
        + $"Rule of thumb: base colours are {PrimerColours.BaseColours * 100:0} % of the brushwork.";

    /// <summary>What another colour of primer does to the plan.</summary>
    /// <param name="batch">The batch.</param>
    /// <param name="option">The colour.</param>
    /// <param name="budget">Decodes for each plan that is compared, at least 1.</param>
    /// <param name="newId">Gives fresh identities to steps that would come in.</param>
    /// <param name="cancel">Ends the search.</param>
    public PlanEffectView Effect(Batch batch, SchoolOption option, int budget, Func<Guid> newId, CancellationToken cancel)
    {
        var next = bench.With(HouseEdits.Choose(bench, null, batch.Id, HouseRuleCatalog.PrimerColour, option.Id, now, newId).Changes);
        var effect = PlanEffect.Of(bench, plan, next, now, budget, cancel);
        return new PlanEffectView(EffectWords.Of(effect), effect.Moves);
    }

    private static IReadOnlyList<PaletteColourView> Colours(Palette palette)
    {
        var shares = palette.Shares;
        return
        [
            .. palette.Colours.Select(
                (c, at) =>
                    new PaletteColourView(
                        c.Name,
                        c.Hex,
                        (int)Math.Round(shares[at] * 100),
                        c.Hiding ?? Hiding.GuessOf(c.Hex),
                        c.Hiding is null
                    )
            ),
        ];
    }

    private static PrimerRowView Row(PrimerRank rank, IReadOnlyList<PrimerRank> ranked, Job job, SchoolOption chosen)
    {
        var option = PrimerColours.Option(rank.Primer);
        var palette = job.Batch.Palette!;
        return new PrimerRowView(
            option.Id,
            Name(rank),
            [.. rank.Lightness.OrderDescending().Select(Hiding.GreyHex)],
            [.. palette.Colours.Zip(rank.Coats, (c, coats) => new ColourCoatsView(c.Name, c.Hex, Math.Round(coats, 1)))],
            Math.Round(rank.Expected, 1),
            Painting(rank, ranked, job),
            Instead(rank, PrimerColours.Of(ranked, chosen), ranked, job),
            rank.Infeasible == 0 ? "" : $"{Sentence.Listed(Through(palette, rank))}: too dark for a paint that it has to shine through",
            rank == ranked[0],
            option.Id == chosen.Id
        );
    }

    private static List<string> Through(Palette palette, PrimerRank rank) =>
        [.. palette.Colours.Where(c => c.Hiding == PaintHiding.Transparent && !Hiding.Shines(c.Hex, rank.Lightness)).Select(c => c.Name)];

    private static string Name(PrimerRank rank) =>
        rank.Primer switch
        {
            "mid_grey" => "mid grey",
            "light_grey" => "light grey",
            "dark_grey" => "dark grey",
            "zenithal" => "black, white above",
            var plain => plain,
        };

    // Minutes of painting, of all models, more than over the best.
    private static int MinutesMore(PrimerRank rank, IReadOnlyList<PrimerRank> ranked, Job job) =>
        (int)Math.Round(PrimerColours.More(PaintPasses.BrushSeconds(job), ranked, rank) * job.Batch.Models / 60.0);

    // The best is told against the worst, the others against the best.
    private static string Painting(PrimerRank rank, IReadOnlyList<PrimerRank> ranked, Job job)
    {
        if (rank != ranked[0])
            return MinutesMore(rank, ranked, job) is var more and > 0 ? $"+ {Clockface.Hands(more)}" : "the same";
        var worst = ranked.MaxBy(r => MinutesMore(r, ranked, job))!;
        return MinutesMore(worst, ranked, job) is var less and > 0
            ? $"{Clockface.Hands(less)} less than {Name(worst)}"
            : "as over any other";
    }

    private static string Instead(PrimerRank rank, PrimerRank now, IReadOnlyList<PrimerRank> ranked, Job job)
    {
        var more = MinutesMore(rank, ranked, job) - MinutesMore(now, ranked, job);
        return rank == now ? "as it is now"
            : more == 0 ? $"painting as over {Name(now)}"
            : $"{Clockface.Hands(Math.Abs(more))} of painting {(more < 0 ? "less" : "more")} than over {Name(now)}";
    }

    // The colour that takes the most coats over the worst primer decides.
    private static string Why(Palette palette, IReadOnlyList<PrimerRank> ranked)
    {
        var (best, worst) = (ranked[0], ranked[^1]);
        var decides = Enumerable.Range(0, palette.Colours.Count).MaxBy(at => palette.Shares[at] * (worst.Coats[at] - best.Coats[at]));
        var name = palette.Colours[decides].Name;
        var dark = best.TouchUp == 0 ? " No light primer is left in the recesses of a dark colour." : "";
        if (worst.Infeasible > 0)
            return $"Light ground decides: {Sentence.Listed(Through(palette, worst))} would not show over {Name(worst)}.{dark}";
        return worst.Coats[decides] - best.Coats[decides] < 0.5
            ? $"The colours cover about as soon over each of them.{dark}"
            : $"{Sentence.Opened(name)} decides: {Coats(worst.Coats[decides])} over {Name(worst)}, {Coats(best.Coats[decides])} over "
                + $"{Name(best)}.{dark}";
    }

    private static string Coats(double coats) => coats < 1.05 ? "one coat" : $"{coats.ToString("0.#", CultureInfo.InvariantCulture)} coats";

    private string Stands(Batch batch, Job job)
    {
        if (job.Batch.PaintMinutes == 0)
            return "It is not painted: only the look at the primer changes with its colour.";
        var prime = bench.StepsOf[batch.Id].Where(s => s.Key.Kind == StepKind.Prime && s.RepairId is null).ToList();
        var done = bench.ModelsOf[batch.Id].Count(m => prime.Exists(s => bench.IsDone(s.Id, m.Id)));
        return string.Join(
            ' ',
            new[]
            {
                done == 0 ? "" : $"{done} of {batch.Traits.Models} are primed: they stay as they are.",
                batch.Traits.Passes is { Count: > 0 } ? "Its passes have minutes of your own: the primer moves none of them." : "",
            }.Where(t => t.Length > 0)
        );
    }

    // The colours of its own passes, by the minutes they take: a start for a palette.
    private static Palette? FromPasses(Batch batch)
    {
        var swatches = (batch.Traits.Passes ?? [])
            .Where(p => p is { Kind: PassKind.Colour, Swatch: not null })
            .DistinctBy(p => p.Name, StringComparer.OrdinalIgnoreCase)
            .Take(Palette.Most)
            .ToList();
        var all = swatches.Sum(p => p.Seconds);
        return swatches.Count == 0
            ? null
            : Palette.Of([
                .. swatches.Select(p => new PaletteColour(p.Name, p.Swatch!, Math.Max(1, (int)Math.Round(p.Seconds * 100.0 / all)))),
            ]);
    }
}
