using NodaTime;

namespace Hexaprep.Testing;

/// <summary>A clock that stands still until it is turned by hand.</summary>
public sealed class TurnableClock(Instant now) : IClock
{
    /// <summary>A Thursday evening, 20:12.</summary>
    public static readonly Instant Evening = Instant.FromUtc(2026, 3, 12, 20, 12);

    /// <summary>What it shows.</summary>
    public Instant Now { get; set; } = now;

    /// <inheritdoc />
    public Instant GetCurrentInstant() => Now;
}
