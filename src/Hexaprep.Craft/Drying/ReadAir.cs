using NodaTime;

namespace Hexaprep.Craft.Drying;

/// <summary>The air that was read, by place and in order of time, so that the reading of a moment is found at once.</summary>
public sealed class ReadAir
{
    private static readonly Duration OutdoorsHolds = Duration.FromHours(2);
    private readonly AirReading[] _indoors,
        _outdoors;

    /// <summary>Orders readings.</summary>
    public ReadAir(IEnumerable<AirReading> readings)
    {
        var byPlace = readings.ToLookup(r => r.Place);
        _indoors = [.. byPlace[AirPlace.Bench].OrderBy(r => r.At)];
        _outdoors = [.. byPlace[AirPlace.Outdoors].OrderBy(r => r.At)];
    }

    /// <summary>The bench reading that still holds at a moment, or null.</summary>
    public AirReading? Indoors(Instant at) =>
        Last(_indoors, at) is >= 0 and var i && at - _indoors[i].At <= AirReading.Holds ? _indoors[i] : null;

    /// <summary>The reading outdoors that still holds at a moment, or null.</summary>
    public AirReading? Outdoors(Instant at) =>
        Last(_outdoors, at) is >= 0 and var i && at - _outdoors[i].At <= OutdoorsHolds ? _outdoors[i] : null;

    /// <summary>The bench readings after a moment.</summary>
    public IEnumerable<AirReading> IndoorsAfter(Instant at)
    {
        for (var i = Last(_indoors, at) + 1; i < _indoors.Length; i++)
            yield return _indoors[i];
    }

    private static int Last(AirReading[] readings, Instant at)
    {
        int low = 0,
            high = readings.Length;
        while (low < high)
        {
            var mid = (low + high) / 2;
            if (readings[mid].At <= at)
                low = mid + 1;
            else
                high = mid;
        }
        return low - 1;
    }
}
