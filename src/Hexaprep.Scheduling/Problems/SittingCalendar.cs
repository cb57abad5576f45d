using System.Collections.Concurrent;
using System.Runtime.CompilerServices;
using NodaTime;

namespace Hexaprep.Scheduling.Problems;

/// <summary>A stretch of time a person gives to the bench.</summary>
/// <param name="Begin">First moment.</param>
/// <param name="End">First moment after it.</param>
/// <param name="Date">The local day it begins on.</param>
/// <param name="FitForSpray">False when marked unfit by hand.</param>
public sealed record Sitting(Instant Begin, Instant End, LocalDate Date, bool FitForSpray)
{
    /// <summary>True when the moment lies in it.</summary>
    public bool Holds(Instant moment) => Begin <= moment && moment < End;
}

/// <summary>A sitting of every week, in local time. One that ends before it begins runs past midnight.</summary>
public sealed record WeeklySitting(Guid Id, IsoDayOfWeek Day, LocalTime Begins, LocalTime Ends);

/// <summary>A change to one day: no sitting, one more, or unfit for spraying.</summary>
public sealed record SittingException(Guid Id, LocalDate Date, ExceptionKind Kind, LocalTime? Begins, LocalTime? Ends);

/// <summary>The kinds of exception.</summary>
public enum ExceptionKind
{
    Off,
    Extra,
    UnfitForSpray,
}

/// <summary>Turns the weekly pattern and its exceptions into sittings.</summary>
/// <param name="Zone">The user's time zone; local times are resolved in it, leniently across a clock change.</param>
/// <param name="Weekly">The pattern.</param>
/// <param name="Exceptions">The exceptions.</param>
public sealed record SittingCalendar(DateTimeZone Zone, IReadOnlyList<WeeklySitting> Weekly, IReadOnlyList<SittingException> Exceptions)
{
    /// <summary>The sittings that end after <paramref name="from"/>, day by day, for at most the given days; overlapping ones are
    /// joined.</summary>
    public IEnumerable<Sitting> From(Instant from, int days)
    {
        var resolved = Resolved.GetValue(this, c => new Days(c));
        Sitting? held = null;
        // A sitting of the evening before may still run.
        var first = from.InZone(Zone).Date.PlusDays(-1);
        for (var i = 0; i <= days + 1; i++)
        {
            foreach (var sitting in resolved.On(first.PlusDays(i)))
            {
                if (sitting.End <= from)
                    continue;
                if (held is not null && sitting.Begin <= held.End)
                {
                    held = held with { End = Instant.Max(held.End, sitting.End), FitForSpray = held.FitForSpray && sitting.FitForSpray };
                    continue;
                }
                if (held is not null)
                    yield return held;
                held = sitting;
            }
        }
        if (held is not null)
            yield return held;
    }

    // What a day comes to depends on the calendar alone: worked out once, however often a plan looks ahead.
    private static readonly ConditionalWeakTable<SittingCalendar, Days> Resolved = [];

    private sealed class Days(SittingCalendar calendar)
    {
        private readonly ILookup<LocalDate, SittingException> _exceptions = calendar.Exceptions.ToLookup(e => e.Date);
        private readonly ConcurrentDictionary<LocalDate, Sitting[]> _days = [];

        public Sitting[] On(LocalDate date) => _days.GetOrAdd(date, d => [.. calendar.On(d, _exceptions[d])]);
    }

    private IEnumerable<Sitting> On(LocalDate date, IEnumerable<SittingException> exceptions)
    {
        var changes = exceptions.ToList();
        var fit = changes.All(e => e.Kind != ExceptionKind.UnfitForSpray);
        var weekly = changes.Any(e => e.Kind == ExceptionKind.Off)
            ? []
            : Weekly.Where(w => w.Day == date.DayOfWeek).Select(w => (w.Begins, w.Ends));
        var extra = changes.Where(e => e.Kind == ExceptionKind.Extra).Select(e => (e.Begins!.Value, e.Ends!.Value));
        return weekly.Concat(extra).Select(s => Resolve(date, s.Item1, s.Item2, fit)).Where(s => s.Begin < s.End).OrderBy(s => s.Begin);
    }

    private Sitting Resolve(LocalDate date, LocalTime begins, LocalTime ends, bool fit)
    {
        var until = ends > begins ? date : date.PlusDays(1);
        return new Sitting((date + begins).InZoneLeniently(Zone).ToInstant(), (until + ends).InZoneLeniently(Zone).ToInstant(), date, fit);
    }
}
