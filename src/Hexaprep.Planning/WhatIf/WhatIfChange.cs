using Hexaprep.Bench.Edits;
using Hexaprep.Bench.State;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Scheduling.Problems;
using NodaTime;

namespace Hexaprep.Planning.WhatIf;

/// <summary>What can be asked of the plan: another evening, a later start, other handles, an airbrush, a unit first, no filling on
/// rank and file, rain, days away, two batches as one, one batch as two, a step that misses its sitting, a repair, a step done another
/// way, more or fewer units under way, no spraying before a day.</summary>
public enum WhatIfKind
{
    Evening,
    LaterStart,
    Handles,
    Airbrush,
    First,
    SkipFilling,
    Rain,
    Away,
    Merge,
    Split,
    Slip,
    Repair,
    Way,
    UnderWay,
    NoSprayBefore,
}

/// <summary>A question to the plan.</summary>
/// <param name="Kind">What is asked.</param>
/// <param name="Date">The day: evening, later start, rain; the first day away.</param>
/// <param name="Until">The last day away.</param>
/// <param name="Begins">Local time: evening, later start.</param>
/// <param name="Ends">Local time: evening.</param>
/// <param name="Handles">How many handles there would be.</param>
/// <param name="UnitId">The unit that would go first.</param>
/// <param name="StepId">The step that would miss its sitting.</param>
/// <param name="BatchId">The batch that would take another in, or be cut.</param>
/// <param name="WithId">The batch it would take in.</param>
/// <param name="Models">How many models would stay in it when cut.</param>
public sealed record WhatIfAsk(
    WhatIfKind Kind,
    LocalDate? Date = null,
    LocalDate? Until = null,
    LocalTime? Begins = null,
    LocalTime? Ends = null,
    int? Handles = null,
    Guid? UnitId = null,
    Guid? StepId = null,
    Guid? BatchId = null,
    Guid? WithId = null,
    int? Models = null
)
{
    /// <summary>The way the step would be done.</summary>
    public string? Method { get; init; }

    /// <summary>What it would be done with.</summary>
    public ProductClass? Product { get; init; }

    /// <summary>How many units would be under way at once: the option of that house rule.</summary>
    public string? UnderWay { get; init; }

    /// <summary>One of the flaws that would be repaired.</summary>
    public Guid? FlawId { get; init; }

    /// <summary>The repair, by its outside name.</summary>
    public string? Repair { get; init; }

    /// <summary>The repair's price was searched for, not only kept.</summary>
    public bool Searched { get; init; }

    /// <summary>The batch would wait for the models in repair.</summary>
    public bool Together { get; init; }
}

/// <summary>What a question would change on the bench: the same when it is only weighed and when it is taken.</summary>
/// <param name="Title">What was asked, in words.</param>
/// <param name="Made">The changes; none where nothing could be kept.</param>
public sealed record WhatIfChange(string Title, IReadOnlyList<Change> Made)
{
    private const int MostDaysAway = 60;

    /// <summary>The longest that spraying is put off, days.</summary>
    public const int MostDaysWaited = 366;

    /// <summary>The weight of a unit that goes first.</summary>
    public const int FirstWeight = 5;

    /// <summary>True when there is something to write.</summary>
    public bool Changes => Made.Count > 0;

    /// <summary>What a question would change.</summary>
    /// <param name="bench">The bench.</param>
    /// <param name="ask">The question.</param>
    /// <param name="now">A day before it cannot be changed any more.</param>
    /// <param name="newId">Gives fresh identities.</param>
    /// <exception cref="RefusedException">Something the question needs is missing or out of range.</exception>
    public static WhatIfChange Of(BenchIndex bench, WhatIfAsk ask, Instant now, Func<Guid> newId) =>
        new Asked(bench, now, newId).Change(ask);

    private sealed class Asked(BenchIndex bench, Instant now, Func<Guid> newId)
    {
        private readonly Clockface _clock = new(bench.State.Settings.Zone, now);

