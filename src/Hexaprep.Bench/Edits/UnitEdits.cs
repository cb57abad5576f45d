using Hexaprep.Bench.Records;
using Hexaprep.Bench.State;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.Edits;

/// <summary>What is said of a whole unit: what it is called and when it is due, that it leaves the bench or comes back, that another
/// like it comes.</summary>
public static class UnitEdits
{
    /// <summary>A unit as it is to be; what is absent stays as it is.</summary>
    /// <param name="Deadline">The last day it may be finished on; null for none.</param>
    /// <param name="Weight">How much its finish counts, 1 to 100.</param>
    /// <param name="Name">1 to 80 characters.</param>
    /// <param name="Mark">One of the drawn marks no other unit has, or its letters.</param>
    public sealed record Facts(LocalDate? Deadline, int Weight, string? Name = null, string? Mark = null);

    /// <summary>Changes what a unit is called, its mark, deadline and weight.</summary>
    /// <exception cref="RefusedException">The unit is not there, someone changed it since <paramref name="version"/>, or a fact is
    /// out of its bounds.</exception>
    public static Decision Change(BenchIndex bench, Guid unitId, int version, Facts facts, Instant now)
    {
        var (least, most) = RowCheck.Of<UnitRow>(nameof(UnitRow.Weight));
        if (facts.Weight < least || facts.Weight > most)
            throw Refuse("weight", $"{facts.Weight} is not between {least} and {most}.", "Give 1 for usual, 5 for this first.");
        var name = facts.Name is { } given ? Texts.Checked("name", given, Texts.Name) : null;
        var unit = Known(bench, unitId, version);
        var changed = unit with
        {
            Name = name ?? unit.Name,
            Mark = facts.Mark is { } mark && mark != unit.Mark ? Free(bench, mark) : unit.Mark,
            Deadline = facts.Deadline,
            Weight = facts.Weight,
            Version = version + 1,
        };
        return new Decision(
            "unit",
            now,
            null,
            new
            {
                unitId,
                changed.Name,
                changed.Mark,
                changed.Deadline,
                changed.Weight,
            },
            [new Change.UnitSet(changed)]
        );
    }

    /// <summary>Takes a unit off the bench: nothing of it is planned, offered or shown as drying any more; its log and coats
    /// stay.</summary>
    /// <exception cref="RefusedException">It is not there, off already, in hand, or someone changed it since.</exception>
    public static Decision TakeOff(BenchIndex bench, Guid unitId, int version, Instant now)
    {
        var unit = Known(bench, unitId, version);
        if (unit.OffSince is not null)
            throw Conflict("id", $"{unit.Name} is off the bench already.", "Put it back under Units.");
        if (bench.InHand is { } spell && bench.UnitOf(bench.Steps[spell.StepId]).Id == unitId)
            throw Conflict("id", $"{unit.Name} is in your hands.", "Put it down first.");
        return new Decision(
            "unit_off",
            now,
            null,
            new { unitId, unit.Name },
            [
                .. bench
                    .Whole.Clocks.Where(c => c.StoppedAt is null && bench.UnitOf(bench.Steps[c.StepId]).Id == unitId)
                    .Select(c => new Change.ClockStopped(c.Id, Instant.Max(now, c.StartedAt))),
                .. bench
                    .Whole.Soaked.Where(t => t.OutAt is null && bench.UnitOf(bench.Steps[t.StepId]).Id == unitId)
                    .Select(t => new Change.TransferSet(t with { OutAt = Instant.Max(now, t.WettedAt).Kept(), End = SoakEnd.Spoiled })),
                new Change.UnitSet(unit with { OffSince = now, Version = version + 1 }),
            ]
        );
    }

    /// <summary>Puts a unit back: it stands where it stood, its routes by the rules of now; a mark that went to another meanwhile is
    /// replaced.</summary>
    /// <exception cref="RefusedException">It is not there, not off, someone changed it since, or the bench is full.</exception>
    public static Decision PutBack(BenchIndex bench, Guid unitId, int version, Instant now, Func<Guid> newId)
    {
        var unit = Known(bench, unitId, version);
        if (unit.OffSince is null)
            throw Conflict("id", $"{unit.Name} is on the bench.", "Look at Units.");
        var batches = bench.BatchesOf[unitId].Select(b => b.Id).ToList();
        if (RosterLimits.WhyNot(bench.State.Models.Count, batches.Sum(b => bench.ModelsOf[b].Count())) is { } over)
            throw new RefusedException(over);
        var taken = Marks(bench);
        var back = unit with
        {
            OffSince = null,
            Mark = taken.Contains(unit.Mark) ? UnitMarks.Free(unit.Name, taken) : unit.Mark,
            Version = version + 1,
        };
        return new Decision(
            "unit_back",
            now,
            null,
            new { unitId, unit.Name },
            Rederive.After(bench, [new Change.UnitSet(back)], batches, now, newId)
        );
    }

