using System.ComponentModel.DataAnnotations;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.Records;

/// <summary>A unit.</summary>
public sealed record UnitRow
{
    /// <summary>Random identity.</summary>
    public required Guid Id { get; init; }

    /// <summary>1 to 80 characters.</summary>
    [Text(Texts.Name)]
    public required string Name { get; init; }

    /// <summary>Name of its silhouette, or two letters.</summary>
    [Text(20)]
    public required string Mark { get; init; }

    /// <summary>How much its finish counts, 1 to 100.</summary>
    [Range(1, 100)]
    public required int Weight { get; init; }

    /// <summary>The last day it may be finished on.</summary>
    public required LocalDate? Deadline { get; init; }

    /// <summary>Unknown roster columns, "column: value".</summary>
    [Text(Texts.Note)]
    public required IReadOnlyList<string> Notes { get; init; }

    /// <summary>Its place on the bench, from 1.</summary>
    [Range(0, 1_000_000)]
    public required int Position { get; init; }

    /// <summary>Rises with every edit.</summary>
    [Range(0, int.MaxValue)]
    public required int Version { get; init; }

    /// <summary>Since when it is off the bench; null on it.</summary>
    public Instant? OffSince { get; init; }

    /// <summary>The row of a unit.</summary>
    public static UnitRow Of(Unit u, int position) =>
        new()
        {
            Id = u.Id,
            Name = u.Name,
            Mark = u.Mark,
            Weight = u.Weight,
            Deadline = u.Deadline,
            Notes = u.Notes,
            Position = position,
            Version = u.Version,
            OffSince = u.OffSince,
        };

    /// <summary>The unit.</summary>
    public Unit ToUnit() => new(Id, Name, Mark, Weight, Deadline, Notes, Version) { OffSince = OffSince };
}

/// <summary>A batch. What a roster field is called, stored, carried and moved as stands here.</summary>
public sealed record BatchRow
{
    /// <summary>Random identity.</summary>
    public required Guid Id { get; init; }

    /// <summary>Its unit.</summary>
    public required Guid UnitId { get; init; }

    /// <summary>What tells it apart in its unit, at most 80 characters.</summary>
    [Text(Texts.Name, 0)]
    public required string Name { get; init; }

    /// <summary>Its materials, at least one.</summary>
    [OneOf<Material>]
    public required IReadOnlyList<string> Materials { get; init; }

    /// <summary>1 to 500.</summary>
    [Range(1, 500)]
    public required int Models { get; init; }

    /// <summary>Parts a model, 1 to 60.</summary>
    [Range(1, 60)]
    public required int Parts { get; init; }

    /// <summary>Base in mm, 10 to 200; null without one.</summary>
    [Range(10, 200)]
    public required int? BaseMm { get; init; }

    /// <summary>Finish tier.</summary>
    [OneOf<Tier>]
    public required string Tier { get; init; }

    /// <summary>Few, ordinary or many.</summary>
    [OneOf<MoldLines>]
    public required string MoldLines { get; init; }

    /// <summary>None, small or large.</summary>
    [OneOf<Gaps>]
    public required string Gaps { get; init; }

    /// <summary>Transfers a model, 0 to 60.</summary>
    [Range(0, 60)]
    public required int Transfers { get; init; }

    /// <summary>Sheen of the last coat.</summary>
    [OneOf<Sheen>]
    public required string FinalSheen { get; init; }

    /// <summary>Painting a model, minutes of hands, 0 to 6000.</summary>
    [Range(0, 6000)]
    public required int PaintMin { get; init; }

    /// <summary>Its white metal was named free of lead.</summary>
    public bool LeadFree { get; init; }

    /// <summary>What was said of its surface.</summary>
    [OneOf<Surface>]
    public string? Surface { get; init; }

    /// <summary>What was said of its size.</summary>
    [OneOf<ModelSize>]
    public string? Size { get; init; }

    /// <summary>Durations the user set, as <see cref="StepPace"/> reads them.</summary>
    [Pace]
    public IReadOnlyList<string> Paces { get; init; } = [];

    /// <summary>How it is painted, a line a pass as <see cref="PaintPass"/> reads it; null as is usual for its tier, empty as
    /// one.</summary>
    [Passes]
    public IReadOnlyList<string>? Passes { get; init; }

    /// <summary>The parts of its kit, a line a kind of part as <see cref="PartList"/> reads it; null where only their number is
    /// known.</summary>
    [Kit]
    public IReadOnlyList<string>? Kit { get; init; }

