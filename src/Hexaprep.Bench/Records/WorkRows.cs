using System.ComponentModel.DataAnnotations;
using System.Text.Json;
using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

// Long: data: every row of what was done.
namespace Hexaprep.Bench.Records;

/// <summary>A logbook entry.</summary>
public sealed record EntryRow
{
    /// <summary>Random identity.</summary>
    public required Guid Id { get; init; }

    /// <summary>What was done.</summary>
    [Text(40)]
    public required string Kind { get; init; }

    /// <summary>When it happened.</summary>
    public required Instant At { get; init; }

    /// <summary>When it was written.</summary>
    public required Instant RecordedAt { get; init; }

    /// <summary>The step it is about.</summary>
    public required Guid? StepId { get; init; }

    /// <summary>The entry it takes back.</summary>
    public required Guid? Corrects { get; init; }

    /// <summary>What else there is to it.</summary>
    public required JsonElement Detail { get; init; }

    /// <summary>A digest of what was sent; null of older entries and of what nobody sent.</summary>
    [Text(64, 0)]
    public string? Content { get; init; }
}

/// <summary>A spell of hands.</summary>
public sealed record WorkIntervalRow
{
    /// <summary>Random identity.</summary>
    public required Guid Id { get; init; }

    /// <summary>Its step.</summary>
    public required Guid StepId { get; init; }

    /// <summary>When it began.</summary>
    public required Instant BeganAt { get; init; }

    /// <summary>When it ended; null while it goes on.</summary>
    public required Instant? EndedAt { get; init; }

    /// <summary>What spoke against it where it was begun against advice; null for none.</summary>
    [Text(AgainstAdvice.MostText, 0)]
    public string? Against { get; init; }

    /// <summary>The spell.</summary>
    public WorkInterval ToSpell() => new(Id, StepId, BeganAt, EndedAt) { Against = Against };
}

/// <summary>One piece of a model through one step.</summary>
public sealed record TickRow
{
    /// <summary>The step.</summary>
    public required Guid StepId { get; init; }

    /// <summary>The model.</summary>
    public required Guid ModelId { get; init; }

    /// <summary>The piece.</summary>
    public required Guid PieceId { get; init; }

    /// <summary>The spell it was done in.</summary>
    public required Guid SpellId { get; init; }

    /// <summary>When.</summary>
    public required Instant At { get; init; }

    /// <summary>The logbook entry that tells of it.</summary>
    public required Guid EntryId { get; init; }

    /// <summary>The tick.</summary>
    public Tick ToTick() => new(StepId, ModelId, PieceId, SpellId, At);
}

/// <summary>A pass of painting that a model has had.</summary>
public sealed record PassTickRow
{
    /// <summary>The session of painting.</summary>
    public required Guid StepId { get; init; }

    /// <summary>The model.</summary>
    public required Guid ModelId { get; init; }

    /// <summary>Which of the session's passes, from 1.</summary>
    [Range(1, PaintPass.Most)]
    public required int Pass { get; init; }

    /// <summary>The spell it was done in.</summary>
    public required Guid SpellId { get; init; }

    /// <summary>When.</summary>
    public required Instant At { get; init; }

    /// <summary>The logbook entry that tells of it.</summary>
    public required Guid EntryId { get; init; }

    /// <summary>The tick.</summary>
    public PassTick ToTick() => new(StepId, ModelId, Pass, SpellId, At);
}

/// <summary>Something left on models to dry.</summary>
public sealed record CoatRow
{
    /// <summary>Random identity.</summary>
    public required Guid Id { get; init; }

    /// <summary>The step that left it.</summary>
    public required Guid StepId { get; init; }

    /// <summary>The product it was laid with.</summary>
    public required Guid ProductId { get; init; }

    /// <summary>Which coat of its kind, from 1.</summary>
    [Range(1, 100)]
    public required int Number { get; init; }

    /// <summary>Light, normal or heavy.</summary>
    [OneOf<Film>]
    public required string Film { get; init; }

    /// <summary>Air typed in with it, °C, -30 to 60.</summary>
    [Range(-30.0, 60.0)]
    public required double? AirC { get; init; }