    /// <summary>Another unit like one there is: its batches with their traits, paces, house rules and changed routes, none of its
    /// work.</summary>
    /// <param name="bench">Before.</param>
    /// <param name="unitId">The unit to follow.</param>
    /// <param name="models">How many models, for a unit of one batch; null for as many.</param>
    /// <param name="id">The new unit's identity.</param>
    /// <param name="now">When.</param>
    /// <param name="newId">Gives fresh random identities.</param>
    /// <exception cref="RefusedException">It is not there, the number is out of its bounds, or the bench is full.</exception>
    public static Decision Another(BenchIndex bench, Guid unitId, int? models, Guid id, Instant now, Func<Guid> newId)
    {
        var unit = bench.Units.GetValueOrDefault(unitId) ?? throw Edit.Missing("id", unitId, "unit");
        if (bench.Units.ContainsKey(id) || bench.Batches.ContainsKey(id))
            throw Conflict("id", $"{id} is in use.", "Give the order a new id.");
        var like = bench.BatchesOf[unitId].ToList();
        if (models is { } asked)
        {
            var (least, most) = RowCheck.Of<BatchRow>(nameof(BatchRow.Models));
            if (like.Count > 1 && asked != like.Sum(b => b.Traits.Models))
                throw Refuse("models", $"{unit.Name} has {like.Count} batches.", "Leave the number out: each comes with as many.");
            if (asked < least || asked > most)
                throw Refuse("models", $"{asked} is not from {least} to {most}.", $"Give {least} to {most}.");
        }
        var name = NextName(bench, unit.Name);
        UnitOrder Order(Batch b) =>
            new(name, b.Name, like.Count == 1 ? b.Traits with { Models = models ?? b.Traits.Models } : b.Traits, null, 1, unit.Notes);
        var called = RosterExpander.Expand([.. like.Select(Order)], newId)[0];
        called = called with { Unit = called.Unit with { Id = id }, Batches = [.. called.Batches.Select(b => b with { UnitId = id })] };
        if (RosterLimits.WhyNot(bench.State.Models.Count, called.Models.Count) is { } over)
            throw new RefusedException(over);
        return new Decision(
            "roster",
            now,
            null,
            new { units = new[] { called.Unit.Name }, like = unit.Name },
            RosterEdits.Joined(bench, [called], now, newId, Followed(bench, unitId, like, called))
        );
    }

    // The choices and changed routes of the unit it follows; those of single batches where none was split.
    private static List<Change> Followed(BenchIndex bench, Guid unitId, List<Batch> like, NewUnit called)
    {
        var changes = Choices(bench, unitId, s => new(called.Unit.Id, null, s.Key, s.Value)).ToList();
        if (called.Batches.Count != like.Count)
            return changes;
        foreach (var (old, fresh) in like.Zip(called.Batches))
        {
            changes.AddRange(Choices(bench, old.Id, s => new(null, fresh.Id, s.Key, s.Value)));
            if (bench.State.Changes.TryGetValue(old.Id, out var kept))
                changes.Add(new Change.RouteChangesSet(fresh.Id, kept));
        }
        return changes;
    }

    private static IEnumerable<Change> Choices(BenchIndex bench, Guid scope, Func<KeyValuePair<HouseRule, string>, Change.ChoiceSet> set) =>
        bench.State.House.Of(scope).Chosen.Select(c => set(new(HouseRuleCatalog.Find(c.Key)!, c.Value)));

    // "Reed Pikes", "Reed Pikes 2", "Reed Pikes 3": the first that no unit has, those off the bench among them.
    private static string NextName(BenchIndex bench, string name)
    {
        var there = bench.Units.Values.Select(u => RosterExpander.Key(u.Name)).ToHashSet(StringComparer.Ordinal);
        var stem = name.TrimEnd('0', '1', '2', '3', '4', '5', '6', '7', '8', '9');
        stem = stem.EndsWith(' ') && stem.TrimEnd().Length > 0 ? stem.TrimEnd() : name;
        for (var number = 2; ; number++)
        {
            var tail = $" {number}";
            var next = Texts.Cut(stem, Texts.Name - tail.Length) + tail;
            if (!there.Contains(RosterExpander.Key(next)))
                return next;
        }
    }

    private static string Free(BenchIndex bench, string mark)
    {
        if (UnitMarks.Drawn.All(d => d.Mark != mark))
            throw Refuse("mark", $"'{mark}' is no drawn mark.", "Choose one of those shown.");
        return Marks(bench).Contains(mark) ? throw Conflict("mark", "Another unit has this mark.", "Choose one that is free.") : mark;
    }

    private static HashSet<string> Marks(BenchIndex bench) => bench.State.Units.Select(u => u.Mark).ToHashSet(StringComparer.Ordinal);

    private static Unit Known(BenchIndex bench, Guid unitId, int version)
    {
        var unit = bench.Units.GetValueOrDefault(unitId);
        Edit.Check(unit?.Version, version, "unit");
        return unit!;
    }

    private static RefusedException Refuse(string field, string message, string remedy) => new(new Refusal(field, message, remedy));

    private static RefusedException Conflict(string field, string message, string remedy) =>
        new(new Refusal(field, message, remedy, RefusalKind.Conflict));
}
