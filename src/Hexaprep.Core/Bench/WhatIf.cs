using System.Collections.Immutable;
using Hexaprep.Core.Roster;
using Hexaprep.Core.Routes;
using Hexaprep.Core.Scheduling;
using Hexaprep.Core.Wording;
using NodaTime;

namespace Hexaprep.Core.Bench;

/// <summary>What can be asked of the plan: another evening, a later start, other handles, an airbrush, a unit first, no filling on rank and file, rain, days away,
/// a step that misses its sitting, or simply a longer search.</summary>
public enum WhatIfKind { Evening, LaterStart, Handles, Airbrush, First, SkipFilling, Rain, Away, Slip, Better }

/// <summary>A question to the plan.</summary>
/// <param name="Kind">What is asked.</param>
/// <param name="Date">The day: evening, later start, rain; the first day away.</param>
/// <param name="Until">The last day away.</param>
/// <param name="Begins">Local time: evening, later start.</param>
/// <param name="Ends">Local time: evening.</param>
/// <param name="Handles">How many handles there would be.</param>
/// <param name="UnitId">The unit that would go first.</param>
/// <param name="StepId">The step that would miss its sitting.</param>
public sealed record WhatIfAsk(
    WhatIfKind Kind, LocalDate? Date = null, LocalDate? Until = null, LocalTime? Begins = null, LocalTime? Ends = null, int? Handles = null, Guid? UnitId = null, Guid? StepId = null);

/// <summary>A second plan beside the first.</summary>
/// <param name="Title">What was asked, in words.</param>
/// <param name="Summary">What it wins and loses, in a line.</param>
/// <param name="StepsMoved">How many steps would begin at another minute.</param>
/// <param name="Wins">True when some unit is done sooner.</param>
/// <param name="Units">What it wins or loses for each unit.</param>
/// <param name="Exceptions">The changes of evenings it stands for; null where it changes none.</param>
/// <param name="BatchIds">The batches whose routes it changes.</param>
public sealed record WhatIfView(string Title, string Summary, int StepsMoved, bool Wins, IReadOnlyList<WhatIfUnit> Units, IReadOnlyList<SittingException>? Exceptions, IReadOnlyList<Guid> BatchIds);

/// <summary>What a second plan does to a unit.</summary>
/// <param name="Was">When it is done by the plan there is.</param>
/// <param name="WillBe">When it would be done.</param>
/// <param name="HoursSooner">Hours it wins; negative when it loses; null when there is no date on one side.</param>
/// <param name="Effect">What that is: less than an hour counts as the same.</param>
/// <param name="Words">The same in words.</param>
public sealed record WhatIfUnit(Guid UnitId, string Unit, string Mark, string Was, string WillBe, double? HoursSooner, WhatIfEffect Effect, string Words);

/// <summary>What a second plan does to a unit's date.</summary>
public enum WhatIfEffect { Same, Sooner, Later, NoPlace }

/// <summary>Works out second plans. Nothing is kept.</summary>
/// <param name="bench">The bench.</param>
/// <param name="plan">The plan there is.</param>
/// <param name="now">Nothing is planned before it.</param>
/// <param name="budget">Decodes for each second plan, at least 1.</param>
/// <param name="newId">Gives fresh identities.</param>
public sealed class WhatIf(BenchIndex bench, BenchPlan plan, Instant now, int budget, Func<Guid> newId)
{
    private const int MostDaysAway = 60;
    private const double LeastHours = 1;
    private readonly Clockface _clock = new(bench.State.Settings.Zone, now);

    /// <summary>The second plan, compared.</summary>
    /// <exception cref="RefusedException">Something the question needs is missing or out of range.</exception>
    public WhatIfView View(WhatIfAsk ask)
    {
        var changed = Change(ask);
        var next = changed.Bench;
        var second = ask.Kind switch
        {
            WhatIfKind.Slip => Slipped(ask),
            WhatIfKind.Better => Bettered(),
            _ => PlanDraft.Next(next, now, plan, budget, freely: ask.Kind is WhatIfKind.Airbrush or WhatIfKind.SkipFilling),
        };
        var (was, willBe) = (Promises.Of(bench, plan), Promises.Of(next, second));
        var units = bench.State.Units.Select(u => Compare(u, was.GetValueOrDefault(u.Id), willBe.GetValueOrDefault(u.Id))).ToList();
        return new WhatIfView(changed.Title, Summary(units, second), Moved(second), units.Exists(u => u.Effect == WhatIfEffect.Sooner), units, changed.Exceptions, changed.Batches);
    }

    /// <summary>The plan a longer search finds, starting from the one there is. The same question gives the same plan.</summary>
    public BenchPlan Bettered() => new(plan.Origin, plan.MadeAt, plan.Budget + budget, plan.Problem, Planner.Better(plan.Problem, plan.Result.Schedule.Chunks, budget));

    private sealed record Changed(BenchIndex Bench, string Title, IReadOnlyList<SittingException>? Exceptions, IReadOnlyList<Guid> Batches);

