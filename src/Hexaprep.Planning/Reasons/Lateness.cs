using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Planning.Reasons;

/// <summary>Whether a unit comes after the day it is due, by how much, and what could be left out for it.</summary>
/// <param name="bench">The bench.</param>
/// <param name="now">The moment.</param>
public sealed class Lateness(BenchIndex bench, Instant now)
{
    // What a unit can do without, if its day matters more.
    private static readonly StepKind[] CanBeSpared =
    [
        StepKind.Weather,
        StepKind.PaintShade,
        StepKind.RevealBrush,
        StepKind.Shade,
        StepKind.BaseTexture,
        StepKind.Fill,
        StepKind.ProtectiveCoat,
    ];

    /// <summary>True for a moment after the day that a unit is due; false for a unit without one.</summary>
    /// <param name="unit">The unit.</param>
    /// <param name="done">When it is done; null where that is not known.</param>
    public bool IsLate(Unit unit, Instant? done) => done is { } at && DayEnds(unit) is { } due && at > due;

    /// <summary>By how many days it comes too late, of how much work, and what could be left out.</summary>
    /// <param name="unit">A unit with a day, late at least with one repair.</param>
    /// <param name="done">When it is done as planned.</param>
    public string Words(Unit unit, Instant? done)
    {
        if (!IsLate(unit, done))
            return "in time as planned, too late if one repair is needed";
        var days = (int)Math.Ceiling((done!.Value - DayEnds(unit)!.Value).TotalDays);
        var batches = bench.BatchesOf[unit.Id].Select(b => b.Id).ToList();
        var open = batches
            .SelectMany(b => bench.StepsOf[b])
            .GroupBy(s => s.Key.Kind, s => PaintSessions.HandsLeft(bench, s, now))
            .Select(g => (Kind: g.Key, Minutes: g.Sum()))
            .Where(k => k.Minutes > 0)
            .OrderByDescending(k => k.Minutes)
            .ToList();
        var most = open.Count == 0 ? "" : $", most of it {Work(open[0])}";
        var spared = open.FirstOrDefault(k => CanBeSpared.Contains(k.Kind));
        return $"{Sentence.Counted(days, "day")} late: {Clockface.Hands(Mending.HandsLeft(bench, batches, now))} of work are left{most}"
            + (spared.Minutes > 0 ? $"; {Work(spared)} could be left out" : "");
    }

    private static string Work((StepKind Kind, int Minutes) k) =>
        $"\"{StepWords.For(k.Kind).Title.ToLowerInvariant()}\" ({Clockface.Hands(k.Minutes)})";

    private Instant? DayEnds(Unit unit) =>
        unit.Deadline is { } day ? bench.State.Settings.Zone.AtStartOfDay(day.PlusDays(1)).ToInstant() : null;
}