    /// <summary>Humidity typed in with it, %, 0 to 100.</summary>
    [Range(0.0, 100.0)]
    public required double? HumidityPct { get; init; }

    /// <summary>When the first model took it.</summary>
    public required Instant StartedAt { get; init; }

    /// <summary>When the last model took it.</summary>
    public required Instant? EndedAt { get; init; }

    /// <summary>The models that carry it.</summary>
    public required IReadOnlyList<Guid> Models { get; init; }

    /// <summary>The pieces of them that carry it; of files before version 3, the first of each.</summary>
    public IReadOnlyList<Guid> Pieces { get; init; } = [];

    /// <summary>It was sprayed outdoors.</summary>
    public bool Outdoors { get; init; }

    /// <summary>When it was carried in; null while nobody said so.</summary>
    public Instant? BroughtInAt { get; init; }

    /// <summary>The logbook entry that tells of it.</summary>
    public required Guid EntryId { get; init; }

    /// <summary>The row of a coat.</summary>
    public static CoatRow Of(Coat c, Guid entry) =>
        new()
        {
            Id = c.Id,
            StepId = c.StepId,
            ProductId = c.ProductId,
            Number = c.Number,
            Film = Ids.Of(c.Film),
            AirC = c.AirC,
            HumidityPct = c.HumidityPct,
            StartedAt = c.StartedAt,
            EndedAt = c.EndedAt,
            Models = c.ModelIds,
            Pieces = c.PieceIds,
            Outdoors = c.IsOutdoors,
            BroughtInAt = c.BroughtInAt,
            EntryId = entry,
        };

    /// <summary>The coat.</summary>
    /// <param name="step">The kind of step that left it.</param>
    /// <param name="product">What it was laid with.</param>
    /// <param name="tests">Its tests, oldest first.</param>
    public Coat ToCoat(StepKind step, Product product, IReadOnlyList<CoatTest> tests) =>
        new(
            Id,
            StepId,
            step,
            product.Class,
            product.Method,
            Number,
            Ids.Parse<Film>(Film),
            AirC,
            HumidityPct,
            StartedAt,
            EndedAt,
            Models,
            tests
        )
        {
            ProductId = ProductId,
            PieceIds = Pieces,
            IsOutdoors = Outdoors,
            BroughtInAt = BroughtInAt,
        };
}

/// <summary>A touch test.</summary>
public sealed record TestRow
{
    /// <summary>Random identity.</summary>
    public required Guid Id { get; init; }

    /// <summary>Its coat.</summary>
    public required Guid CoatId { get; init; }

    /// <summary>The readiness tested for.</summary>
    [OneOf<Readiness>]
    public required string Stage { get; init; }

    /// <summary>Still tacky, dry by now, dry just now.</summary>
    [OneOf<Finding>]
    public required string Finding { get; init; }

    /// <summary>When.</summary>
    public required Instant At { get; init; }

    /// <summary>Left out of what is learned of its product.</summary>
    public bool LeftOut { get; init; }

    /// <summary>The logbook entry that tells of it.</summary>
    public required Guid EntryId { get; init; }

    /// <summary>The test.</summary>
    public CoatTest ToTest() => new(Id, Ids.Parse<Readiness>(Stage), Ids.Parse<Finding>(Finding), At) { LeftOut = LeftOut };
}

/// <summary>A flaw.</summary>
public sealed record FlawRow
{
    /// <summary>Random identity.</summary>
    public required Guid Id { get; init; }

    /// <summary>The step it was seen at.</summary>
    public required Guid StepId { get; init; }

    /// <summary>Its model.</summary>
    public required Guid ModelId { get; init; }

    /// <summary>Its piece.</summary>
    public required Guid PieceId { get; init; }

    /// <summary>Where, 1 to 60 characters.</summary>
    [Text(60)]
    public required string Place { get; init; }

    /// <summary>What, 1 to 200 characters.</summary>
    [Text(200)]
    public required string Words { get; init; }

    /// <summary>When it was seen.</summary>
    public required Instant NotedAt { get; init; }

    /// <summary>When it was mended.</summary>
    public required Instant? MendedAt { get; init; }

