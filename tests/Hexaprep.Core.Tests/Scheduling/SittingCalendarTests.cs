using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Inspections;
using Hexaprep.Scheduling.Problems;
using NodaTime;

namespace Hexaprep.Core.Tests.Scheduling;

public sealed class SittingCalendarTests
{
    private static readonly DateTimeZone London = DateTimeZoneProviders.Tzdb["Europe/London"];
    private static readonly LocalDate Thursday = new(2026, 3, 12);

    private static WeeklySitting Weekly(IsoDayOfWeek day, int from, int to) =>
        new(Guid.NewGuid(), day, new LocalTime(from, 0), new LocalTime(to, 0));

    private static SittingException On(LocalDate date, ExceptionKind kind, LocalTime? begins = null, LocalTime? ends = null) =>
        new(Guid.NewGuid(), date, kind, begins, ends);

    private static List<Sitting> From(
        LocalDate date,
        int days,
        IReadOnlyList<WeeklySitting> weekly,
        params SittingException[] exceptions
    ) => [.. new SittingCalendar(London, weekly, exceptions).From(London.AtStartOfDay(date).ToInstant(), days)];

    [Fact]
    public void The_weekly_pattern_repeats_in_local_time_across_a_clock_change()
    {
        // Clocks go forward on Sunday 29 March 2026.
        var sittings = From(Thursday, 30, [Weekly(IsoDayOfWeek.Sunday, 15, 17)]);

        Assert.Equal([15, 14, 14], sittings.Skip(1).Take(3).Select(s => s.Begin.InUtc().Hour));
        Assert.All(sittings, s => Assert.Equal(15, s.Begin.InZone(London).Hour));
        Assert.All(sittings, s => Assert.Equal(Duration.FromHours(2), s.End - s.Begin));
    }

    [Fact]
    public void A_sitting_over_the_lost_hour_is_an_hour_shorter_and_over_the_won_hour_an_hour_longer()
    {
        var night = new[] { Weekly(IsoDayOfWeek.Saturday, 23, 4) };

        Assert.Equal(Duration.FromHours(4), From(new LocalDate(2026, 3, 28), 1, night)[0] is var s ? s.End - s.Begin : default);
        Assert.Equal(Duration.FromHours(6), From(new LocalDate(2026, 10, 24), 1, night)[0] is var a ? a.End - a.Begin : default);
    }

    [Fact]
    public void A_time_that_does_not_exist_begins_when_it_can()
    {
        var sitting = From(
            new LocalDate(2026, 3, 29),
            0,
            [new(Guid.NewGuid(), IsoDayOfWeek.Sunday, new LocalTime(1, 30), new LocalTime(3, 0))]
        )[0];

        Assert.Equal(new LocalTime(2, 30), sitting.Begin.InZone(London).TimeOfDay);
        Assert.True(sitting.Begin < sitting.End);
    }

    [Fact]
    public void A_day_off_takes_the_pattern_out_and_an_extra_sitting_adds_one()
    {
        var weekly = new[] { Weekly(IsoDayOfWeek.Thursday, 19, 22) };

        Assert.Empty(From(Thursday, 0, weekly, On(Thursday, ExceptionKind.Off)));
        var extra = Assert.Single(
            From(
                Thursday,
                0,
                weekly,
                On(Thursday, ExceptionKind.Off),
                On(Thursday, ExceptionKind.Extra, new LocalTime(8, 0), new LocalTime(9, 0))
            )
        );
        Assert.Equal(8, extra.Begin.InZone(London).Hour);
    }

    [Fact]
    public void Overlapping_sittings_are_joined_and_unfit_for_spray_holds_for_both()
    {
        var sitting = Assert.Single(
            From(
                Thursday,
                0,
                [Weekly(IsoDayOfWeek.Thursday, 19, 22)],
                On(Thursday, ExceptionKind.Extra, new LocalTime(21, 0), new LocalTime(23, 0)),
                On(Thursday, ExceptionKind.UnfitForSpray)
            )
        );

        Assert.Equal(Duration.FromHours(4), sitting.End - sitting.Begin);
        Assert.False(sitting.FitForSpray);
    }

    [Fact]
    public void One_of_the_evening_before_that_still_runs_is_found_and_one_that_ended_is_not()
    {
        var calendar = new SittingCalendar(London, [Weekly(IsoDayOfWeek.Thursday, 22, 2)], []);
        Instant At(int hour) => (Thursday.PlusDays(1) + new LocalTime(hour, 0)).InZoneStrictly(London).ToInstant();

        Assert.True(calendar.From(At(1), 1).First().Holds(At(1)));
        Assert.DoesNotContain(calendar.From(At(2), 1), s => s.Holds(At(2)));
    }

    [Fact]
    public void Sittings_come_in_order_and_never_touch() =>
        Assert.All(
            From(
                    Thursday,
                    60,
                    [Weekly(IsoDayOfWeek.Thursday, 19, 22), Weekly(IsoDayOfWeek.Thursday, 22, 23), Weekly(IsoDayOfWeek.Friday, 1, 3)]
                )
                .Pairwise(),
            pair => Assert.True(pair.First.End < pair.Second.Begin)
        );
}

internal static class Pairs
{
    public static IEnumerable<(T First, T Second)> Pairwise<T>(this IReadOnlyList<T> all) => all.Zip(all.Skip(1));
}
