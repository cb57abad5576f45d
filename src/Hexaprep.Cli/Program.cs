using System.Globalization;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Exact;
using Hexaprep.Formats;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Scheduling.Searching;

const string Usage =
    "usage: route FILE.json | may-i FILE.json | diagnose FILE.json | closing FILE.json | solve FILE.json [--budget N] [--seed N]";

// JSON alone on the output, words on the error stream; 0 answered, 2 a bad file or call, 3 no plan.
if (
    args is not [var verb, var file, .. var rest]
    || verb is not ("route" or "may-i" or "diagnose" or "closing" or "solve")
    || (verb != "solve" && rest.Length > 0)
    || Options(rest) is not { } options
)
{
    await Console.Error.WriteLineAsync(Usage);
    return 2;
}
try
{
    var json = await File.ReadAllTextAsync(file);
    return verb switch
    {
        "route" => await RouteAsync(json),
        "may-i" => await MayIAsync(json),
        "diagnose" => await DiagnoseAsync(json),
        "closing" => await ClosingAsync(json),
        _ => await SolveAsync(json, options.Budget, options.Seed),
    };
}
catch (RefusedException refused)
{
    await Console.Error.WriteLineAsync($"{file}: {refused.Message}");
    return 2;
}
catch (Exception error) when (error is IOException or UnauthorizedAccessException)
{
    await Console.Error.WriteLineAsync($"{file}: {error.Message} Give the path of a JSON file.");
    return 2;
}

static async Task<int> RouteAsync(string json)
{
    var query = RuleQuery.Route(json);
    await SayUnreadAsync(query.Unread);
    await Console.Out.WriteLineAsync(RuleAnswers.Write(RouteBuilder.Derive(query.Job, RuleBook.Trade)));
    return 0;
}

static async Task<int> MayIAsync(string json)
{
    var (found, unread) = RuleQuery.MayI(json, RuleBook.Trade);
    await SayUnreadAsync(unread);
    await Console.Out.WriteLineAsync(RuleAnswers.Write(found));
    return 0;
}

static async Task<int> DiagnoseAsync(string json)
{
    var query = DiagnoseQuery.Read(json, RuleBook.Trade);
    await SayUnreadAsync(query.Unread);
    await Console.Out.WriteLineAsync(DiagnoseAnswers.Write(query));
    return 0;
}

static async Task<int> ClosingAsync(string json)
{
    await Console.Out.WriteLineAsync(ClosingFile.Answer(json));
    return 0;
}

static async Task<int> SolveAsync(string json, int budget, int seed)
{
    var problem = PlanFile.ReadProblem(json) with { Seed = seed };
    var decided = Conditions.Solve(problem, budget, (p, older, decodes) =>
        ExactImprover.Finish(p, older is null ? Planner.Solve(p, decodes) : Planner.Better(p, older, decodes), decodes)
    );
    var plan = SolvedPlan.Of(problem, budget, decided);
    await Console.Out.WriteLineAsync(PlanFile.Write(plan));
    foreach (var step in plan.Unplaced)
        await Console.Error.WriteLineAsync($"{step.Batch}/{step.Step} finds no place: {step.Lacks}. It needs {step.Remedy}.");
    return plan.Unplaced.Count == 0 ? 0 : 3;
}

static async Task SayUnreadAsync(IEnumerable<string> unread)
{
    foreach (var name in unread)
        await Console.Error.WriteLineAsync($"houseRules.{name}: no such house rule, ignored. docs/rule-book.md lists them.");
}

static (int Budget, int Seed)? Options(string[] rest)
{
    var (budget, seed) = (40_000, 1);
    for (var i = 0; i + 1 < rest.Length; i += 2)
    {
        if (!int.TryParse(rest[i + 1], NumberStyles.None, CultureInfo.InvariantCulture, out var value))
            return null;
        if (rest[i] == "--budget")
            budget = value;
        else if (rest[i] == "--seed")
            seed = value;
        else
            return null;
    }
    return rest.Length % 2 == 0 ? (budget, seed) : null;
}
