using Hexaprep.Bench.State;
using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Steps;

namespace Hexaprep.Bench.Judgement;

/// <summary>Coats laid in air of one dampness, and how many of them failed at a look.</summary>
/// <param name="Air">"40 to 65 %".</param>
/// <param name="Coats">How many whose look was taken.</param>
/// <param name="Failed">Of them, those it found something at.</param>
public sealed record TookAirView(string Air, int Coats, int Failed);

/// <summary>How the coats of this bench took the air they were laid in: those whose look found something against those it found clean,
/// warmth and damp tried together.</summary>
/// <param name="Words">Under which air coats failed; empty where none did.</param>
/// <param name="ByDamp">The same coats by how damp it was; empty without any.</param>
public sealed record AirOutcomes(string Words, IReadOnlyList<TookAirView> ByDamp)
{
    private const int FewCoats = 8,
        FewFailures = 2,
        MostJudged = 300,
        MostRead = 3000;
    private const double LikelyP = 0.1;
    private const double DryPct = 40,
        DampPct = 65;

    /// <summary>How they took it.</summary>
    public static AirOutcomes Of(BenchIndex bench)
    {
        var flaws = bench.State.Flaws.ToLookup(f => f.StepId);
        // The newest: a log of years costs no more.
        var judged = Newest(bench)
            .Where(c => c is { AirC: not null, HumidityPct: not null, EndedAt: not null })
            .Select(c => (Coat: c, Verdict: Verdict(bench, c, flaws)))
            .Where(c => c.Verdict.Length > 0)
            .Take(MostJudged)
            .ToList();
        var (failed, good) = (
            judged.Where(c => c.Verdict != "clean").Select(c => c.Coat).ToList(),
            judged.Where(c => c.Verdict == "clean").Select(c => c.Coat).ToList()
        );
        return new(In(failed, good), judged.Count == 0 ? [] : ByDampOf(failed, good));
    }

    /// <summary>What the looks found at a coat: flaws in words, "clean", or nothing where none was taken yet.</summary>
    public static string Verdict(BenchIndex bench, Coat coat, ILookup<Guid, Flaw> flaws)
    {
        var models = coat.ModelIds.ToHashSet();
        var step = bench.Steps[coat.StepId];
        var gates = bench.StepsOf[step.BatchId].Where(s => s.Key.Kind.IsGate() && s.Position > step.Position).ToList();
        var found = gates
            .SelectMany(g => flaws[g.Id])
            .Concat(flaws[coat.StepId])
            .Where(f => models.Contains(f.ModelId) && f.NotedAt >= coat.StartedAt)
            .Select(f => f.Words)
            .ToList();
        if (found.Count > 0)
            return string.Join(", ", found.GroupBy(w => w).Select(g => g.Count() == 1 ? g.Key : $"{g.Key} x {g.Count()}"));
        return gates.Exists(g => bench.TicksOf[g.Id].Any(t => models.Contains(t.ModelId))) ? "clean" : "";
    }

    private static List<TookAirView> ByDampOf(List<Coat> failed, List<Coat> good)
    {
        TookAirView One(string air, Func<double, bool> isIn) =>
            new(air, failed.Concat(good).Count(c => isIn(c.HumidityPct!.Value)), failed.Count(c => isIn(c.HumidityPct!.Value)));
        return
        [
            One($"under {DryPct} %", rh => rh < DryPct),
            One($"{DryPct} to {DampPct} %", rh => rh is >= DryPct and <= DampPct),
            One($"over {DampPct} %", rh => rh > DampPct),
        ];
    }

    private static string In(List<Coat> failed, List<Coat> good)
    {
        if (failed.Count == 0)
            return "";
        var coats = (failed.Count + good.Count) == 1 ? "coat" : "coats";
        var words =
            $"{failed.Count} of {(failed.Count + good.Count)} {coats} with known air failed at a gate: "
            + $"{failed.Min(c => c.AirC):0} to {failed.Max(c => c.AirC):0} °C, "
            + $"{failed.Min(c => c.HumidityPct):0} to {failed.Max(c => c.HumidityPct):0} %";
        if ((failed.Count + good.Count) < FewCoats || failed.Count < FewFailures || good.Count == 0)
            return $"{words}. Too few to say more.";
        var tried = new[]
        {
            (Name: ("warmer", "cooler"), Ranks: Association.RankSum(Figures(failed, c => c.AirC), Figures(good, c => c.AirC))),
            (Name: ("damper", "drier"), Ranks: Association.RankSum(Figures(failed, c => c.HumidityPct), Figures(good, c => c.HumidityPct))),
        };
        var adjusted = Association.Holm([.. tried.Select(t => t.Ranks.P)]);
        var links = tried
            .Select((t, i) => (Air: t.Ranks.Auc > 0.5 ? t.Name.Item1 : t.Name.Item2, P: adjusted[i]))
            .Where(t => t.P < LikelyP)
            .Select(t => t.Air)
            .ToList();
        return links.Count == 0
            ? $"{words}. No sign that the air was why."
            : $"{words}. They were laid in {string.Join(" and ", links)} air than the clean ones: a likely link, "
                + "to be tried on a test piece.";
    }

    private static IEnumerable<Coat> Newest(BenchIndex bench)
    {
        var coats = bench.State.Coats;
        for (var i = coats.Count - 1; i >= Math.Max(0, coats.Count - MostRead); i--)
            yield return coats[i];
    }

    private static List<double> Figures(IEnumerable<Coat> coats, Func<Coat, double?> figure) => [.. coats.Select(c => figure(c)!.Value)];
}
