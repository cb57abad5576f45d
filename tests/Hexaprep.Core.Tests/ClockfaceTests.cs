using System.Text.Json;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Testing;
using NodaTime;
using NodaTime.Text;

namespace Hexaprep.Core.Tests;

/// <summary>The same cases hold the page's own module: src/client/src/ui/clockface.test.ts.</summary>
public sealed class ClockfaceTests
{
    private static readonly JsonElement Cases = JsonDocument
        .Parse(File.ReadAllText(Path.Combine(Project.Root, "tests", "cases", "clockface.json")))
        .RootElement;

    private static readonly Clockface Clock = new(
        DateTimeZoneProviders.Tzdb[Cases.GetProperty("zone").GetString()!],
        Moment(Cases.GetProperty("now"))
    );

    private static Instant Moment(JsonElement json) => InstantPattern.General.Parse(json.GetString()!).Value;

    private static void Holds(string name, Func<JsonElement, string> says) =>
        Assert.All(Cases.GetProperty(name).EnumerateArray(), c => Assert.Equal(c[1].GetString(), says(c[0])));

    [Fact]
    public void A_moment_reads_as_the_table_says() => Holds("at", c => Clock.At(Moment(c)));

    [Fact]
    public void A_day_reads_as_the_table_says() => Holds("day", c => Clock.Day(Moment(c)));

    [Fact]
    public void A_duration_reads_as_the_table_says() => Holds("lasts", c => Clockface.Lasts(c.GetInt64()));

    [Fact]
    public void Hands_on_time_is_hours_and_never_days() => Holds("hands", c => Clockface.Hands(c.GetInt64()));
}
