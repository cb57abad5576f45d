using Hexaprep.Bench.State;
using Hexaprep.Craft.Computation;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Drying;

/// <summary>Outdoors means daylight: sun times against published ones, and what they say of evenings.</summary>
public sealed class DaylightTests
{
    // Almanac times of the solstices and an equinox for 51.5 degrees north at the meridian, UTC, to two minutes.
    [Theory]
    [InlineData(172, 223, 1222)]
    [InlineData(355, 484, 953)]
    [InlineData(79, 364, 1095)]
    public void The_sun_rises_and_sets_as_almanacs_say(int day, int rises, int sets)
    {
        var sun = Daylight.Of(day, 51.5, 0)!.Value;

        Assert.InRange(sun.Rises, rises - 4, rises + 4);
        Assert.InRange(sun.Sets, sets - 4, sets + 4);
    }

    [Fact]
    public void Beyond_the_circle_it_stays_down_in_winter_and_up_in_summer()
    {
        Assert.Null(Daylight.Of(355, 78, 15));
        var summer = Daylight.Of(172, 78, 15)!.Value;
        Assert.Equal(1440, summer.Sets - summer.Rises, 6);
    }

    [Fact]
    public void The_days_of_a_year_lengthen_and_shorten_once_everywhere()
    {
        for (var latitude = -60; latitude <= 60; latitude += 12)
        {
            var length = Enumerable.Range(1, 365).Select(d => Daylight.Of(d, latitude, 0)!.Value).Select(s => s.Sets - s.Rises).ToList();
            var turns = Enumerable.Range(1, 363).Count(d => (length[d] - length[d - 1]) * (length[d + 1] - length[d]) < 0);
            Assert.True(latitude == 0 || turns == 2, $"{turns} turns at {latitude}");
        }
    }

    [Fact]
    public void December_evenings_are_dark_June_evenings_light_and_a_zone_without_a_place_says_nothing()
    {
        var settings = new RehearsedBench().State.Settings;
        BenchSettings At(string zone) =>
            new(new SittingCalendar(DateTimeZoneProviders.Tzdb[zone], [.. settings.Calendar.Weekly.Take(2)], []), 20);

        Assert.True(SprayLight.IsDark(At("Europe/London"), Instant.FromUtc(2026, 12, 1, 12, 0)));
        Assert.False(SprayLight.IsDark(At("Europe/London"), Instant.FromUtc(2026, 6, 1, 12, 0)));
        Assert.False(SprayLight.IsDark(At("Etc/UTC"), Instant.FromUtc(2026, 12, 1, 12, 0)));
    }
}