        // Long: one case for each kind of question.
        public WhatIfChange Change(WhatIfAsk ask)
        {
            switch (ask.Kind)
            {
                case WhatIfKind.Evening:
                    return OneMoreEvening(Need("begins", ask.Begins), Need("ends", ask.Ends), Ahead("date", ask.Date));
                case WhatIfKind.LaterStart:
                    return LaterStart(Ahead("date", ask.Date), Need("begins", ask.Begins));
                case WhatIfKind.Rain:
                    return Calendar(
                        $"Rain on {_clock.Day(Ahead("date", ask.Date))}",
                        new SittingException(newId(), ask.Date!.Value, ExceptionKind.UnfitForSpray, null, null)
                    );
                case WhatIfKind.Away:
                    return Away(Ahead("date", ask.Date), Need("until", ask.Until));
                case WhatIfKind.Handles:
                    var handles = Need("handles", ask.Handles);
                    if (handles is < 1 or > 1000)
                        throw Refuse("handles", $"{handles} handles do not fit.", "Give 1 to 1000.");
                    return new(
                        $"{handles} handles instead of {bench.State.Settings.Handles}",
                        [Set(bench.State.Settings with { Handles = handles })]
                    );
                case WhatIfKind.First:
                    var unit = bench.State.Units.Find(u => u.Id == ask.UnitId)
                        ?? throw Missing("unitId", "unit", "Choose one of the units.");
                    return new($"{unit.Name} first", [new Change.UnitSet(unit with { Weight = FirstWeight, Version = unit.Version + 1 })]);
                case WhatIfKind.Airbrush:
                    return new(
                        "Airbrush instead of the can",
                        HouseEdits.Chosen(bench, null, null, HouseRuleCatalog.PrimeBy, "airbrush", now, newId)
                    );
                case WhatIfKind.SkipFilling:
                    return SkipFilling();
                case WhatIfKind.Merge:
                    return Regrouped(new BatchResizing(Need("batchId", ask.BatchId), Need("withId", ask.WithId), null));
                case WhatIfKind.Split:
                    return Regrouped(new BatchResizing(Need("batchId", ask.BatchId), null, Need("models", ask.Models)));
                case WhatIfKind.Repair:
                    return Repaired(ask);
                case WhatIfKind.Way:
                    return AnotherWay(ask);
                case WhatIfKind.UnderWay:
                    var many = HouseRuleCatalog.UnderWay.Options.FirstOrDefault(o => o.Id == ask.UnderWay)
                        ?? throw Refuse(
                            "underWay",
                            "That is no option of it.",
                            $"Give {string.Join(", ", HouseRuleCatalog.UnderWay.Options.Select(o => o.Id))}."
                        );
                    return new(
                        $"Under way at once: {Sentence.Within(many.Label)}",
                        HouseEdits.Chosen(bench, null, null, HouseRuleCatalog.UnderWay, many.Id, now, newId)
                    );
                case WhatIfKind.NoSprayBefore:
                    return NoSprayBefore(Ahead("date", ask.Date));
                case WhatIfKind.Slip:
                    var step =
                        ask.StepId is { } id && bench.Steps.TryGetValue(id, out var found)
                            ? found
                            : throw Missing("stepId", "step", "Choose a planned step.");
                    return new($"{BenchIndex.TitleOf(step)}, {bench.NameOf(step)}, misses its sitting", []);
                default:
                    return new("A longer search", []);
            }
        }

        private WhatIfChange Calendar(string title, params SittingException[] changes)
        {
            var calendar = bench.State.Settings.Calendar;
            return new(
                title,
                [Set(bench.State.Settings with { Calendar = calendar with { Exceptions = [.. calendar.Exceptions, .. changes] } })]
            );
        }

        private static Change.SettingsSet Set(BenchSettings settings) => new(settings with { Version = settings.Version + 1 });

        private WhatIfChange OneMoreEvening(LocalTime begins, LocalTime ends, LocalDate date)
        {
            if (begins == ends)
                throw Refuse("ends", "An evening that ends when it begins has no time.", "Give another end.");
            if (SittingsOn(date).Any(s => s.Begins <= begins && begins < ends && (ends <= s.Ends || s.Ends < s.Begins)))
                throw Refuse("date", $"You sit then already on {_clock.Day(date)}.", "Choose another day or other hours.");
            return Calendar(
                $"One more evening, {_clock.Day(date)} {Clockface.Time(begins)} to {Clockface.Time(ends)}",
                new SittingException(newId(), date, ExceptionKind.Extra, begins, ends)
            );
        }

        private List<(LocalTime Begins, LocalTime Ends)> SittingsOn(LocalDate date)
        {
            var zone = bench.State.Settings.Zone;
            return
            [
                .. bench
                    .State.Settings.Calendar.From(zone.AtStartOfDay(date).ToInstant(), 1)
                    .Where(s => s.Date == date)
                    .Select(s => (s.Begin.InZone(zone).TimeOfDay, s.End.InZone(zone).TimeOfDay)),
            ];
        }

        // The day's own sittings fall out and come back with less at the front.
        private WhatIfChange LaterStart(LocalDate date, LocalTime begins)
        {
            var day = SittingsOn(date);
            if (day.Count == 0)
                throw Refuse("date", $"There is no sitting on {_clock.Day(date)}.", "Choose a day with one.");
            var (own, ends) = (day[0].Begins, day[^1].Ends);
            if (begins <= own)
                throw Refuse("begins", $"The sitting begins at {Clockface.Time(own)}.", "Give a later start.");
            if (begins >= ends && ends > own)
                throw Refuse("begins", $"The sitting ends at {Clockface.Time(ends)}.", "Give an earlier start.");
            return Calendar(
                $"{_clock.Day(date)} only from {Clockface.Time(begins)}",
                new SittingException(newId(), date, ExceptionKind.Off, null, null),
                new SittingException(newId(), date, ExceptionKind.Extra, begins, ends)
            );
        }

