using Hexaprep.Core;
using Hexaprep.Core.Bench;
using Hexaprep.Core.Routes;

namespace Hexaprep.Storage;

/// <summary>A row of table step.</summary>
internal sealed class StepRow
{
    public Guid Id { get; init; }
    public Guid BatchId { get; init; }
    public string Kind { get; init; } = "";
    public int? Piece { get; init; }
    public int Occurrence { get; init; }
    public int Occurrences { get; init; }
    public string Side { get; init; } = "";
    public int SetupMinutes { get; init; }
    public int SecondsPerModel { get; init; }
    public string Attention { get; init; } = "";
    public bool OneGo { get; init; }
    public string? Mode { get; init; }
    public string? ProductClass { get; init; }
    public string? Method { get; init; }
    public int? WorkingMinutes { get; init; }
    public int? ModelsPerMix { get; init; }
    public string Reason { get; init; } = "";
    public int Position { get; init; }
    public string? NotNeeded { get; init; }

    public BenchStep ToStep() =>
        new(
            Id,
            BatchId,
            new StepKey(Ids.Parse<StepKind>(Kind), Piece, Occurrence),
            Occurrences,
            Ids.Parse<Side>(Side),
            new StepDraft(SetupMinutes, SecondsPerModel)
            {
                Attention = Ids.Parse<Attention>(Attention),
                OneGo = OneGo,
                Mode = Mode is null ? null : Ids.Parse<SprayMode>(Mode),
                Product = ProductClass is null ? null : Ids.Parse<ProductClass>(ProductClass),
                Method = Method,
                Occurrences = Occurrences,
                WorkingMinutes = WorkingMinutes,
                ModelsPerMix = ModelsPerMix,
            },
            Reason,
            Position,
            NotNeeded
        );

    public static StepRow Of(BenchStep s) =>
        new()
        {
            Id = s.Id,
            BatchId = s.BatchId,
            Kind = Ids.Of(s.Key.Kind),
            Piece = s.Key.Piece,
            Occurrence = s.Key.Occurrence,
            Occurrences = s.Of,
            Side = Ids.Of(s.Side),
            SetupMinutes = s.Amounts.SetupMinutes,
            SecondsPerModel = s.Amounts.SecondsPerModel,
            Attention = Ids.Of(s.Amounts.Attention),
            OneGo = s.Amounts.OneGo,
            Mode = s.Amounts.Mode is { } mode ? Ids.Of(mode) : null,
            ProductClass = s.Amounts.Product is { } product ? Ids.Of(product) : null,
            Method = s.Amounts.Method,
            WorkingMinutes = s.Amounts.WorkingMinutes,
            ModelsPerMix = s.Amounts.ModelsPerMix,
            Reason = s.Reason,
            Position = s.Position,
            NotNeeded = s.NotNeeded,
        };
}