    private Changed Change(WhatIfAsk ask)
    {
        switch (ask.Kind)
        {
            case WhatIfKind.Evening:
                var (from, to) = (Need("begins", ask.Begins), Need("ends", ask.Ends));
                if (from == to) throw Refuse("ends", "An evening that ends when it begins has no time.", "Give another end.");
                return Calendar($"One more evening, {Day(Need("date", ask.Date))} {Time(from)} to {Time(to)}", new SittingException(newId(), ask.Date!.Value, ExceptionKind.Extra, from, to));
            case WhatIfKind.LaterStart:
                return LaterStart(Need("date", ask.Date), Need("begins", ask.Begins));
            case WhatIfKind.Rain:
                return Calendar($"Rain on {Day(Need("date", ask.Date))}", new SittingException(newId(), ask.Date!.Value, ExceptionKind.UnfitForSpray, null, null));
            case WhatIfKind.Away:
                return Away(Need("date", ask.Date), Need("until", ask.Until));
            case WhatIfKind.Handles:
                var handles = Need("handles", ask.Handles);
                if (handles is < 1 or > 1000) throw Refuse("handles", $"{handles} handles do not fit.", "Give 1 to 1000.");
                return new(new BenchIndex(bench.State with { Settings = bench.State.Settings with { Handles = handles } }), $"{handles} handles instead of {bench.State.Settings.Handles}", null, []);
            case WhatIfKind.First:
                var unit = bench.State.Units.Find(u => u.Id == ask.UnitId) ?? throw new RefusedException(new Refusal("unitId", "There is no such unit on the bench.", "Choose one of the units.", RefusalKind.NotFound));
                return new(new BenchIndex(bench.State with { Units = bench.State.Units.ConvertAll(u => u.Id == unit.Id ? u with { Weight = 5 } : u) }), $"{unit.Name} first", null, []);
            case WhatIfKind.Airbrush:
                var house = bench.State.House.With(null, Schools.PrimeBy, "airbrush");
                return Routes("Airbrush instead of the can", bench.State with { House = house }, bench.State.Batches);
            case WhatIfKind.SkipFilling:
                return SkipFilling();
            case WhatIfKind.Slip:
                var step = ask.StepId is { } id && bench.Steps.TryGetValue(id, out var found) ? found : throw new RefusedException(new Refusal("stepId", "There is no such step on the bench.", "Choose a planned step.", RefusalKind.NotFound));
                return new(bench, $"{BenchIndex.TitleOf(step)}, {bench.NameOf(step)}, misses its sitting", null, []);
            default:
                return new(bench, "A longer search", null, []);
        }
    }

    private Changed Calendar(string title, params SittingException[] changes)
    {
        var calendar = bench.State.Settings.Calendar;
        var settings = bench.State.Settings with { Calendar = calendar with { Exceptions = [.. calendar.Exceptions, .. changes] } };
        return new(new BenchIndex(bench.State with { Settings = settings }), title, changes, []);
    }

    // The day's own sittings fall out and come back with less at the front.
    private Changed LaterStart(LocalDate date, LocalTime begins)
    {
        var zone = bench.State.Settings.Zone;
        var day = bench.State.Settings.Calendar.From(zone.AtStartOfDay(date).ToInstant(), 1).Where(s => s.Date == date).ToList();
        if (day.Count == 0) throw Refuse("date", $"There is no sitting on {Day(date)}.", "Choose a day with one.");
        var ends = day[^1].End.InZone(zone).TimeOfDay;
        if (begins >= ends && ends > day[0].Begin.InZone(zone).TimeOfDay) throw Refuse("begins", $"The sitting ends at {Time(ends)}.", "Give an earlier start.");
        return Calendar($"{Day(date)} only from {Time(begins)}", new SittingException(newId(), date, ExceptionKind.Off, null, null), new SittingException(newId(), date, ExceptionKind.Extra, begins, ends));
    }

    private Changed Away(LocalDate date, LocalDate until)
    {
        var days = Period.DaysBetween(date, until) + 1;
        if (days is < 1 or > MostDaysAway) throw Refuse("until", $"{days} days do not fit.", $"Give 1 to {MostDaysAway} days.");
        return Calendar($"Away from {Day(date)} to {Day(until)}", [.. Enumerable.Range(0, days).Select(d => new SittingException(newId(), date.PlusDays(d), ExceptionKind.Off, null, null))]);
    }

    private Changed SkipFilling()
    {
        var batches = bench.State.Batches.Where(b => b.Traits.Tier == Tier.RankAndFile && bench.StepsOf[b.Id].Any(s => s.Key.Kind == StepKind.Fill && !bench.IsFinished(s))).ToList();
        if (batches.Count == 0) throw Refuse("kind", "No rank and file is waiting to be filled.", "Ask something else.");
        var skip = new RouteChange(ChangeKind.Skip, StepKind.Fill);
        var changes = batches.Aggregate(bench.State.Changes, (all, b) => all.SetItem(b.Id, all.GetValueOrDefault(b.Id, ImmutableList<RouteChange>.Empty).Add(skip)));
        return Routes("No filling on rank and file", bench.State with { Changes = changes }, batches);
    }

