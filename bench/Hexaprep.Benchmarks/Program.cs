using System.Globalization;
using BenchmarkDotNet.Columns;
using BenchmarkDotNet.Configs;
using BenchmarkDotNet.Diagnosers;
using BenchmarkDotNet.Jobs;
using BenchmarkDotNet.Loggers;
using BenchmarkDotNet.Reports;
using BenchmarkDotNet.Running;
using BenchmarkDotNet.Toolchains.InProcess.Emit;
using Hexaprep.Benchmarks;

// instances [BUDGET] [NAME PART]: the given instances against the best known values, at the full budget unless told otherwise.
if (args is ["instances", .. var rest])
{
    InstanceTable.Print(rest.Length > 0 ? int.Parse(rest[0], CultureInfo.InvariantCulture) : 40_000, rest.Length > 1 ? rest[1] : "");
    return;
}

// acts [UNITS,...] [LOG,...]: acts and reads over HTTP by size of bench and length of log, beside a bare endpoint.
if (args is ["acts", .. var sizes])
{
    int[] Of(int i, string usual) =>
        [.. (sizes.Length > i ? sizes[i] : usual).Split(',').Select(n => int.Parse(n, CultureInfo.InvariantCulture))];
    await ActTable.PrintAsync(Of(0, "5,40,200"), Of(1, "0,10000,100000"));
    return;
}

// closings [ANSWERS]: closing proofs by number of joints.
if (args is ["closings", .. var proofs])
{
    ClosingTable.Print(proofs.Length > 0 ? int.Parse(proofs[0], CultureInfo.InvariantCulture) : 200_000);
    return;
}

// page [UNITS]: what a first visit weighs and how soon it is painted, in the real browser.
if (args is ["page", .. var army])
{
    await PageTable.PrintAsync(army.Length > 0 ? int.Parse(army[0], CultureInfo.InvariantCulture) : 40);
    return;
}

// added [ARMIES] [DECODES] [EDITS]: one step more for one unit of armies drawn by number, and who comes home later.
if (args is ["added", .. var drawn])
{
    int Count(int i, int usual) => drawn.Length > i ? int.Parse(drawn[i], CultureInfo.InvariantCulture) : usual;
    AddedStepTable.Print(Count(0, 12), Count(1, 4000), Count(2, 3));
    return;
}

// growth, how-soon, edits: how planning grows, how soon it is near its end value, edits in a row at the full budget; coats: many
// clocks and a long log; gate: the look at sixty models, and what a repair costs;
// kept: the plan that is kept at once after an act.
Action? table = args switch
{
    ["growth"] => GrowthTable.PrintGrowth,
    ["how-soon"] => GrowthTable.PrintHowSoon,
    ["edits"] => GrowthTable.PrintEdits,
    ["coats"] => CoatTable.Print,
    ["gate"] => GateTable.Print,
    ["kept"] => KeptTable.Print,
    _ => null,
};
if (table is not null)
{
    table();
    return;
}

// In one process and one run, so that the ratios between scales can be compared; absolute times are this machine's own.
var config = ManualConfig
    .CreateEmpty()
    .AddJob(Job.ShortRun.WithToolchain(InProcessEmitToolchain.Instance).WithWarmupCount(1).WithIterationCount(3))
    .AddDiagnoser(MemoryDiagnoser.Default)
    .AddColumnProvider(DefaultColumnProviders.Instance)
    .AddLogger(ConsoleLogger.Default)
    .WithSummaryStyle(SummaryStyle.Default)
    .WithOptions(ConfigOptions.DisableLogFile | ConfigOptions.JoinSummary);
if (args.Length > 0)
    BenchmarkSwitcher.FromAssembly(typeof(PlanBenchmarks).Assembly).Run(args, config);
else
    BenchmarkSwitcher.FromAssembly(typeof(PlanBenchmarks).Assembly).RunAll(config);
