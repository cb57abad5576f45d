using System.ComponentModel.DataAnnotations;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.Records;

/// <summary>Air that was read.</summary>
public sealed record ReadingRow
{
    /// <summary>Random identity.</summary>
    public required Guid Id { get; init; }

    /// <summary>When.</summary>
    public required Instant At { get; init; }

    /// <summary>At the bench or outdoors.</summary>
    [OneOf<AirPlace>]
    public required string Place { get; init; }

    /// <summary>°C, -30 to 50.</summary>
    [Range(-30.0, 50.0)]
    public required double AirC { get; init; }

    /// <summary>%, 1 to 100.</summary>
    [Range(1.0, 100.0)]
    public required double HumidityPct { get; init; }

    /// <summary>m/s, 0 to 40.</summary>
    [Range(0.0, 40.0)]
    public required double? WindMs { get; init; }

    /// <summary>m/s, 0 to 60.</summary>
    [Range(0.0, 60.0)]
    public required double? GustMs { get; init; }

    /// <summary>W/m², 0 to 1200.</summary>
    [Range(0.0, 1200.0)]
    public required double? SunWM2 { get; init; }

    /// <summary>The can, °C, -20 to 80; null where nobody felt it.</summary>
    [Range(-20.0, 80.0)]
    public double? CanC { get; init; }

    /// <summary>By hand, an instrument or the forecast.</summary>
    [OneOf<AirSource>]
    public required string Source { get; init; }

    /// <summary>The row of a reading.</summary>
    public static ReadingRow Of(AirReading r) =>
        new()
        {
            Id = r.Id,
            At = r.At,
            Place = Ids.Of(r.Place),
            AirC = r.AirC,
            HumidityPct = r.HumidityPct,
            WindMs = r.WindMs,
            GustMs = r.GustMs,
            SunWM2 = r.SunWM2,
            CanC = r.CanC,
            Source = Ids.Of(r.Source),
        };

    /// <summary>The reading.</summary>
    public AirReading ToReading() =>
        new(Id, At, Ids.Parse<AirPlace>(Place), AirC, HumidityPct, WindMs, GustMs, SunWM2, Ids.Parse<AirSource>(Source)) { CanC = CanC };
}

/// <summary>An hour of the forecast.</summary>
public sealed record ForecastRow
{
    /// <summary>When it begins.</summary>
    public required Instant At { get; init; }

    /// <summary>°C.</summary>
    [Range(-50.0, 60.0)]
    public required double AirC { get; init; }

    /// <summary>%.</summary>
    [Range(0.0, 100.0)]
    public required double HumidityPct { get; init; }

    /// <summary>m/s.</summary>
    [Range(0.0, 100.0)]
    public required double WindMs { get; init; }

    /// <summary>m/s.</summary>
    [Range(0.0, 150.0)]
    public required double? GustMs { get; init; }

    /// <summary>0 to 1.</summary>
    [Range(0.0, 1.0)]
    public required double RainProbability { get; init; }

    /// <summary>W/m².</summary>
    [Range(0.0, 2000.0)]
    public required double SunWM2 { get; init; }

    /// <summary>The row of an hour.</summary>
    public static ForecastRow Of(ForecastHour h) =>
        new()
        {
            At = h.At,
            AirC = h.AirC,
            HumidityPct = h.HumidityPct,
            WindMs = h.WindMs,
            GustMs = h.GustMs,
            RainProbability = h.RainProbability,
            SunWM2 = h.SunWM2,
        };

    /// <summary>The hour.</summary>
    public ForecastHour ToHour() => new(At, AirC, HumidityPct, WindMs, GustMs, RainProbability, SunWM2);
}

/// <summary>A product on the shelf, with what its label says.</summary>
public sealed record ProductRow
{
    /// <summary>Random identity.</summary>
    public required Guid Id { get; init; }

    /// <summary>Its class.</summary>
    [OneOf<ProductClass>]
    public required string Class { get; init; }

    /// <summary>How it goes on; null where there is no choice.</summary>
    [Text(40)]
    public required string? Method { get; init; }

    /// <summary>What for.</summary>
    [OneOf<CoatUse>]
    public required string Use { get; init; }

    /// <summary>1 to 80 characters.</summary>
    [Text(Texts.Name)]
    public required string Name { get; init; }

    /// <summary>Recoat from, minutes.</summary>
    [Range(0.0, 100_000.0)]
    public required double? RecoatMin { get; init; }

    /// <summary>Recoat until, minutes.</summary>
    [Range(0.0, 100_000.0)]
    public required double? RecoatMax { get; init; }

    /// <summary>Recoat again from, minutes.</summary>
    [Range(0.0, 100_000.0)]
    public required double? ReopenMin { get; init; }

    /// <summary>Handle from, minutes.</summary>
    [Range(0.0, 100_000.0)]
    public required double? HandleMin { get; init; }

    /// <summary>Overpaint from, minutes.</summary>
    [Range(0.0, 100_000.0)]
    public required double? NextLayerMin { get; init; }

    /// <summary>Not below, °C.</summary>
    [Range(-10.0, 45.0)]
    public required double? MinTempC { get; init; }

    /// <summary>Not above, %.</summary>
    [Range(5.0, 100.0)]
    public required double? MaxHumidityPct { get; init; }