    private Changed Routes(string title, BenchState state, IReadOnlyList<Batch> batches) =>
        new(new BenchIndex(Rederived.Again(state, [.. batches.Select(b => b.Id)], newId)), title, null, [.. batches.Select(b => b.Id)]);

    // The step may not start before its sitting is over: a mark in the problem that takes no hands says so.
    private BenchPlan Slipped(WhatIfAsk ask)
    {
        var (step, mark) = (ask.StepId!.Value.ToString(), ask.StepId.Value + "#slip");
        var chunk = plan.Result.Schedule.Chunks.FirstOrDefault(c => c.Step == step) ?? throw Refuse("stepId", "The step has no place in the plan.", "Choose a planned step.");
        var ends = plan.Problem.Sittings.First(s => s.End >= chunk.End).End;
        var problem = plan.Problem with
        {
            Batches = [.. plan.Problem.Batches.Select(b => b.Id != chunk.Batch ? b : b with
            {
                Steps = [.. b.Steps, new PlanStep(mark, 0, 1, 1, 0) { Count = 1, Attention = "free" }],
                Arcs = [.. b.Arcs, new PlanArc(mark, step, 0)],
            })],
            Fixed = [.. plan.Problem.Fixed ?? [], new PlanChunk(chunk.Batch, mark, ends - 1, ends, 1)],
        };
        var result = Planner.Keep(problem, plan.Result.Schedule.Chunks);
        return new BenchPlan(plan.Origin, plan.MadeAt, plan.Budget, problem, result with { Schedule = result.Schedule with { Chunks = [.. result.Schedule.Chunks.Where(c => c.Step != mark)] } });
    }

    private int Moved(BenchPlan second)
    {
        var was = plan.Work.GroupBy(w => w.StepId).ToDictionary(g => g.Key, g => g.Min(w => w.Begin));
        return second.Work.GroupBy(w => w.StepId).Count(g => !was.TryGetValue(g.Key, out var begin) || begin != g.Min(w => w.Begin));
    }

    private WhatIfUnit Compare(Unit unit, Instant? was, Instant? willBe)
    {
        double? sooner = was is { } a && willBe is { } b ? (a - b).TotalHours : null;
        var effect = (was, willBe) switch
        {
            (_, null) => WhatIfEffect.NoPlace,
            (null, _) => WhatIfEffect.Sooner,
            _ when Math.Abs(sooner!.Value) < LeastHours => WhatIfEffect.Same,
            _ => sooner > 0 ? WhatIfEffect.Sooner : WhatIfEffect.Later,
        };
        var words = effect switch
        {
            WhatIfEffect.NoPlace => "finds no place",
            WhatIfEffect.Same => "the same",
            _ when sooner is null => "finds a place",
            _ => $"{Clockface.Lasts((long)Math.Abs(sooner.Value * 60))} {(effect == WhatIfEffect.Sooner ? "sooner" : "later")}",
        };
        return new WhatIfUnit(unit.Id, unit.Name, unit.Mark, was is { } x ? _clock.At(x) : "no date", willBe is { } y ? _clock.At(y) : "no date", sooner, effect, words);
    }

    private string Summary(List<WhatIfUnit> units, BenchPlan second)
    {
        if (second.Result.Unplaced.Count > plan.Result.Unplaced.Count) return $"{second.Result.Unplaced.Count} steps find no place";
        var (wins, loses) = (units.Where(u => u.HoursSooner >= LeastHours).ToList(), units.Where(u => u.HoursSooner <= -LeastHours).ToList());
        if (wins.Count == 0 && loses.Count == 0) return "changes no date";
        var parts = new List<string>();
        if (wins.Count > 0) parts.Add($"wins {Sum(wins)} for {Names(wins)}");
        if (loses.Count > 0) parts.Add($"loses {Sum(loses)} for {Names(loses)}");
        return string.Join("; ", parts);

        static string Sum(List<WhatIfUnit> all) => Clockface.Lasts((long)Math.Abs(all.Sum(u => u.HoursSooner!.Value) * 60));
        static string Names(List<WhatIfUnit> all) => all.Count <= 2 ? string.Join(" and ", all.Select(u => u.Unit)) : $"{all.Count} units together";
    }

    private static T Need<T>(string field, T? value) where T : struct => value ?? throw Refuse(field, "It is missing.", "Give it.");

    private static RefusedException Refuse(string field, string what, string remedy) => new(new Refusal(field, what, remedy));

    private static string Day(LocalDate date) => date.ToString("ddd d MMM", System.Globalization.CultureInfo.InvariantCulture);

    private static string Time(LocalTime time) => time.ToString("HH:mm", System.Globalization.CultureInfo.InvariantCulture);
}
