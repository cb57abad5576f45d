using System.ComponentModel.DataAnnotations;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Scheduling.Problems;
using NodaTime;

namespace Hexaprep.Bench.Records;

/// <summary>A weekly sitting.</summary>
public sealed record WeeklyRow
{
    /// <summary>Random identity.</summary>
    public required Guid Id { get; init; }

    /// <summary>1 Monday to 7 Sunday.</summary>
    [Range(1, 7)]
    public required int Day { get; init; }

    /// <summary>When it begins.</summary>
    public required LocalTime Begins { get; init; }

    /// <summary>When it ends, the next day where that is earlier.</summary>
    public required LocalTime Ends { get; init; }

    /// <summary>The row of a weekly sitting.</summary>
    public static WeeklyRow Of(WeeklySitting s) =>
        new()
        {
            Id = s.Id,
            Day = (int)s.Day,
            Begins = s.Begins,
            Ends = s.Ends,
        };

    /// <summary>The sitting.</summary>
    public WeeklySitting ToSitting() => new(Id, (IsoDayOfWeek)Day, Begins, Ends);
}

/// <summary>A day that differs from the week.</summary>
public sealed record ExceptionRow
{
    /// <summary>Random identity.</summary>
    public required Guid Id { get; init; }

    /// <summary>The day.</summary>
    public required LocalDate Date { get; init; }

    /// <summary>Off, extra, or unfit for spray.</summary>
    [OneOf<ExceptionKind>]
    public required string Kind { get; init; }

    /// <summary>When an extra sitting begins.</summary>
    public required LocalTime? Begins { get; init; }

    /// <summary>When it ends.</summary>
    public required LocalTime? Ends { get; init; }

    /// <summary>The row of an exception.</summary>
    public static ExceptionRow Of(SittingException e) =>
        new()
        {
            Id = e.Id,
            Date = e.Date,
            Kind = Ids.Of(e.Kind),
            Begins = e.Begins,
            Ends = e.Ends,
        };

    /// <summary>The exception.</summary>
    public SittingException ToException() => new(Id, Date, Ids.Parse<ExceptionKind>(Kind), Begins, Ends);
}
