using Hexaprep.Bench.State;
using Hexaprep.Craft.Computation;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Bench.Judgement;

/// <summary>What this bench has learned of its flaws: how often a look finds one, and which causes its log named.</summary>
/// <param name="bench">The bench, units off it among it.</param>
public sealed class FlawMemory(BenchIndex bench)
{
    // The trade's odds are worth so many flaws of one's own (computation 13).
    private const double PriorFlaws = 5;

    // Fewer say nothing honest (computation 13).
    private const int LeastModels = 8,
        LeastFlaws = 2,
        ReviewFrom = 3;

    private const double UsualShare = 0.1;

    private readonly ILookup<FlawKind, Flaw> _closed = bench
        .Whole.Flaws.Where(f => f is { Kind: not null, MendedAt: not null })
        .ToLookup(f => f.Kind!.Value);

    /// <summary>By how much this bench's counts move the odds of a cause of a flaw; 1 without any.</summary>
    public double Moves(FlawKind kind, CauseId cause)
    {
        var odds = CauseBook.Of(cause).Explains[kind];
        var (named, unnamed) = (_closed[kind].Count(f => f.Cause == cause), _closed[kind].Count(f => f.Cause is null));
        return (PriorFlaws * odds + named) / (PriorFlaws + unnamed) / odds;
    }

    /// <summary>The counts behind it, in words; empty without any.</summary>
    public string Words(FlawKind kind, CauseId cause)
    {
        var (named, all) = (_closed[kind].Count(f => f.Cause == cause), _closed[kind].Count());
        return named == 0 ? "" : $"On this bench it was named for {named} of {all}.";
    }

    /// <summary>Models looked at in a gate of a kind, and those it found something on.</summary>
    public (int Models, int Flawed) Seen(StepKind gate) => Seen(gate, _ => true);

    /// <summary>The share of models that fail at a gate: the bench's own as soon as that is honest, else one in ten.</summary>
    public (double Share, bool IsOwn) Failing(StepKind gate)
    {
        var (models, flawed) = Seen(gate);
        return models >= LeastModels && flawed >= LeastFlaws ? (FirstPassYield.Rate(models, flawed).Mean, true) : (UsualShare, false);
    }

    /// <summary>How often each look finds nothing, by stage and then by method and material.</summary>
    public IReadOnlyList<YieldView> Yields()
    {
        var rows = new List<YieldView>();
        foreach (var gate in StepDefinition.InOrder.Select(f => f.Kind).Where(k => k.IsGate()))
        {
            var all = Seen(gate);
            if (all.Models == 0)
                continue;
            rows.Add(Row(GateWords.Stage(gate), all));
            // Taken apart only where there is enough to take apart.
            if (all.Models < LeastModels)
                continue;
            var coat = CoatBefore(gate);
            var methods = Steps(coat).Select(s => s.Amounts.Method).OfType<string>().Distinct().Order(StringComparer.Ordinal).ToList();
            var materials = bench.Whole.Batches.SelectMany(b => b.Traits.Materials).Distinct().Order().ToList();
            var parts = methods
                .Where(_ => methods.Count > 1)
                .Select(m => Row($"{GateWords.Stage(gate)}, {MethodWords.Of(m)}", Seen(gate, b => Is(coat, b, m))))
                .Concat(
                    materials
                        .Where(_ => materials.Count > 1)
                        .Select(m =>
                            Row(
                                $"{GateWords.Stage(gate)}, {Materials.Word(m)}",
                                Seen(gate, b => bench.Batches[b].Traits.Materials.Contains(m))
                            )
                        )
                );
            rows.AddRange(parts);
        }
        return [.. rows.Where(r => r.Models > 0)];
    }

    /// <summary>House rules whose remedy the log names again and again: worth another look, never changed by themselves.</summary>
    public IReadOnlyList<ReviewView> Reviews() =>
        [
            .. _closed
                .SelectMany(g => g)
                .Where(f => f.Cause is { } c && CauseBook.Of(c).HouseRule is not null)
                .GroupBy(f => (CauseBook.Of(f.Cause!.Value).HouseRule!, f.Cause!.Value))
                .Where(g => g.Count() >= ReviewFrom && HouseRuleCatalog.Find(g.Key.Item1) is not null)
                .OrderByDescending(g => g.Count())
                .Select(g => new ReviewView(
                    g.Key.Item1,
                    HouseRuleCatalog.Find(g.Key.Item1)!.Question,
                    $"{g.Count()} flaws because {CauseBook.Of(g.Key.Value).Words}. {CauseBook.Of(g.Key.Value).Next}"
                )),
        ];

    private bool Is(StepKind coat, Guid batch, string method) => Steps(coat).Any(s => s.BatchId == batch && s.Amounts.Method == method);

    private IEnumerable<BenchStep> Steps(StepKind kind) => bench.Whole.Steps.Where(s => s.Key.Kind == kind && s.RepairId is null);

    private (int Models, int Flawed) Seen(StepKind gate, Func<Guid, bool> ofBatch)
    {
        var (looked, flawed) = (0, 0);
        foreach (var step in Steps(gate).Where(s => ofBatch(s.BatchId)))
        {
            var bad = bench.FlawsOf(step.BatchId).Where(f => f.StepId == step.Id).Select(f => f.ModelId).ToHashSet();
            looked += bench.TicksOf[step.Id].Select(t => t.ModelId).Concat(bad).Distinct().Count();
            flawed += bad.Count;
        }
        return (looked, flawed);
    }

    private static YieldView Row(string stage, (int Models, int Flawed) seen)
    {
        var rate = FirstPassYield.Rate(seen.Models, seen.Flawed);
        var words =
            seen.Models < LeastModels || seen.Flawed < LeastFlaws
                ? "too few to say more"
                : $"about {Share.Percent(1 - rate.Mean)} right at once, "
                    + $"likely {Share.Percent(1 - rate.High)} to {Share.Percent(1 - rate.Low)}";
        return new(stage, seen.Models, seen.Flawed, words);
    }

    private static StepKind CoatBefore(StepKind gate) =>
        gate switch
        {
            StepKind.PrimerGate => StepKind.Prime,
            StepKind.TransferGate => StepKind.GlossBed,
            _ => StepDefinition.Of(gate).LooksAt ?? StepKind.FinalCoat,
        };
}

/// <summary>How often a look found nothing.</summary>
/// <param name="Stage">Which look, by method or material where it says so.</param>
/// <param name="Models">Models looked at.</param>
/// <param name="Flawed">Models it found something on.</param>
/// <param name="Words">What that says, with how sure.</param>
public sealed record YieldView(string Stage, int Models, int Flawed, string Words);

/// <summary>A house rule worth another look.</summary>
public sealed record ReviewView(string School, string Question, string Words);