        private WhatIfChange Away(LocalDate date, LocalDate until)
        {
            var days = Period.DaysBetween(date, until) + 1;
            if (days is < 1 or > MostDaysAway)
                throw Refuse("until", $"{days} days do not fit.", $"Give 1 to {MostDaysAway} days.");
            return Calendar(
                $"Away from {_clock.Day(date)} to {_clock.Day(until)}",
                [.. Enumerable.Range(0, days).Select(d => new SittingException(newId(), date.PlusDays(d), ExceptionKind.Off, null, null))]
            );
        }

        private WhatIfChange SkipFilling()
        {
            var batches = bench
                .State.Batches.Where(b =>
                    b.Traits.Tier == Tier.RankAndFile && bench.StepsOf[b.Id].Any(s => s.Key.Kind == StepKind.Fill && !bench.IsFinished(s))
                )
                .ToList();
            if (batches.Count == 0)
                throw Refuse("kind", "No rank and file is waiting to be filled.", "Ask something else.");
            return new(
                "No filling on rank and file",
                [.. batches.SelectMany(b => RouteEdits.Made(bench, b, new RouteChange(ChangeKind.Skip, StepKind.Fill), now, newId))]
            );
        }

        private WhatIfChange AnotherWay(WhatIfAsk ask)
        {
            if (ask.StepId is not { } id || !bench.Steps.TryGetValue(id, out var step))
                throw Missing("stepId", "step", "Choose a planned step.");
            var change = new RouteChange(ChangeKind.Swap, step.Key.Kind) { Method = ask.Method, Product = ask.Product };
            return new(
                $"{StepWords.For(step.Key.Kind).Title} {bench.NameOf(step)} by {MethodWords.Of(ask.Method ?? "")}",
                RouteEdits.Made(bench, bench.Batches[step.BatchId], change, now, newId)
            );
        }

        // A sitting marked unfit bars every spray, indoors too; those marked already stay as they are.
        private WhatIfChange NoSprayBefore(LocalDate date)
        {
            var today = now.InZone(bench.State.Settings.Zone).Date;
            var days = Period.DaysBetween(today, date);
            if (days is < 1 or > MostDaysWaited)
                throw Refuse("date", $"{days} days do not fit.", $"Give 1 to {MostDaysWaited} days.");
            var calendar = bench.State.Settings.Calendar;
            var sat = calendar.From(now, days * 3).Where(s => s.FitForSpray && s.Date < date).Select(s => s.Date).Distinct();
            return Calendar(
                $"No spraying before {_clock.Day(date)}",
                [.. sat.Select(d => new SittingException(newId(), d, ExceptionKind.UnfitForSpray, null, null))]
            );
        }

        private WhatIfChange Regrouped(BatchResizing how)
        {
            if (how.WhyNot(bench) is { } refusal)
                throw new RefusedException(refusal);
            var (batch, models) = (bench.Batches[how.BatchId], bench.Batches[how.BatchId].Traits.Models);
            var unit = bench.Units[batch.UnitId].Name;
            var title = how.With is { } id
                ? $"{unit}: {models} and {bench.Batches[id].Traits.Models} in one batch"
                : $"{unit}: {models} as {how.First} and {models - how.First}";
            return new(title, how.On(bench, now, newId));
        }

        private WhatIfChange Repaired(WhatIfAsk ask)
        {
            if (ask.Repair is not { } plan)
                throw Refuse("repair", "No repair was named.", "Name one that is offered.");
            var (repair, made) = RepairEdits.Taken(bench, Need("flawId", ask.FlawId), plan, ask.Together, now);
            return new(repair.Words, made);
        }

        private LocalDate Ahead(string field, LocalDate? date)
        {
            var (day, today) = (Need(field, date), now.InZone(bench.State.Settings.Zone).Date);
            return day < today.PlusDays(-1)
                ? throw Refuse(field, $"{_clock.Day(day)} is over.", $"Give {_clock.Day(today)} or later.")
                : day;
        }
    }

    private static T Need<T>(string field, T? value)
        where T : struct => value ?? throw Refuse(field, "It is missing.", "Give it.");

    private static RefusedException Missing(string field, string what, string remedy) =>
        new(new Refusal(field, $"There is no such {what} on the bench.", remedy, RefusalKind.NotFound));

    private static RefusedException Refuse(string field, string what, string remedy) => new(new Refusal(field, what, remedy));
}
