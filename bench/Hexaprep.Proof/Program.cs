using System.Diagnostics;
using System.Globalization;
using Hexaprep.Exact;
using Hexaprep.Formats;
using Hexaprep.Proof;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Scheduling.Searching;

// given [SECONDS] [NAME PART] [FOLDER]: the planner at its full budget beside an exact solver with so many seconds, instance by instance.
// prove FILE FIRST LAST SECONDS: the instances of these seeds, those proven optimal within the seconds added to a file of optima.
// judge FILE [SEEDS] [BUDGET] [PART] [alone]: the planner, finished or alone, on every proven instance of the file, seeds 1 to SEEDS: how
// far above the optimum. PART 0/2 takes every other instance.
// beside SEED [SECONDS]: the exact plan and the planner's, sitting by sitting.
int Number(int at, int usual) => args.Length > at ? int.Parse(args[at], CultureInfo.InvariantCulture) : usual;
string Word(int at, string usual) => args.Length > at ? args[at] : usual;
void Say(FormattableString line) => Console.WriteLine(line.ToString(CultureInfo.InvariantCulture));

switch (Word(0, "given"))
{
    case "prove":
        Prove(args[1], Number(2, 1), Number(3, 200), Number(4, 60));
        break;
    case "judge":
        Judge(args[1], Number(2, 5), Number(3, 40_000), Word(4, "0/1"));
        break;
    case "beside":
        Beside(Number(1, 1), Number(2, 60));
        break;
    default:
        Given(Number(1, 60), Word(2, ""), Word(3, "tests/Hexaprep.Core.Tests/Instances"));
        break;
}

void Given(int seconds, string part, string folder)
{
    Console.WriteLine("instance            planner        exact        bound   proven   planner above exact %");
    foreach (
        var file in Directory
            .GetFiles(folder, "*.json")
            .Order(StringComparer.Ordinal)
            .Where(f => f.Contains(part, StringComparison.Ordinal))
    )
    {
        var problem = PlanFile.ReadProblem(File.ReadAllText(file)) with { Seed = 1 };
        if (problem.Batches.Count > 12)
            continue;
        var plan = Planner.Solve(problem, 40_000).Schedule.Z!.Value;
        var (value, bound, proven) = new ExactModel(problem, null).Solve(seconds, Environment.ProcessorCount);
        var (name, above, isProven) = (Path.GetFileNameWithoutExtension(file), 100.0 * (plan - value) / value, proven ? "yes" : "no");
        Say($"{name, -16} {plan, 10} {value, 12:F0} {bound, 12:F0} {isProven, 8} {above, 12:F3}");
    }
}

void Prove(string file, int first, int last, int seconds)
{
    var known = File.Exists(file) ? File.ReadLines(file).Skip(1).Select(l => l.Split(',')[0]).ToHashSet() : [];
    if (!File.Exists(file))
        File.WriteAllText(file, "seed,batches,steps,optimum\n");
    for (var seed = first; seed <= last; seed++)
    {
        if (known.Contains(seed.ToString(CultureInfo.InvariantCulture)))
            continue;
        var problem = Generator.Of(seed);
        var plan = Planner.Solve(problem, 4_000);
        if (plan.Unplaced.Count > 0)
            continue;
        var watch = Stopwatch.StartNew();
        var (value, _, proven) = new ExactModel(problem, plan.Schedule.Z).Solve(seconds, 1);
        var found = proven ? "proven" : "open";
        Say($"{problem.Name, -16} {plan.Schedule.Z, 10} {value, 12:F0} {found, 8} {watch.Elapsed.TotalSeconds, 6:F1} s");
        if (proven)
            File.AppendAllText(
                file,
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{seed},{problem.Batches.Count},{problem.Batches.Sum(b => b.Steps.Count)},{value:F0}\n"
                )
            );
    }
}

// The exact plan and the planner's, sitting by sitting.
void Beside(int seed, int seconds)
{
    var problem = Generator.Of(seed);
    var plan = Planner.Solve(problem, 40_000).Schedule;
    var model = new ExactModel(problem, plan.Z);
    Say($"planner {plan.Z}, exact {model.Solve(seconds, Environment.ProcessorCount)}");
    foreach (var b in problem.Batches)
        Say($"{b.Id} of {b.Unit}: {b.Count} models");
    foreach (var u in problem.Units)
        Say($"{u.Id}: weight {u.Weight}, due {u.Deadline}");
    foreach (var s in problem.Sittings)
    {
        var own = plan.Chunks.Where(c => c.Start >= s.Begin && c.Start < s.End).Select(c => $"{c.Batch}.{c.Step}@{c.Start - s.Begin}");
        var exact = model.Found.Where(c => c.Start >= s.Begin && c.Start < s.End).Select(c => $"{c.Batch}.{c.Step}@{c.Start - s.Begin}");
        if (own.Any() || exact.Any())
            Say($"{s.Begin} ({s.Length})\n   plan  {string.Join(' ', own)}\n   exact {string.Join(' ', exact)}");
    }
}

PlanResult Plan(PlanProblem problem, int budget)
{
    var plan = Planner.Solve(problem, budget);
    return Word(5, "") == "alone" ? plan : ExactImprover.Finish(problem, plan, budget);
}

void Judge(string file, int seeds, int budget, string part)
{
    var (mine, of) = (
        int.Parse(part.Split('/')[0], CultureInfo.InvariantCulture),
        int.Parse(part.Split('/')[1], CultureInfo.InvariantCulture)
    );
    var gaps = new List<double>();
    foreach (var line in File.ReadLines(file).Skip(1).Where((_, i) => i % of == mine))
    {
        var fields = line.Split(',').Select(f => long.Parse(f, CultureInfo.InvariantCulture)).ToArray();
        var problem = Generator.Of((int)fields[0]);
        var own = Enumerable
            .Range(1, seeds)
            .Select(s => 100.0 * (Plan(problem with { Seed = s }, budget).Schedule.Z!.Value - fields[3]) / fields[3])
            .ToList();
        gaps.AddRange(own);
        Say($"{problem.Name, -16} {string.Join(' ', own.Select(g => g.ToString("F2", CultureInfo.InvariantCulture)))}");
    }
    gaps.Sort();
    double Share(double most) => 100.0 * gaps.Count(g => g <= most) / gaps.Count;
    Say($"runs {gaps.Count}, mean {gaps.Average():F3} %, within 2 %: {Share(2):F1} %, worst {gaps[^1]:F2} %");
    Say($"at the optimum {Share(0.0005):F1} %");
}
