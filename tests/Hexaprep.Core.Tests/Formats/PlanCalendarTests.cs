using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Formats;
using Hexaprep.Screens.BenchScreen;
using Hexaprep.Screens.PlanScreen;
using Hexaprep.Testing;
using Ical.Net;
using NodaTime;

namespace Hexaprep.Core.Tests.Formats;

public sealed class PlanCalendarTests
{
    private static (string Text, RehearsedBench Bench, Instant Now) Write(string unit = "Bell Sergeants")
    {
        var bench = new RehearsedBench(RehearsedBench.Order(unit, 2, Material.WhiteMetal));
        bench.RunUpTo(StepKind.DryFit, TurnableClock.Evening);
        var now = bench.State.Coats.Single().EndedAt!.Value + Duration.FromMinutes(1);
        var plan = bench.Plan(now);
        return (
            PlanCalendar.Write(new PlanReader(bench.Index, plan, now).View(), new BenchReader(bench.Index, plan, now).View()),
            bench,
            now
        );
    }

    [Fact]
    public void Every_line_ends_in_crlf_is_folded_and_the_file_reads_back()
    {
        var (text, _, _) = Write("Bell Sergeants; the loud, and very, very long-named ones of the northern dyke and its many towers");

        Assert.DoesNotContain("\n", text.Replace("\r\n", "", StringComparison.Ordinal), StringComparison.Ordinal);
        Assert.All(text.Split("\r\n"), l => Assert.True(System.Text.Encoding.UTF8.GetByteCount(l) <= 75, l));
        var calendar = Calendar.Load(text)!;
        Assert.Equal(("2.0", "-//Hexaprep//Plan//EN"), (calendar.Version, calendar.ProductId));
        Assert.All(calendar.Events, e => Assert.True(e.Uid!.Length > 0 && e.DtStamp is not null && e.DtStart!.AsUtc < e.DtEnd!.AsUtc));
        Assert.Equal(calendar.Events.Count, calendar.Events.Select(e => e.Uid).Distinct().Count());
    }

    [Fact]
    public void A_coat_that_becomes_safe_is_an_event_at_its_sure_moment_with_an_alarm()
    {
        var (text, bench, now) = Write();
        var sure = new BenchReader(bench.Index, bench.Plan(now), now).View().Drying.Single().Sure;
        var safe = Calendar.Load(text)!.Events.Single(e => e.Uid!.StartsWith("coat-", StringComparison.Ordinal));

        Assert.Equal(sure.ToUnixTimeSeconds(), Instant.FromDateTimeUtc(safe.DtStart!.AsUtc).ToUnixTimeSeconds());
        Assert.Single(safe.Alarms);
        Assert.Contains("wash water safe to prime", safe.Summary, StringComparison.Ordinal);
    }

    [Fact]
    public void A_sitting_with_work_is_an_event_that_lists_what_to_do_in_order()
    {
        var (text, _, _) = Write();
        var sittings = Calendar.Load(text)!.Events.Where(e => e.Uid!.StartsWith("sitting-", StringComparison.Ordinal)).ToList();

        Assert.NotEmpty(sittings);
        Assert.All(sittings, s => Assert.Contains("Bell Sergeants", s.Summary, StringComparison.Ordinal));
        Assert.Contains(sittings, s => s.Description!.Contains("Dry fit", StringComparison.Ordinal));
    }

    [Fact]
    public void What_is_about_to_be_lost_rings_before_it_is()
    {
        var (text, bench, _) = Write();
        var washed = bench.State.Coats.Single().EndedAt!.Value;
        var loss = Calendar.Load(text)!.Events.Single(e => e.Uid!.StartsWith("loss-", StringComparison.Ordinal));

        Assert.Equal("Bell Sergeants: washed metal tarnishes", loss.Summary);
        Assert.Equal(
            (washed + Duration.FromDays(UpcomingReader.MetalKeepsDays)).ToUnixTimeSeconds(),
            Instant.FromDateTimeUtc(loss.DtStart!.AsUtc).ToUnixTimeSeconds()
        );
        Assert.Contains("TRIGGER:-P", text, StringComparison.Ordinal);
    }
}
