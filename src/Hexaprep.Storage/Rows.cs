using Hexaprep.Core;
using Hexaprep.Core.Bench;
using Hexaprep.Core.Drying;
using Hexaprep.Core.Roster;
using Hexaprep.Core.Routes;
using Hexaprep.Core.Scheduling;
using NodaTime;

namespace Hexaprep.Storage;

#pragma warning disable CA1812 // Dapper makes these.

internal sealed class WorkspaceRow
{
    public string TimeZone { get; init; } = "";
    public int Handles { get; init; }
    public int RackSlots { get; init; }
    public int SittingsVersion { get; init; }
    public string? ForecastFrom { get; init; }
    public Instant? ForecastAt { get; init; }
    public long Revision { get; init; }
    public bool IsDemo { get; init; }
    public bool HouseAsked { get; init; }
}

internal sealed class ChoiceRow
{
    public Guid? UnitId { get; init; }
    public Guid? BatchId { get; init; }
    public string School { get; init; } = "";
    public string Option { get; init; } = "";
}

internal sealed class ChangeRow
{
    public Guid BatchId { get; init; }
    public string Kind { get; init; } = "";
    public string Step { get; init; } = "";
    public string? Method { get; init; }
    public string? ProductClass { get; init; }
    public string? BeforeStep { get; init; }
    public string Strength { get; init; } = "";
    public string Consequence { get; init; } = "";
    public Instant At { get; init; }

    public KeptRouteChange ToKept() => new(ToChange(), Ids.Parse<Strength>(Strength), Consequence, At);

    private RouteChange ToChange() =>
        new(
            Ids.Parse<ChangeKind>(Kind),
            Ids.Parse<StepKind>(Step),
            Method,
            ProductClass is null ? null : Ids.Parse<ProductClass>(ProductClass),
            BeforeStep is null ? null : Ids.Parse<StepKind>(BeforeStep)
        );
}

internal sealed class WeeklyRow
{
    public Guid Id { get; init; }
    public int Day { get; init; }
    public LocalTime Begins { get; init; }
    public LocalTime Ends { get; init; }
}

internal sealed class ExceptionRow
{
    public Guid Id { get; init; }
    public LocalDate Date { get; init; }
    public string Kind { get; init; } = "";
    public LocalTime? Begins { get; init; }
    public LocalTime? Ends { get; init; }
}

internal sealed class UnitRow
{
    public Guid Id { get; init; }
    public string Name { get; init; } = "";
    public string Mark { get; init; } = "";
    public int Weight { get; init; }
    public LocalDate? Deadline { get; init; }
    public string[] Notes { get; init; } = [];
    public int Version { get; init; }

    public Unit ToUnit() => new(Id, Name, Mark, Weight, Deadline, Notes, Version);
}

internal sealed class BatchRow
{
    public Guid Id { get; init; }
    public Guid UnitId { get; init; }
    public string Name { get; init; } = "";
    public string[] Materials { get; init; } = [];
    public int Models { get; init; }
    public int Parts { get; init; }
    public int? BaseMm { get; init; }
    public string Tier { get; init; } = "";
    public string MoldLines { get; init; } = "";
    public string Gaps { get; init; } = "";
    public int Transfers { get; init; }
    public string FinalSheen { get; init; } = "";
    public int PaintMin { get; init; }
    public bool LeadFree { get; init; }
    public int Version { get; init; }

    public Batch ToBatch() =>
        new(
            Id,
            UnitId,
            Name,
            new BatchTraits(
                [.. Materials.Select(Ids.Parse<Material>).Order()],
                Models,
                Parts,
                BaseMm,
                Ids.Parse<Tier>(Tier),
                Ids.Parse<MoldLines>(MoldLines),
                Ids.Parse<Gaps>(Gaps),
                Transfers,
                Ids.Parse<Sheen>(FinalSheen),
                PaintMin
            )
            {
                LeadFree = LeadFree,
            },
            Version
        );
}

internal sealed class ModelRow
{
    public Guid Id { get; init; }
    public Guid BatchId { get; init; }
    public int Number { get; init; }
    public Guid PieceId { get; init; }
}

internal sealed class EdgeRow
{
    public Guid FromStep { get; init; }
    public Guid ToStep { get; init; }
    public string? Stage { get; init; }
    public int MinMinutes { get; init; }
    public int? MaxMinutes { get; init; }
    public int? ForbidAfter { get; init; }
    public int? ForbidUntil { get; init; }
    public string Rule { get; init; } = "";
    public string Reason { get; init; } = "";

    public BenchEdge ToEdge() =>
        new(
            FromStep,
            ToStep,
            Stage is null ? null : Ids.Parse<Readiness>(Stage),
            MinMinutes,
            MaxMinutes,
            ForbidAfter is { } after && ForbidUntil is { } until ? new Span(after, until) : null,
            Rule,
            Reason
        );
}

internal sealed class SpellRow
{
    public Guid Id { get; init; }
    public Guid StepId { get; init; }
    public Instant BeganAt { get; init; }
    public Instant? EndedAt { get; init; }
}

internal sealed class TickRow
{
    public Guid StepId { get; init; }
    public Guid ModelId { get; init; }
    public Guid PieceId { get; init; }
    public Guid SpellId { get; init; }
    public Instant At { get; init; }
}

internal sealed class CoatRow
{
    public Guid Id { get; init; }
    public Guid StepId { get; init; }
    public string Kind { get; init; } = "";
    public string ProductClass { get; init; } = "";
    public string? Method { get; init; }
    public int Number { get; init; }
    public string Film { get; init; } = "";
    public double? AirC { get; init; }
    public double? HumidityPct { get; init; }
    public Instant StartedAt { get; init; }
    public Instant? EndedAt { get; init; }
    public Guid[] Models { get; init; } = [];

