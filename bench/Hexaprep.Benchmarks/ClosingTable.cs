using System.Diagnostics;
using System.Globalization;
using Hexaprep.Craft.Joining;

namespace Hexaprep.Benchmarks;

/// <summary>Closing proofs by number of joints: microseconds each, and how they grow beside those of six joints.</summary>
internal static class ClosingTable
{
    /// <summary>Prints the mean and the slowest of many drawn problems.</summary>
    /// <param name="answers">Problems of each size.</param>
    public static void Print(int answers)
    {
        Console.WriteLine("joints   answers   mean us   slowest ms   x of six joints");
        double? six = null;
        foreach (var joints in new[] { 6, 9, 12 })
        {
            var random = new Random(joints);
            var problems = Enumerable.Range(0, Math.Min(answers, 2000)).Select(_ => Drawn(random, joints)).ToList();
            problems.ForEach(p => Closing.Of(p));
            var (slowest, all) = (0.0, Stopwatch.StartNew());
            for (var i = 0; i < answers; i++)
            {
                var one = Stopwatch.GetTimestamp();
                Closing.Of(problems[i % problems.Count]);
                slowest = Math.Max(slowest, Stopwatch.GetElapsedTime(one).TotalMilliseconds);
            }
            var mean = all.Elapsed.TotalMicroseconds / answers;
            six ??= mean;
            Console.WriteLine(
                string.Create(CultureInfo.InvariantCulture, $"{joints, 6} {answers, 9} {mean, 9:F1} {slowest, 12:F2} {mean / six, 17:F1}")
            );
        }
    }

    // A model of as many joints as pieces, every third joint blocked, a third of the pieces held apart.
    private static ClosingProblem Drawn(Random random, int joints) =>
        new(
            joints + 1,
            [.. Enumerable.Range(0, joints).Select(j => new Joint($"j{j}", random.Next(j + 1), j + 1))],
            [
                .. Enumerable
                    .Range(0, joints / 3)
                    .Select(_ => (Joint: random.Next(joints), By: (uint)random.Next(1, 1 << joints) & (uint)random.Next(1, 1 << joints)))
                    .Select(b => new Blocking(b.Joint, b.By & ~(1u << b.Joint)))
                    .Where(b => b.By != 0),
            ],
            [.. Enumerable.Range(0, joints / 3).Select(_ => random.Next(joints)).Select(a => (a, a + 1))],
            []
        );
}