    /// <summary>The gaps of a model, a line a gap as <see cref="Craft.Vocabulary.GapList"/> reads it; null where only their size in a
    /// word is known.</summary>
    [Gaps]
    public IReadOnlyList<string>? GapList { get; init; }

    /// <summary>The colours it will be painted in, a line a colour as <see cref="Craft.Vocabulary.Palette"/> reads it; null where nobody
    /// said.</summary>
    [Palette]
    public IReadOnlyList<string>? Palette { get; init; }

    /// <summary>Its place on the bench, from 1.</summary>
    [Range(0, 1_000_000)]
    public required int Position { get; init; }

    /// <summary>Rises with every edit.</summary>
    [Range(0, int.MaxValue)]
    public required int Version { get; init; }

    /// <summary>The row of a batch.</summary>
    public static BatchRow Of(Batch b, int position) =>
        new()
        {
            Id = b.Id,
            UnitId = b.UnitId,
            Name = b.Name,
            Materials = [.. b.Traits.Materials.Select(m => Ids.Of(m))],
            Models = b.Traits.Models,
            Parts = b.Traits.Parts,
            BaseMm = b.Traits.BaseMm,
            Tier = Ids.Of(b.Traits.Tier),
            MoldLines = Ids.Of(b.Traits.MoldLines),
            Gaps = Ids.Of(b.Traits.Gaps),
            Transfers = b.Traits.Transfers,
            FinalSheen = Ids.Of(b.Traits.FinalSheen),
            PaintMin = b.Traits.PaintMinutes,
            LeadFree = b.Traits.LeadFree,
            Surface = b.Traits.SurfaceSaid is { } surface ? Ids.Of(surface) : null,
            Size = b.Traits.SizeSaid is { } size ? Ids.Of(size) : null,
            Paces = [.. b.Traits.Paces.Select(p => p.ToString())],
            Passes = b.Traits.Passes is { } passes ? [.. passes.Select(p => p.ToString())] : null,
            Kit = b.Traits.Kit?.Lines,
            GapList = b.Traits.GapList?.Lines,
            Palette = b.Traits.Palette?.Lines,
            Position = position,
            Version = b.Version,
        };

    /// <summary>The batch.</summary>
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
                SurfaceSaid = Surface is null ? null : Ids.Parse<Surface>(Surface),
                SizeSaid = Size is null ? null : Ids.Parse<ModelSize>(Size),
                Paces = [.. Paces.Select(p => StepPace.Read(p, out _)!)],
                Palette = Palette is null ? null : Craft.Vocabulary.Palette.Read(Palette, out _),
            }
                .WithPasses(Passes is null ? null : [.. Passes.Select(p => PaintPass.Read(p, out _)!)])
                .WithGaps(GapList is null ? null : Craft.Vocabulary.GapList.Read(GapList, out _))
                .WithKit(Kit is null ? null : PartList.Read(Kit, Ids.Parse<Material>(Materials[0]), out _)),
            Version
        );
}

/// <summary>A model of a batch.</summary>
public sealed record ModelRow
{
    /// <summary>Random identity.</summary>
    public required Guid Id { get; init; }

    /// <summary>Its batch.</summary>
    public required Guid BatchId { get; init; }

    /// <summary>Its number in the batch, from 1.</summary>
    [Range(1, 500)]
    public required int Number { get; init; }
}

/// <summary>A piece of a model: what is handled as one.</summary>
public sealed record PieceRow
{
    /// <summary>Random identity.</summary>
    public required Guid Id { get; init; }

    /// <summary>Its model.</summary>
    public required Guid ModelId { get; init; }

    /// <summary>Its number in the model, from 1.</summary>
    [Range(1, 60)]
    public required int Number { get; init; }
}

/// <summary>A part of a piece.</summary>
public sealed record PartRow
{
    /// <summary>Random identity.</summary>
    public required Guid Id { get; init; }

    /// <summary>Its piece.</summary>
    public required Guid PieceId { get; init; }

    /// <summary>Its number, from 1.</summary>
    [Range(1, 60)]
    public required int Number { get; init; }

    /// <summary>1 to 80 characters.</summary>
    [Text(Texts.Name)]
    public required string Name { get; init; }

    /// <summary>What it is made of.</summary>
    [OneOf<Material>]
    public required string Material { get; init; }
}
