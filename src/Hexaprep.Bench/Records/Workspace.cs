using System.ComponentModel.DataAnnotations;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.Records;

/// <summary>Name, zone, handles.</summary>
public sealed record SpaceRow
{
    /// <summary>1 to 80 characters.</summary>
    [Text(Texts.Name)]
    public required string Name { get; init; }

    /// <summary>An IANA time zone.</summary>
    [Text(Texts.Name)]
    public required string TimeZone { get; init; }

    /// <summary>Painting handles, 1 to 1000.</summary>
    [Range(1, 1000)]
    public required int Handles { get; init; }

    /// <summary>The first visit's questions were asked.</summary>
    public bool HouseAsked { get; init; }

    /// <summary>How many batches can dry at once, 1 to 100.</summary>
    [Range(1, 100)]
    public int RackSlots { get; init; } = BenchSettings.UsualRackSlots;
}

/// <summary>A whole workspace as rows: what the tables hold and a file carries.</summary>
public record Workspace
{
    /// <summary>The moment it is of.</summary>
    public required Instant ExportedAt { get; init; }

    /// <summary>Name, zone, handles.</summary>
    public required SpaceRow Settings { get; init; }

    /// <summary>Units.</summary>
    public required IReadOnlyList<UnitRow> Units { get; init; }

    /// <summary>Batches.</summary>
    public required IReadOnlyList<BatchRow> Batches { get; init; }

    /// <summary>Models.</summary>
    public required IReadOnlyList<ModelRow> Models { get; init; }

    /// <summary>Pieces.</summary>
    public required IReadOnlyList<PieceRow> Pieces { get; init; }

    /// <summary>Parts.</summary>
    public required IReadOnlyList<PartRow> Parts { get; init; }

    /// <summary>Steps of the routes.</summary>
    public required IReadOnlyList<StepRow> Steps { get; init; }

    /// <summary>Orders and waits between them.</summary>
    public required IReadOnlyList<EdgeRow> Edges { get; init; }

    /// <summary>What happened.</summary>
    public required IReadOnlyList<EntryRow> Logbook { get; init; }

    /// <summary>Spells of hands.</summary>
    public required IReadOnlyList<WorkIntervalRow> Spells { get; init; }

    /// <summary>What went through which step.</summary>
    public required IReadOnlyList<TickRow> Ticks { get; init; }

    /// <summary>What was left to dry.</summary>
    public required IReadOnlyList<CoatRow> Coats { get; init; }

    /// <summary>Touch tests.</summary>
    public required IReadOnlyList<TestRow> CoatTests { get; init; }

    /// <summary>Flaws.</summary>
    public required IReadOnlyList<FlawRow> Flaws { get; init; }

    /// <summary>The week.</summary>
    public required IReadOnlyList<WeeklyRow> WeeklySittings { get; init; }

    /// <summary>Days that differ from it.</summary>
    public required IReadOnlyList<ExceptionRow> SittingExceptions { get; init; }

    /// <summary>Passes of painting that models have had.</summary>
    public IReadOnlyList<PassTickRow> PassTicks { get; init; } = [];

    /// <summary>House rules that were chosen.</summary>
    public IReadOnlyList<HouseRuleChoiceRow> HouseChoices { get; init; } = [];

    /// <summary>What users changed of routes.</summary>
    public IReadOnlyList<RouteChangeRow> RouteChanges { get; init; } = [];

    /// <summary>Air that was read.</summary>
    public IReadOnlyList<ReadingRow> AirReadings { get; init; } = [];

    /// <summary>The forecast.</summary>
    public IReadOnlyList<ForecastRow> Forecast { get; init; } = [];

    /// <summary>Products on the shelf, with what their labels say.</summary>
    public IReadOnlyList<ProductRow> Products { get; init; } = [];

    /// <summary>Their bottles, cans and tubes.</summary>
    public IReadOnlyList<ContainerRow> Containers { get; init; } = [];

    /// <summary>Coats laid before, brought in from a file.</summary>
    public IReadOnlyList<PastCoatRow> PastCoats { get; init; } = [];

    /// <summary>Mixes written down.</summary>
    public IReadOnlyList<RecipeRow> Recipes { get; init; } = [];

    /// <summary>Repairs that were put in the plan.</summary>
    public IReadOnlyList<RepairRow> Repairs { get; init; } = [];

    /// <summary>Photos of models.</summary>
    public IReadOnlyList<PhotoRow> Photos { get; init; } = [];

    /// <summary>Their pictures; left out where the bench is only read.</summary>
    public IReadOnlyList<PictureRow> Pictures { get; init; } = [];

    /// <summary>Transfers that were put in the water.</summary>
    public IReadOnlyList<SoakedRow> Soaked { get; init; } = [];

    /// <summary>Waits of minutes that were started.</summary>
    public IReadOnlyList<ClockRow> Clocks { get; init; } = [];
}