    public Coat ToCoat(IReadOnlyList<CoatTest> tests) =>
        new(
            Id,
            StepId,
            Ids.Parse<StepKind>(Kind),
            Ids.Parse<ProductClass>(ProductClass),
            Method,
            Number,
            Ids.Parse<Film>(Film),
            AirC,
            HumidityPct,
            StartedAt,
            EndedAt,
            Models,
            tests
        );
}

internal sealed class CoatTestRow
{
    public Guid Id { get; init; }
    public Guid CoatId { get; init; }
    public string Stage { get; init; } = "";
    public string Finding { get; init; } = "";
    public Instant At { get; init; }

    public bool LeftOut { get; init; }

    public CoatTest ToTest() => new(Id, Ids.Parse<Readiness>(Stage), Ids.Parse<Finding>(Finding), At) { LeftOut = LeftOut };
}

internal sealed class ReadingRow
{
    public Guid Id { get; init; }
    public Instant At { get; init; }
    public string Place { get; init; } = "";
    public double AirC { get; init; }
    public double HumidityPct { get; init; }
    public double? WindMs { get; init; }
    public double? GustMs { get; init; }
    public double? SunWM2 { get; init; }
    public string Source { get; init; } = "";

    public AirReading ToReading() =>
        new(Id, At, Ids.Parse<AirPlace>(Place), AirC, HumidityPct, WindMs, GustMs, SunWM2, Ids.Parse<AirSource>(Source));
}

internal sealed class ForecastRow
{
    public Instant At { get; init; }
    public double AirC { get; init; }
    public double HumidityPct { get; init; }
    public double WindMs { get; init; }
    public double? GustMs { get; init; }
    public double RainProbability { get; init; }
    public double SunWM2 { get; init; }

    public ForecastHour ToHour() => new(At, AirC, HumidityPct, WindMs, GustMs, RainProbability, SunWM2);
}

internal sealed class LabelRow
{
    public string Product { get; init; } = "";
    public double? RecoatMin { get; init; }
    public double? RecoatMax { get; init; }
    public double? ReopenMin { get; init; }
    public double? HandleMin { get; init; }
    public double? NextLayerMin { get; init; }
    public double? MinTempC { get; init; }
    public double? MaxHumidityPct { get; init; }

    // A product this program no longer knows is left out.
    public ProductLabel? ToLabel() =>
        Core.Drying.Product.Find(Product) is { } p
            ? new(p, RecoatMin, RecoatMax, ReopenMin, HandleMin, NextLayerMin, MinTempC, MaxHumidityPct)
            : null;
}

internal sealed class PastCoatRow
{
    public Guid Id { get; init; }
    public string Unit { get; init; } = "";
    public string Product { get; init; } = "";
    public int Number { get; init; }
    public string Film { get; init; } = "";
    public double? AirC { get; init; }
    public double? HumidityPct { get; init; }
    public int Models { get; init; }
    public Instant StartedAt { get; init; }
    public Instant EndedAt { get; init; }
    public string Stage { get; init; } = "";
    public Instant? NotDryAt { get; init; }
    public Instant? DryAt { get; init; }
    public string Verdict { get; init; } = "";
    public bool LeftOut { get; init; }

    public PastCoat? ToPast() =>
        Core.Drying.Product.Find(Product) is { } p
            ? new(
                Id,
                Unit,
                p,
                Number,
                Ids.Parse<Film>(Film),
                AirC,
                HumidityPct,
                Models,
                StartedAt,
                EndedAt,
                Ids.Parse<Readiness>(Stage),
                NotDryAt,
                DryAt,
                Verdict,
                LeftOut
            )
            : null;
}

internal sealed class ClockRow
{
    public Guid Id { get; init; }
    public Guid StepId { get; init; }
    public string Kind { get; init; } = "";
    public Instant StartedAt { get; init; }
    public Instant? StoppedAt { get; init; }

    public BenchClock ToClock() => new(Id, StepId, Ids.Parse<ClockKind>(Kind), StartedAt, StoppedAt);
}

internal sealed class FlawRow
{
    public Guid Id { get; init; }
    public Guid StepId { get; init; }
    public Guid ModelId { get; init; }
    public Guid PieceId { get; init; }
    public string Place { get; init; } = "";
    public string Words { get; init; } = "";
    public Instant NotedAt { get; init; }
    public Instant? MendedAt { get; init; }
}

internal static class Rows
{
    // A choice of a school that this program no longer knows is left out: the default holds.
    public static HouseBook House(IEnumerable<ChoiceRow> choices) =>
        choices.Aggregate(HouseBook.Default, (book, c) =>
            Schools.Find(c.School) is { } school && school.Option(c.Option) is not null
                ? book.With(c.UnitId ?? c.BatchId, school, c.Option)
                : book
        );

    public static BenchSettings Settings(WorkspaceRow space, IEnumerable<WeeklyRow> weekly, IEnumerable<ExceptionRow> exceptions) =>
        new(
            new SittingCalendar(
                DateTimeZoneProviders.Tzdb[space.TimeZone],
                [.. weekly.Select(r => new WeeklySitting(r.Id, (IsoDayOfWeek)r.Day, r.Begins, r.Ends))],
                [.. exceptions.Select(r => new SittingException(r.Id, r.Date, Ids.Parse<ExceptionKind>(r.Kind), r.Begins, r.Ends))]
            ),
            space.Handles
        )
        {
            RackSlots = space.RackSlots,
            Version = space.SittingsVersion,
        };
}
