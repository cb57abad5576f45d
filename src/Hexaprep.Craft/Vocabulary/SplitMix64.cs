namespace Hexaprep.Craft.Vocabulary;

/// <summary>A small published generator with one word of state; the same seed gives the same numbers everywhere.</summary>
public sealed class SplitMix64(ulong state)
{
    private ulong _state = state;

    /// <summary>A number from 0 up to, not including, n.</summary>
    /// <param name="n">At least 1.</param>
    public int Below(int n) => (int)(((Next() >> 32) * (ulong)n) >> 32);

    /// <summary>True that many times in a thousand.</summary>
    public bool Permille(int n) => Below(1000) < n;

    /// <summary>The next number, whole.</summary>
    public ulong Next()
    {
        _state += 0x9E3779B97F4A7C15UL;
        var z = _state;
        z = (z ^ (z >> 30)) * 0xBF58476D1CE4E5B9UL;
        z = (z ^ (z >> 27)) * 0x94D049BB133111EBUL;
        return z ^ (z >> 31);
    }
}
