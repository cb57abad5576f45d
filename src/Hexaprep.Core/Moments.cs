using NodaTime;

namespace Hexaprep.Core;

/// <summary>Moments as the bench keeps them.</summary>
public static class Moments
{
    /// <summary>The moment to the microsecond, as every store and file keeps it.</summary>
    public static Instant Kept(this Instant moment) => Instant.FromUnixTimeTicks(moment.ToUnixTimeTicks() / 10 * 10);
}
