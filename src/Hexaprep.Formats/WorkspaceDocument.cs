using Hexaprep.Core.Bench;
using NodaTime;

namespace Hexaprep.Formats;

/// <summary>A whole workspace as one open file.</summary>
/// <param name="Format">Always "hexaprep-workspace".</param>
/// <param name="FormatVersion">2, or 1 (which had no house rules and no changed routes); a file of a newer version is refused.</param>
public sealed record WorkspaceDocument(
    string Format,
    int FormatVersion,
    Instant ExportedAt,
    DocumentSettings Settings,
    IReadOnlyList<DocumentUnit> Units,
    IReadOnlyList<DocumentBatch> Batches,
    IReadOnlyList<DocumentModel> Models,
    IReadOnlyList<DocumentPiece> Pieces,
    IReadOnlyList<DocumentPart> Parts,
    IReadOnlyList<DocumentStep> Steps,
    IReadOnlyList<DocumentEdge> Edges,
    IReadOnlyList<DocumentEntry> Logbook,
    IReadOnlyList<DocumentSpell> Spells,
    IReadOnlyList<DocumentTick> Ticks,
    IReadOnlyList<DocumentCoat> Coats,
    IReadOnlyList<DocumentTest> CoatTests,
    IReadOnlyList<DocumentFlaw> Flaws,
    IReadOnlyList<DocumentWeekly> WeeklySittings,
    IReadOnlyList<DocumentException> SittingExceptions
)
{
    /// <summary>The name of the format.</summary>
    public const string FormatName = "hexaprep-workspace";

    /// <summary>The newest version this program reads, and the one it writes.</summary>
    public const int Newest = 2;

    /// <summary>House rules, where they differ from the defaults or were chosen on purpose.</summary>
    public IReadOnlyList<DocumentChoice> HouseChoices { get; init; } = [];

    /// <summary>What users changed of batches' routes.</summary>
    public IReadOnlyList<DocumentRouteChange> RouteChanges { get; init; } = [];

    /// <summary>Air that was read.</summary>
    public IReadOnlyList<DocumentReading> AirReadings { get; init; } = [];

    /// <summary>The forecast.</summary>
    public IReadOnlyList<DocumentForecast> Forecast { get; init; } = [];

    /// <summary>What labels say.</summary>
    public IReadOnlyList<DocumentLabel> Labels { get; init; } = [];

    /// <summary>Coats laid before, brought in from a file.</summary>
    public IReadOnlyList<DocumentPastCoat> PastCoats { get; init; } = [];

    /// <summary>Waits of minutes that were started.</summary>
    public IReadOnlyList<DocumentClock> Clocks { get; init; } = [];
}

/// <summary>Name, zone, handles.</summary>
public sealed record DocumentSettings(string Name, string TimeZone, int Handles)
{
    /// <summary>The first visit's questions were asked.</summary>
    public bool HouseAsked { get; init; }

    /// <summary>How many batches can dry at once, 1 to 100.</summary>
    public int RackSlots { get; init; } = BenchSettings.UsualRackSlots;
}

/// <summary>A unit.</summary>
public sealed record DocumentUnit(
    Guid Id,
    string Name,
    string Mark,
    int Weight,
    LocalDate? Deadline,
    IReadOnlyList<string> Notes,
    int Position,
    int Version
);

/// <summary>A batch.</summary>
public sealed record DocumentBatch(
    Guid Id,
    Guid UnitId,
    string Name,
    IReadOnlyList<string> Materials,
    int Models,
    int Parts,
    int? BaseMm,
    string Tier,
    string MoldLines,
    string Gaps,
    int Transfers,
    string FinalSheen,
    int PaintMin,
    int Position,
    int Version
)
{
    /// <summary>Its white metal was named free of lead.</summary>
    public bool LeadFree { get; init; }
}

/// <summary>A house rule: for the whole bench (neither unit nor batch), a unit, or a batch.</summary>
public sealed record DocumentChoice(Guid Id, Guid? UnitId, Guid? BatchId, string School, string Option);

/// <summary>A change of a batch's route.</summary>
public sealed record DocumentRouteChange(
    Guid Id,
    Guid BatchId,
    int Number,
    string Kind,
    string Step,
    string? Method,
    string? ProductClass,
    string? BeforeStep,
    string Strength,
    string Consequence,
    Instant At
);

/// <summary>A model.</summary>
public sealed record DocumentModel(Guid Id, Guid BatchId, int Number);

