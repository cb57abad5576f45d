using System.Globalization;
using Hexaprep.Core.Scheduling;
using Hexaprep.Exact;
using Hexaprep.Formats;

// [SECONDS] [NAME PART] [FOLDER]: the planner at its full budget beside an exact solver with so many seconds, instance by instance.
var seconds = args.Length > 0 ? int.Parse(args[0], CultureInfo.InvariantCulture) : 60;
var part = args.Length > 1 ? args[1] : "";
var folder = args.Length > 2 ? args[2] : "tests/Hexaprep.Core.Tests/Instances";
Console.WriteLine("instance            planner        exact        bound   proven   planner above exact %");
foreach (
    var file in Directory.GetFiles(folder, "*.json").Order(StringComparer.Ordinal).Where(f => f.Contains(part, StringComparison.Ordinal))
)
{
    var problem = PlanFile.ReadProblem(File.ReadAllText(file)) with { Seed = 1 };
    if (problem.Batches.Count > 12)
        continue;
    var plan = Planner.Solve(problem, 40_000).Schedule.Z!.Value;
    var (value, bound, proven) = new ExactModel(problem).Solve(seconds);
    Console.WriteLine(
        string.Create(
            CultureInfo.InvariantCulture,
            $"{Path.GetFileNameWithoutExtension(file), -16} {plan, 10} {value, 12:F0} {bound, 12:F0} {(proven ? "yes" : "no"), 8} "
                + $"{100.0 * (plan - value) / value, 12:F3}"
        )
    );
}
