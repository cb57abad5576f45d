using NodaTime;

namespace Hexaprep.Bench.State;

/// <summary>What became of a transfer that was wetted.</summary>
public enum SoakEnd
{
    /// <summary>It lies on its model.</summary>
    Placed,
    Torn,

    /// <summary>It lay in the water for too long, or was taken off again.</summary>
    Spoiled,
}

/// <summary>A transfer that was put in the water.</summary>
/// <param name="Id">Random identity.</param>
/// <param name="StepId">The step that places it.</param>
/// <param name="Number">Which one of its step it is, from 1 in the order in which they were wetted.</param>
/// <param name="WettedAt">When it went into the water: those of one group at the same moment.</param>
/// <param name="StuckAt">When it was found not to slide yet; null where it was not tried too early.</param>
/// <param name="OutAt">When that ended: placed, torn or spoiled; null while it is in the water.</param>
/// <param name="End">What became of it; null while it is in the water.</param>
/// <param name="ModelId">The model it lies on; null while it lies on none.</param>
public sealed record SoakedTransfer(
    Guid Id,
    Guid StepId,
    int Number,
    Instant WettedAt,
    Instant? StuckAt,
    Instant? OutAt,
    SoakEnd? End,
    Guid? ModelId
);
