using BenchmarkDotNet.Columns;
using BenchmarkDotNet.Configs;
using BenchmarkDotNet.Diagnosers;
using BenchmarkDotNet.Jobs;
using BenchmarkDotNet.Loggers;
using BenchmarkDotNet.Reports;
using BenchmarkDotNet.Running;
using BenchmarkDotNet.Toolchains.InProcess.Emit;
using Hexaprep.Bench;

// In one process and one run, so that the ratios between scales can be compared; absolute times are this machine's own.
var config = ManualConfig.CreateEmpty()
    .AddJob(Job.ShortRun.WithToolchain(InProcessEmitToolchain.Instance).WithWarmupCount(1).WithIterationCount(3))
    .AddDiagnoser(MemoryDiagnoser.Default)
    .AddColumnProvider(DefaultColumnProviders.Instance)
    .AddLogger(ConsoleLogger.Default)
    .WithSummaryStyle(SummaryStyle.Default)
    .WithOptions(ConfigOptions.DisableLogFile | ConfigOptions.JoinSummary);
if (args.Length > 0) BenchmarkSwitcher.FromAssembly(typeof(PlanBenchmarks).Assembly).Run(args, config);
else BenchmarkSwitcher.FromAssembly(typeof(PlanBenchmarks).Assembly).RunAll(config);
