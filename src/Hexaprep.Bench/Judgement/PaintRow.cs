using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.Judgement;

/// <summary>How many models are painted in a row, one colour through all of them before the next: as many as the first needs to dry
/// while the others have their turn.</summary>
/// <param name="Models">Models in the row, at least 1; 1 where a turn takes longer than the paint.</param>
/// <param name="TurnMinutes">Minutes of hands for one colour on one model, above 0: the painting's minutes over the usual number of
/// turns.</param>
/// <param name="DryMinutes">Minutes until a thin coat takes the next, usual, in the air now.</param>
/// <param name="IdleMinutes">Minutes a turn of the whole batch leaves over, where it is shorter than the row; 0 otherwise.</param>
public sealed record PaintRow(int Models, double TurnMinutes, int DryMinutes, int IdleMinutes)
{
    // Colours times base, shade and lights, where nobody said how it is painted: a rule of thumb.
    private static int Turns(Tier tier) =>
        tier switch
        {
            Tier.RankAndFile => 20,
            Tier.Elite => 24,
            Tier.Leader => 36,
            _ => 44,
        };

    /// <summary>The row of the pass that is on; null where the house paints a model at a time, or nothing is left to paint.</summary>
    /// <param name="bench">The bench.</param>
    /// <param name="step">A step of painting.</param>
    /// <param name="now">Whose air counts.</param>
    public static PaintRow? Of(BenchIndex bench, BenchStep step, Instant now)
    {
        if (step.Amounts.Product is not { } product || PaintProgress.Of(bench, step) is not { IsByRow: true, Next: { } next } progress)
            return null;
        var house = bench.HouseOf(step.BatchId);
        var key = Product.Of(step.Key.Kind, product, step.Amounts.Method);
        var dry = bench.Drying.Expected(step.Key.Kind, key, Readiness.Recoat, house, now, film: Film.Light).Usual;
        var pass = progress.Passes[next.Pass - 1];
        var turn =
            progress.Seconds(next.Pass) / 60 / (pass.Name == PaintPasses.Unknown ? Turns(bench.Batches[step.BatchId].Traits.Tier) : 1);
        return For(Math.Max(1 / 60.0, turn), dry, progress.Lacking(next.Pass).Count);
    }

    /// <summary>The row for a turn, a drying time and a number of models.</summary>
    public static PaintRow For(double turn, int dry, int models)
    {
        var needed = Math.Max(1, (int)Math.Ceiling(dry / turn - 1e-9));
        return new PaintRow(Math.Min(needed, models), turn, dry, needed <= models ? 0 : Math.Max(0, (int)Math.Round(dry - models * turn)));
    }

    /// <summary>How to paint by it, in a line.</summary>
    public string Words
    {
        get
        {
            var turn = TurnMinutes < 1 ? "under a minute" : $"about {Math.Round(TurnMinutes)} min";
            return Models == 1 && IdleMinutes == 0 ? $"One at a time: a colour takes {turn}, and is dry after about {DryMinutes}."
                : IdleMinutes > 0
                    ? $"One colour through {(Models == 1 ? "it" : Models == 2 ? "both" : $"all {Models}")}, {turn} each; "
                        + $"then it dries about {IdleMinutes} min more: another area meanwhile."
                : $"Rows of {Models}, one colour through the row: {turn} each, and the first is dry when the last is done.";
        }
    }
}