/// <summary>A piece.</summary>
public sealed record DocumentPiece(Guid Id, Guid ModelId, int Number);

/// <summary>A part.</summary>
public sealed record DocumentPart(Guid Id, Guid PieceId, int Number, string Name, string Material);

/// <summary>A step.</summary>
public sealed record DocumentStep(
    Guid Id,
    Guid BatchId,
    string Kind,
    int? Piece,
    int Occurrence,
    int Occurrences,
    string Side,
    int SetupMinutes,
    int SecondsPerModel,
    string Attention,
    bool OneGo,
    string? Mode,
    string? ProductClass,
    string? Method,
    int? WorkingMinutes,
    int? ModelsPerMix,
    string Reason,
    int Position,
    string? NotNeeded
);

/// <summary>An edge.</summary>
public sealed record DocumentEdge(
    Guid FromStep,
    Guid ToStep,
    string? Stage,
    int MinMinutes,
    int? MaxMinutes,
    int? ForbidAfter,
    int? ForbidUntil,
    string Rule,
    string Reason
);

/// <summary>A logbook entry.</summary>
public sealed record DocumentEntry(
    Guid Id,
    string Kind,
    Instant At,
    Instant RecordedAt,
    Guid? StepId,
    Guid? Corrects,
    System.Text.Json.JsonElement Detail
);

/// <summary>A spell of hands.</summary>
public sealed record DocumentSpell(Guid Id, Guid StepId, Instant BeganAt, Instant? EndedAt);

/// <summary>A tick.</summary>
public sealed record DocumentTick(Guid StepId, Guid ModelId, Guid PieceId, Guid SpellId, Instant At, Guid EntryId);

/// <summary>A coat.</summary>
public sealed record DocumentCoat(
    Guid Id,
    Guid StepId,
    string ProductClass,
    string? Method,
    int Number,
    string Film,
    double? AirC,
    double? HumidityPct,
    Instant StartedAt,
    Instant? EndedAt,
    IReadOnlyList<Guid> Models,
    Guid EntryId
);

/// <summary>A touch test.</summary>
public sealed record DocumentTest(Guid Id, Guid CoatId, string Stage, string Finding, Instant At, Guid EntryId)
{
    /// <summary>Left out of what is learned of its product.</summary>
    public bool LeftOut { get; init; }
}

/// <summary>Air that was read.</summary>
public sealed record DocumentReading(
    Guid Id,
    Instant At,
    string Place,
    double AirC,
    double HumidityPct,
    double? WindMs,
    double? GustMs,
    double? SunWM2,
    string Source
);

/// <summary>An hour of the forecast.</summary>
public sealed record DocumentForecast(
    Instant At,
    double AirC,
    double HumidityPct,
    double WindMs,
    double? GustMs,
    double RainProbability,
    double SunWM2
);

/// <summary>What a product's label says, minutes, °C, %.</summary>
public sealed record DocumentLabel(
    string Product,
    double? RecoatMin,
    double? RecoatMax,
    double? ReopenMin,
    double? HandleMin,
    double? NextLayerMin,
    double? MinTempC,
    double? MaxHumidityPct
);

/// <summary>A coat laid before, brought in from a file.</summary>
public sealed record DocumentPastCoat(
    Guid Id,
    string Unit,
    string Product,
    int Number,
    string Film,
    double? AirC,
    double? HumidityPct,
    int Models,
    Instant StartedAt,
    Instant EndedAt,
    string Stage,
    Instant? NotDryAt,
    Instant? DryAt,
    string Verdict,
    bool LeftOut
);

/// <summary>A wait of minutes that was started; it runs while it has no end.</summary>
public sealed record DocumentClock(Guid Id, Guid StepId, string Kind, Instant StartedAt, Instant? StoppedAt);

/// <summary>A flaw.</summary>
public sealed record DocumentFlaw(
    Guid Id,
    Guid StepId,
    Guid ModelId,
    Guid PieceId,
    string Place,
    string Words,
    Instant NotedAt,
    Instant? MendedAt,
    Guid EntryId
);

/// <summary>A weekly sitting; day 1 is Monday.</summary>
public sealed record DocumentWeekly(Guid Id, int Day, LocalTime Begins, LocalTime Ends);

/// <summary>An exception to the week.</summary>
public sealed record DocumentException(Guid Id, LocalDate Date, string Kind, LocalTime? Begins, LocalTime? Ends);