    /// <summary>The row of a product.</summary>
    public static ProductRow Of(ShelfProduct p) =>
        new()
        {
            Id = p.Id,
            Class = Ids.Of(p.Kind.Class),
            Method = p.Kind.Method,
            Use = Ids.Of(p.Kind.Use),
            Name = p.Name,
            RecoatMin = p.Label?.RecoatMin,
            RecoatMax = p.Label?.RecoatMax,
            ReopenMin = p.Label?.ReopenMin,
            HandleMin = p.Label?.HandleMin,
            NextLayerMin = p.Label?.NextLayerMin,
            MinTempC = p.Label?.MinTempC,
            MaxHumidityPct = p.Label?.MaxHumidityPct,
        };

    /// <summary>Its kind.</summary>
    public Product ToKind() => new(Ids.Parse<ProductClass>(Class), Method, Ids.Parse<CoatUse>(Use));

    /// <summary>What its label says; null where it says nothing.</summary>
    public ProductLabel? ToLabel() =>
        (RecoatMin ?? RecoatMax ?? ReopenMin ?? HandleMin ?? NextLayerMin ?? MinTempC ?? MaxHumidityPct) is null
            ? null
            : new(ToKind(), RecoatMin, RecoatMax, ReopenMin, HandleMin, NextLayerMin, MinTempC, MaxHumidityPct);
}

/// <summary>A bottle, can or tube of a product.</summary>
public sealed record ContainerRow
{
    /// <summary>Random identity.</summary>
    public required Guid Id { get; init; }

    /// <summary>What is in it.</summary>
    public required Guid ProductId { get; init; }

    /// <summary>The day it was opened.</summary>
    public required LocalDate? OpenedOn { get; init; }

    /// <summary>What it weighs empty, grams.</summary>
    [Range(0.0, 10_000.0)]
    public required double? TareG { get; init; }

    /// <summary>What is left in it, grams.</summary>
    [Range(0.0, 10_000.0)]
    public required double? LeftG { get; init; }

    /// <summary>The rows of a product's containers.</summary>
    public static IReadOnlyList<ContainerRow> Of(ShelfProduct p) =>
        [
            .. p.Containers.Select(c => new ContainerRow
            {
                Id = c.Id,
                ProductId = p.Id,
                OpenedOn = c.OpenedOn,
                TareG = c.TareG,
                LeftG = c.LeftG,
            }),
        ];

    /// <summary>The container.</summary>
    public Container ToContainer() => new(Id, OpenedOn, TareG, LeftG);
}

/// <summary>A coat laid before, brought in from a file.</summary>
public sealed record PastCoatRow
{
    /// <summary>Random identity.</summary>
    public required Guid Id { get; init; }

    /// <summary>What it was laid on, at most 80 characters.</summary>
    [Text(Texts.Name, 0)]
    public required string Unit { get; init; }

    /// <summary>The product it was laid with.</summary>
    public required Guid ProductId { get; init; }

    /// <summary>Which coat of its kind, 1 to 20.</summary>
    [Range(1, 20)]
    public required int Number { get; init; }

    /// <summary>Light, normal or heavy.</summary>
    [OneOf<Film>]
    public required string Film { get; init; }

    /// <summary>°C, -30 to 60.</summary>
    [Range(-30.0, 60.0)]
    public required double? AirC { get; init; }

    /// <summary>%, 0 to 100.</summary>
    [Range(0.0, 100.0)]
    public required double? HumidityPct { get; init; }

    /// <summary>1 to 500.</summary>
    [Range(1, 500)]
    public required int Models { get; init; }

    /// <summary>When it was begun.</summary>
    public required Instant StartedAt { get; init; }

    /// <summary>When it was on.</summary>
    public required Instant EndedAt { get; init; }

    /// <summary>The readiness tested for.</summary>
    [OneOf<Readiness>]
    public required string Stage { get; init; }

    /// <summary>Still tacky then.</summary>
    public required Instant? NotDryAt { get; init; }

    /// <summary>Dry then.</summary>
    public required Instant? DryAt { get; init; }

    /// <summary>What came of it, at most 200 characters.</summary>
    [Text(200, 0)]
    public required string Verdict { get; init; }

    /// <summary>Left out of what is learned of its product.</summary>
    public required bool LeftOut { get; init; }

    /// <summary>The row of a coat laid before.</summary>
    public static PastCoatRow Of(PastCoat c) =>
        new()
        {
            Id = c.Id,
            Unit = c.Unit,
            ProductId = c.ProductId,
            Number = c.Number,
            Film = Ids.Of(c.Film),
            AirC = c.AirC,
            HumidityPct = c.HumidityPct,
            Models = c.Models,
            StartedAt = c.StartedAt,
            EndedAt = c.EndedAt,
            Stage = Ids.Of(c.Stage),
            NotDryAt = c.NotDryAt,
            DryAt = c.DryAt,
            Verdict = c.Verdict,
            LeftOut = c.LeftOut,
        };

    /// <summary>The coat.</summary>
    public PastCoat ToPast(Product product) =>
        new(
            Id,
            Unit,
            product,
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
        {
            ProductId = ProductId,
        };
}