    /// <summary>The logbook entry that tells of it.</summary>
    public required Guid EntryId { get; init; }

    /// <summary>What kind it is; null where words alone tell it.</summary>
    [OneOf<FlawKind>]
    public string? Kind { get; init; }

    /// <summary>How it was closed; null while it is open.</summary>
    [OneOf<FlawEnd>]
    public string? Ending { get; init; }

    /// <summary>Why it was left.</summary>
    [Text(200, 0)]
    public string? Reason { get; init; }

    /// <summary>The repair that was taken for it.</summary>
    public Guid? RepairId { get; init; }

    /// <summary>What the log named as its cause when it was closed.</summary>
    [OneOf<CauseId>]
    public string? Cause { get; init; }

    /// <summary>The row of a flaw.</summary>
    public static FlawRow Of(Flaw f, Guid entry) =>
        new()
        {
            Id = f.Id,
            StepId = f.StepId,
            ModelId = f.ModelId,
            PieceId = f.PieceId,
            Place = f.Place,
            Words = f.Words,
            NotedAt = f.NotedAt,
            MendedAt = f.MendedAt,
            EntryId = entry,
            Kind = f.Kind is { } kind ? Ids.Of(kind) : null,
            Ending = f.End is { } end ? Ids.Of(end) : null,
            Reason = f.Reason,
            RepairId = f.RepairId,
            Cause = f.Cause is { } cause ? Ids.Of(cause) : null,
        };

    /// <summary>The flaw.</summary>
    public Flaw ToFlaw() =>
        new(Id, StepId, ModelId, PieceId, Place, Words, NotedAt, MendedAt)
        {
            Kind = Kind is null ? null : Ids.Parse<FlawKind>(Kind),
            // Of files before version 6, closed was mended.
            End =
                Ending is not null ? Ids.Parse<FlawEnd>(Ending)
                : MendedAt is null ? null
                : FlawEnd.Mended,
            Reason = Reason,
            RepairId = RepairId,
            Cause = Cause is null ? null : Ids.Parse<CauseId>(Cause),
        };
}

/// <summary>A mix written down.</summary>
public sealed record RecipeRow
{
    /// <summary>Random identity.</summary>
    public required Guid Id { get; init; }

    /// <summary>Its unit.</summary>
    public required Guid UnitId { get; init; }

    /// <summary>Where it is used.</summary>
    [Text(60)]
    public required string Area { get; init; }

    /// <summary>The mix, in parts.</summary>
    [Text(200)]
    public required string Mix { get; init; }

    /// <summary>When it was written down.</summary>
    public required Instant At { get; init; }

    /// <summary>The row of a mix.</summary>
    public static RecipeRow Of(Recipe r) =>
        new()
        {
            Id = r.Id,
            UnitId = r.UnitId,
            Area = r.Area,
            Mix = r.Mix,
            At = r.At,
        };

    /// <summary>The mix.</summary>
    public Recipe ToRecipe() => new(Id, UnitId, Area, Mix, At);
}

/// <summary>A photo of a model.</summary>
public sealed record PhotoRow
{
    /// <summary>Random identity.</summary>
    public required Guid Id { get; init; }

    /// <summary>The model in it.</summary>
    public required Guid ModelId { get; init; }

    /// <summary>The step it was looked at.</summary>
    public required Guid StepId { get; init; }

    /// <summary>When it was kept.</summary>
    public required Instant At { get; init; }

    /// <summary>Pixels.</summary>
    [Range(1, Photo.LongestSide)]
    public required int Width { get; init; }

    /// <summary>Pixels.</summary>
    [Range(1, Photo.LongestSide)]
    public required int Height { get; init; }

    /// <summary>Size of its picture.</summary>
    [Range(1, Photo.MostBytes)]
    public required int Bytes { get; init; }

    /// <summary>Hash of its picture, in <see cref="Workspace.Pictures"/>.</summary>
    [Text(64, 64)]
    public required string Sha256 { get; init; }

    /// <summary>The row of a photo.</summary>
    public static PhotoRow Of(Photo p) =>
        new()
        {
            Id = p.Id,
            ModelId = p.ModelId,
            StepId = p.StepId,
            At = p.At,
            Width = p.Width,
            Height = p.Height,
            Bytes = p.Bytes,
            Sha256 = p.Sha256,
        };

