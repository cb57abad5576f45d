using Hexaprep.Bench.Acts;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Screens.BenchScreen;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

/// <summary>What to leave safe at the end of a sitting, and what is said on return.</summary>
public sealed class SittingEndsTests
{
    private static readonly Instant Tuesday = Instant.FromUtc(2026, 3, 3, 19, 35);
    private static readonly Instant Thursday = Instant.FromUtc(2026, 3, 5, 19, 35);

    private static ClosingView? Closing(RehearsedBench bench, Instant now) => bench.View(now).Closing;

    [Fact]
    public void Nothing_used_is_nothing_to_close()
    {
        var bench = new RehearsedBench(RehearsedBench.Order());
        Assert.Null(Closing(bench, Tuesday));
    }

    [Fact]
    public void The_list_follows_from_what_was_used_tonight()
    {
        var bench = new RehearsedBench(RehearsedBench.Order());
        bench.Tick(bench.Step(StepKind.Study), Tuesday, 5);
        var study = Assert.IsType<ClosingView>(Closing(bench, Tuesday + Duration.FromMinutes(5)));
        Assert.DoesNotContain(study.Items, i => i.Contains("Blades", StringComparison.Ordinal));

        bench.Tick(bench.Step(StepKind.RemoveParts), Tuesday + Duration.FromMinutes(20), 5);
        var cut = Closing(bench, Tuesday + Duration.FromMinutes(21))!;
        Assert.Contains(cut.Items, i => i.Contains("Blades", StringComparison.Ordinal));
        Assert.DoesNotContain(cut.Items, i => i.StartsWith("Lids", StringComparison.Ordinal));

        var at = bench.RunUpTo(StepKind.Fill, Tuesday + Duration.FromMinutes(30));
        // Moved into an evening, the mix is on the list.
        var evening = bench.State.Settings.Calendar.From(at + Duration.FromHours(1), 7).First().Begin + Duration.FromMinutes(5);
        bench.Tick(bench.Step(StepKind.Fill), evening, 1);
        Assert.Contains(Closing(bench, evening)!.Items, i => i.StartsWith("Lids on", StringComparison.Ordinal));
        bench.Do(ActKind.PutDown, evening + Duration.FromMinutes(2), a => a with { StepId = bench.Step(StepKind.Fill).Id });
        // Knives of another evening lie where they were put.
        Assert.Null(Closing(bench, Thursday + Duration.FromDays(7)));
    }

    [Fact]
    public void The_last_work_ends_in_time_and_waits_long()
    {
        var bench = new RehearsedBench(RehearsedBench.Order(models: 2, material: Material.PuResin));
        var at = Tuesday;
        foreach (var step in bench.State.Steps.OrderBy(s => s.Position).TakeWhile(s => s.Key.Kind != StepKind.Wash).ToList())
        {
            at += Duration.FromMinutes(8);
            bench.Tick(step, at, 2);
        }
        var last = Closing(bench, at)!.Last!;

        Assert.Equal(bench.Step(StepKind.Wash).Id, last.StepId);
        Assert.Contains(" pass while you are away", last.Text, StringComparison.Ordinal);
        // Too late for it, and nothing is named.
        Assert.Null(Closing(bench, Instant.FromUtc(2026, 3, 3, 21, 58))!.Last);
    }

    [Fact]
    public void On_return_it_says_what_became_ready_and_what_holds_and_not_while_work_goes_on()
    {
        var bench = new RehearsedBench(RehearsedBench.Order(models: 3, material: Material.PuResin));
        var at = bench.RunUpTo(StepKind.Wash, Tuesday);
        bench.Tick(bench.Step(StepKind.Wash), at, 3);
        bench.Do(ActKind.Flaw, at, a =>
            a with
            {
                StepId = bench.Step(StepKind.Prime).Id,
                Model = 1,
                Place = "head",
                FlawKind = FlawKind.Line,
            }
        );
        var next = bench.State.Settings.Calendar.From(at + Duration.FromHours(8), 7).First();
        var lines = bench.View(next.Begin + Duration.FromMinutes(1)).Return;

        Assert.Contains(lines, l => l.StartsWith("Ready meanwhile", StringComparison.Ordinal));
        Assert.Contains(lines, l => l.StartsWith("1 flaw holds", StringComparison.Ordinal));
        Assert.Empty(bench.View(at + Duration.FromMinutes(5)).Return);
    }
}
