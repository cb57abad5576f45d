using System.Globalization;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Scheduling.Problems;

namespace Hexaprep.Proof;

/// <summary>Makes instances of the model's full range from a seed: 2 to 7 batches of 5 to 12 steps, deadlines, weather with gaps, recoat
/// windows shut for a day, mixes that stiffen, scarce handles and slots. Equal seeds give equal instances.</summary>
internal static class Generator
{
    private const int Day = 1440,
        Days = 100;

    /// <summary>The instance of a seed.</summary>
    public static PlanProblem Of(int seed)
    {
        var random = new Random(seed);
        bool Odds(double of) => random.NextDouble() < of;
        var batches = 2 + random.Next(6);
        var units = 1 + random.Next(batches);
        // Small ones may be long, large ones are kept within what an exact solver proves.
        var longest =
            batches <= 4 ? 12
            : batches <= 5 ? 11
            : 10;
        var sittings = Sittings(random);
        var windows = Windows(random);
        var made = Enumerable.Range(1, batches).Select(i => Batch($"B{i}", i, units, longest, random)).ToList();
        var counts = made.Select(b => b.Count).ToList();
        var handles = Math.Max(counts.Max(), (int)Math.Round(counts.Sum() * (0.35 + 0.65 * random.NextDouble())));
        return new PlanProblem(
            string.Create(CultureInfo.InvariantCulture, $"gen-{seed}-{batches}x{made.Max(b => b.Steps.Count)}"),
            Days * Day,
            PlanWeights.Default,
            sittings,
            windows,
            [new PlanResource("handle", handles), new PlanResource("rack", 1 + random.Next(2))],
            Cleanouts(random),
            [
                .. Enumerable
                    .Range(1, units)
                    .Select(u => new PlanUnit($"U{u}", Odds(0.3) ? 5 : 1 + random.Next(3))
                    {
                        Deadline = Odds(0.5) ? (5 + random.Next(24)) * Day + 720 + 60 * random.Next(12) : null,
                    }),
            ],
            made
        )
        {
            Seed = 1,
        };
    }

    private static List<Span> Sittings(Random random)
    {
        var week = Enumerable.Range(0, 7).OrderBy(_ => random.Next()).Take(2 + random.Next(3)).Order().ToList();
        var evening = 1020 + 15 * random.Next(12);
        var found = new List<Span>();
        for (var d = 0; d < Days - 1; d++)
        {
            if (!week.Contains(d % 7) || random.NextDouble() < 0.08)
                continue;
            var weekend = d % 7 >= 5 && random.NextDouble() < 0.6;
            var begin = d * Day + (weekend ? 540 + 15 * random.Next(12) : evening + 15 * random.Next(3));
            found.Add(new Span(begin, Math.Min((d + 1) * Day, begin + (weekend ? 180 : 120) + 15 * random.Next(8))));
        }
        return found;
    }

    private static List<Span> Windows(Random random)
    {
        var fit = 0.55 + 0.4 * random.NextDouble();
        var found = new List<Span>();
        for (var d = 0; d < Days - 1; d++)
        {
            if (random.NextDouble() > fit)
                continue;
            var begin = d * Day + 540 + 30 * random.Next(8);
            found.Add(new Span(begin, d * Day + 1140 + 15 * random.Next(16)));
        }
        return found;
    }

    private static Dictionary<string, IReadOnlyDictionary<string, int>> Cleanouts(Random random)
    {
        string[] modes = ["primer", "gloss", "matte"];
        return modes.ToDictionary(
            m => m,
            m => (IReadOnlyDictionary<string, int>)modes.Where(o => o != m).ToDictionary(o => o, _ => 4 + random.Next(11))
        );
    }

    // Long: a route, step by step.
    private static PlanBatch Batch(string id, int number, int units, int longest, Random random)
    {
        bool Odds(double of) => random.NextDouble() < of;
        int In(int low, int high) => low + random.Next(high - low + 1);
        var count = In(3, 10);
        var steps = new List<PlanStep>();
        var arcs = new List<PlanArc>();
        string? last = null;
        var wait = 0;
        void Then(PlanStep step, int? max = null, Span? forbid = null)
        {
            if (last is not null)
                arcs.Add(new PlanArc(last, step.Id, wait) { Max = max, Forbid = forbid });
            steps.Add(step);
            (last, wait) = (step.Id, step.Wait);
        }
        bool Room(int more) => steps.Count + more <= longest - 3;
        Then(new("clean", In(3, 8), In(3, 9), 3, 0));
        if (Odds(0.5))
            Then(new("assemble", In(2, 5), In(3, 5), 2, In(25, 150)));
        if (Odds(0.5))
            Then(new("wash", In(6, 9), 1, 1, In(400, 650)));
        if (Odds(0.5))
        {
            Then(new("fill", In(3, 6), In(1, 3), 1, In(1, 8)));
            Then(new("smooth", 1, In(1, 2), 1, In(360, 1210)), max: In(24, 40));
        }
        var mounts = Room(3) && Odds(0.4);
        if (mounts)
            Then(new("mount", In(2, 4), 1, 1, In(6, 15)));
        int? stale = mounts && Odds(0.6) ? In(5, 8) * Day : null;
        var twice = Room(1) && Odds(0.4);
        Then(new("prime1", In(6, 12), In(1, 2), 1, In(15, 100)) { Mode = "primer" }, max: stale);
        if (twice)
        {
            var closes = In(1, 3) * 60;
            Then(
                new("prime2", In(6, 12), In(1, 2), 1, In(300, 1300)) { Mode = "primer" },
                forbid: new Span(Math.Max(wait + 1, closes), Day)
            );
        }
        if (Room(1) && Odds(0.4))
            Then(new("inspect", 1, 1, 1, 0));
        if (Room(1) && Odds(0.7))
            Then(new("paint", In(4, 7), In(5, 12), 3, In(60, 240)));
        if (Room(1) && Odds(0.4))
            Then(new("gloss", In(6, 12), In(1, 2), 1, In(120, 1300)) { Mode = "gloss" });
        if (Room(2) && Odds(0.4))
        {
            Then(new("soak", In(0, 1), 1, 1, 2));
            Then(new("apply", 2, In(3, 5), 1, In(15, 40)), max: In(12, 20));
        }
        Then(new("matte", In(6, 12), In(1, 2), 1, In(300, 1400)) { Mode = "matte" });
        if (mounts)
            Then(new("unmount", 1, 1, 1, In(5, 12)));
        if (steps.Count < longest && Odds(0.6))
            Then(new("finish", In(2, 6), In(1, 3), 2, In(600, 2800)));
        if (steps.Count < longest && Odds(0.3))
        {
            // Bases are made beside the models.
            var bases = new PlanStep("base", In(4, 6), In(2, 4), 2, In(800, 1900));
            steps.Add(bases);
            arcs.Add(new PlanArc("base", last!, bases.Wait));
        }
        ResourceReservation Slot(string step) => new("rack", 1, new PlanEdge(step, "start"), new PlanEdge(step, "ready"));
        var held = mounts
            ? new ResourceReservation("handle", count, new PlanEdge("mount", "start"), new PlanEdge("unmount", "end"))
            : new ResourceReservation("handle", count, new PlanEdge("prime1", "start"), new PlanEdge("matte", "ready"));
        return new PlanBatch(
            id,
            $"U{(number <= units ? number : 1 + random.Next(units))}",
            count,
            steps,
            arcs,
            [held, .. steps.Where(s => s.Mode is not null).Select(s => Slot(s.Id))]
        );
    }
}