    /// <summary>The photo.</summary>
    public Photo ToPhoto() => new(Id, ModelId, StepId, At, Width, Height, Bytes, Sha256);
}

/// <summary>A picture: a JPEG without anything but the picture.</summary>
public sealed record PictureRow
{
    /// <summary>Its hash.</summary>
    [Text(64, 64)]
    public required string Sha256 { get; init; }

    /// <summary>The file, in a JSON file as base64.</summary>
    [MaxLength(Photo.MostBytes)]
    public required byte[] Jpeg { get; init; }
}

/// <summary>A repair that was put in the plan.</summary>
public sealed record RepairRow
{
    /// <summary>Random identity.</summary>
    public required Guid Id { get; init; }

    /// <summary>Its batch.</summary>
    public required Guid BatchId { get; init; }

    /// <summary>Which repair.</summary>
    [Text(40)]
    public required string Plan { get; init; }

    /// <summary>The batch waits for its models.</summary>
    public required bool Together { get; init; }

    /// <summary>When it was taken.</summary>
    public required Instant TakenAt { get; init; }

    /// <summary>Its models.</summary>
    public required IReadOnlyList<Guid> Models { get; init; }

    /// <summary>The row of a repair.</summary>
    public static RepairRow Of(BenchRepair r) =>
        new()
        {
            Id = r.Id,
            BatchId = r.BatchId,
            Plan = r.Plan,
            Together = r.Together,
            TakenAt = r.TakenAt,
            Models = r.ModelIds,
        };

    /// <summary>The repair.</summary>
    public BenchRepair ToRepair() => new(Id, BatchId, Plan, Together, TakenAt, Models);
}

/// <summary>A transfer that was put in the water.</summary>
public sealed record SoakedRow
{
    /// <summary>Random identity.</summary>
    public required Guid Id { get; init; }

    /// <summary>The step that places it.</summary>
    public required Guid StepId { get; init; }

    /// <summary>Which of its step, from 1.</summary>
    [Range(1, 1_000_000)]
    public required int Number { get; init; }

    /// <summary>When it went into the water.</summary>
    public required Instant WettedAt { get; init; }

    /// <summary>When it did not slide yet.</summary>
    public Instant? StuckAt { get; init; }

    /// <summary>When it was placed, torn or spoiled.</summary>
    public Instant? OutAt { get; init; }

    /// <summary>What became of it.</summary>
    [OneOf<SoakEnd>]
    public string? Ending { get; init; }

    /// <summary>The model it lies on.</summary>
    public Guid? ModelId { get; init; }

    /// <summary>The row of a transfer.</summary>
    public static SoakedRow Of(SoakedTransfer t) =>
        new()
        {
            Id = t.Id,
            StepId = t.StepId,
            Number = t.Number,
            WettedAt = t.WettedAt,
            StuckAt = t.StuckAt,
            OutAt = t.OutAt,
            Ending = t.End is { } end ? Ids.Of(end) : null,
            ModelId = t.ModelId,
        };

    /// <summary>The transfer.</summary>
    public SoakedTransfer ToTransfer() =>
        new(Id, StepId, Number, WettedAt, StuckAt, OutAt, Ending is null ? null : Ids.Parse<SoakEnd>(Ending), ModelId);
}

/// <summary>A wait of minutes that was started; it runs while it has no end.</summary>
public sealed record ClockRow
{
    /// <summary>Random identity.</summary>
    public required Guid Id { get; init; }

    /// <summary>Its step.</summary>
    public required Guid StepId { get; init; }

    /// <summary>Shake, soak, dip.</summary>
    [OneOf<ClockKind>]
    public required string Kind { get; init; }

    /// <summary>When it was started.</summary>
    public required Instant StartedAt { get; init; }

    /// <summary>When it was stopped.</summary>
    public required Instant? StoppedAt { get; init; }

    /// <summary>The clock.</summary>
    public BenchClock ToClock() => new(Id, StepId, Ids.Parse<ClockKind>(Kind), StartedAt, StoppedAt);
}
