using CsCheck;
using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Inspections;

namespace Hexaprep.Core.Tests.Gates;

/// <summary>The statistics against plain enumeration.</summary>
public sealed class StatisticsTests
{
    [Fact]
    public void The_jobs_worth_doing_are_the_best_of_all_sets() =>
        Gen.Select(Gen.Select(Gen.Double[0.1, 9], Gen.Int[1, 60]).Array[0, 9], Gen.Int[0, 150])
            .Holds(
                (jobs, budget) =>
                {
                    var given = jobs.Select(j => (j.Item1, j.Item2 / 10.0)).ToList();
                    var chosen = GapFilling.Knapsack(given, budget / 10.0);
                    var best = Enumerable
                        .Range(0, 1 << jobs.Length)
                        .Where(s => Enumerable.Range(0, jobs.Length).Where(i => (s >> i & 1) == 1).Sum(i => jobs[i].Item2) <= budget)
                        .Max(s => Enumerable.Range(0, jobs.Length).Where(i => (s >> i & 1) == 1).Sum(i => jobs[i].Item1));
                    Assert.True(chosen.Sum(i => jobs[i].Item2) <= budget);
                    Assert.Equal(best, chosen.Sum(i => jobs[i].Item1), 9);
                },
                iter: 300
            );

    [Fact]
    public void Ranks_are_counted_exactly() =>
        Gen.Select(Gen.Int[1, 5], Gen.Int[1, 5], Gen.Int[0, int.MaxValue])
            .Holds(
                (n, m, seed) =>
                {
                    // Distinct values in some order: those at the drawn places are the flawed.
                    var random = new Random(seed);
                    var places = Enumerable.Range(0, n + m).OrderBy(_ => random.Next()).Take(n).ToHashSet();
                    static int U(IReadOnlySet<int> flawed, int all) =>
                        flawed.Sum(f => Enumerable.Range(0, all).Count(g => !flawed.Contains(g) && g < f));
                    var every = Enumerable
                        .Range(0, 1 << (n + m))
                        .Select(s => Enumerable.Range(0, n + m).Where(i => (s >> i & 1) == 1).ToHashSet())
                        .Where(s => s.Count == n)
                        .Select(s => U(s, n + m))
                        .ToList();
                    var u = U(places, n + m);
                    var exact = Math.Min(1, 2.0 * Math.Min(every.Count(x => x <= u), every.Count(x => x >= u)) / every.Count);
                    var found = Association.RankSum(
                        [.. places.Select(p => (double)p)],
                        [.. Enumerable.Range(0, n + m).Where(p => !places.Contains(p)).Select(p => (double)p)]
                    );
                    Assert.Equal((u, "exact"), ((int)found.U, found.Method));
                    Assert.Equal(exact, found.P, 9);
                },
                iter: 200
            );

    [Fact]
    public void Four_counts_are_weighed_as_all_tables_of_their_sums() =>
        Gen.Select(Gen.Int[0, 7], Gen.Int[0, 7], Gen.Int[0, 7], Gen.Int[0, 7])
            .Holds(
                (a, b, c, e) =>
                {
                    if (a + b + c + e == 0)
                        return;
                    static double Choose(int n, int k) =>
                        k < 0 || k > n ? 0 : Enumerable.Range(1, k).Aggregate(1.0, (x, i) => x * (n - k + i) / i);
                    double Ways(int k) => Choose(a + c, k) * Choose(b + e, a + b - k);
                    var all = Enumerable.Range(0, a + b + 1).Select(Ways).ToList();
                    var p = all.Where(w => w <= Ways(a) * (1 + 1e-7)).Sum() / all.Sum();
                    var found = Association.Fisher(a, b, c, e);
                    Assert.Equal(p, found.P, 9);
                    Assert.InRange(found.Higher, 0, 1);
                    // The other way round it is as likely.
                    Assert.Equal(1, found.Higher + Association.Fisher(c, e, a, b).Higher, 3);
                },
                iter: 200
            );

    [Fact]
    public void Tried_conditions_are_never_likelier_than_alone() =>
        Gen.Double[0, 1]
            .Array[1, 8]
            .Holds(p =>
            {
                var adjusted = Association.Holm(p);
                Assert.All(adjusted.Zip(p), x => Assert.InRange(x.First, x.Second, 1));
                Assert.Equal(Math.Min(1, p.Min() * p.Length), adjusted.Min(), 9);
            });
}
