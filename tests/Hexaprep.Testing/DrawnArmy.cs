using Hexaprep.Bench.Edits;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Scheduling.Problems;
using NodaTime;

namespace Hexaprep.Testing;

/// <summary>Armies drawn by number: eight to fourteen units of what hobbyists own, on an empty bench with a few evenings a week.</summary>
public static class DrawnArmy
{
    private static readonly Material[][] Materials =
    [
        [Material.Polystyrene],
        [Material.Polystyrene],
        [Material.Polystyrene],
        [Material.PuResin],
        [Material.Photopolymer],
        [Material.WhiteMetal],
        [Material.Pla],
        [Material.FlexiblePvc],
        [Material.Polystyrene, Material.WhiteMetal],
        [Material.Polystyrene, Material.PuResin],
        [Material.OldLead],
    ];

    private static readonly IsoDayOfWeek[][] Weeks =
    [
        [IsoDayOfWeek.Tuesday, IsoDayOfWeek.Thursday, IsoDayOfWeek.Sunday],
        [IsoDayOfWeek.Monday, IsoDayOfWeek.Saturday],
        [IsoDayOfWeek.Monday, IsoDayOfWeek.Wednesday, IsoDayOfWeek.Friday, IsoDayOfWeek.Sunday],
    ];

    /// <summary>The army of a number, always the same.</summary>
    public static RehearsedBench Of(int number)
    {
        var draw = new Random(number);
        var bench = new RehearsedBench(
            DateTimeZone.Utc,
            20,
            [.. Enumerable.Range(1, draw.Next(8, 15)).Select(i => Order(draw, $"Column {i}"))]
        );
        var begins = new LocalTime(19, 30);
        var ends = begins.PlusMinutes(draw.Next(4) == 0 ? 90 : 150);
        var calendar = new SittingCalendar(
            DateTimeZone.Utc,
            [.. Weeks[draw.Next(Weeks.Length)].Select(d => new WeeklySitting(bench.NewId(), d, begins, ends))],
            []
        );
        bench.State = bench.State with { Settings = bench.State.Settings with { Calendar = calendar, RackSlots = 6 } };
        return bench;
    }

    private static UnitOrder Order(Random draw, string unit)
    {
        T OneOf<T>(params T[] all) => all[draw.Next(all.Length)];
        var tier = OneOf(Tier.RankAndFile, Tier.RankAndFile, Tier.RankAndFile, Tier.Elite, Tier.Elite, Tier.Leader);
        var models =
            tier == Tier.Leader ? 1
            : tier == Tier.Elite ? draw.Next(2, 13)
            : draw.Next(5, 41);
        return new UnitOrder(
            unit,
            "",
            new BatchTraits(
                OneOf(Materials),
                models,
                draw.Next(1, 13),
                draw.Next(25, 51),
                tier,
                OneOf(MoldLines.Few, MoldLines.Ordinary, MoldLines.Many),
                OneOf(Gaps.None, Gaps.Small, Gaps.Large),
                OneOf(0, 0, 1, 2, 3),
                Sheen.Matte,
                tier == Tier.RankAndFile ? draw.Next(20, 61) : RosterExpander.UsualPaintMinutes(tier)
            ),
            null,
            draw.Next(1, 4),
            []
        );
    }
}
