namespace Hexaprep.Scheduling.Timetables;

/// <summary>A job longer than a sitting, in pieces that lie within a week of each other: nobody leaves a heap half cleaned for a
/// month.</summary>
internal sealed partial class Timetable
{
    // From the begin of one piece's sitting to that of the next: a week, and an hour or two for clocks that are changed.
    private const int WeekApart = (7 * MinutesADay) + 120;

    // The sittings that could take a piece, in order of time, with what fits into each.
    private int[] _chainSitting = new int[64],
        _chainFits = new int[64];

    // By sitting and number of pieces: the most that so many pieces hold whose last lies there; -1 for none.
    private int[] _chainHolds = new int[256];

    /// <summary>The earliest end with at most so many pieces, one a sitting, none farther than a week from the next; of those the fewest
    /// pieces, as late as they go.</summary>
    private bool FindChained(int step, int from, int until, PlacementOptions taste)
    {
        var (count, most, least) = (_p.Count[step], _p.MaxChunks[step], _p.Minutes(step, _p.Least[step]));
        var behind = AskedBehind(step);
        int n = 0,
            reach = 0;
        for (var k = _p.SittingFrom(from); k < _p.Sittings && _p.SittingBegin[k] + least <= until; k++)
        {
            if (k % Block == 0 && _blockGap[k / Block] < least)
            {
                k += Block - 1;
                continue;
            }
            if (_gap[k] < least || !Open(k, taste))
                continue;
            var free = FreeFor(step, k, from, until);
            var fits = _p.Fits(step, free, count);
            if (fits < _p.Least[step])
                continue;
            while (reach < n && _p.SittingBegin[k] - _p.SittingBegin[_chainSitting[reach]] > WeekApart)
                reach++;
            var lastFits = behind == 0 ? fits : _p.Fits(step, free - behind, count);
            if (lastFits >= _p.Least[step] && CutChained(step, from, k, lastFits, reach, n))
                return true;
            Chain(k, fits, reach, n++, count, most);
        }
        return false;
    }

    // A sitting that could take a piece, and not yet the last.
    private void Chain(int k, int fits, int reach, int n, int count, int most)
    {
        if (n == _chainSitting.Length)
        {
            Array.Resize(ref _chainSitting, 2 * n);
            Array.Resize(ref _chainFits, 2 * n);
        }
        if ((n + 1) * most > _chainHolds.Length)
            Array.Resize(ref _chainHolds, 2 * (n + 1) * most);
        (_chainSitting[n], _chainFits[n]) = (k, fits);
        for (var pieces = 1; pieces < most; pieces++)
        {
            var before = HeldBefore(pieces, reach, n, most);
            _chainHolds[(n * most) + pieces] = before < 0 ? -1 : Math.Min(count, before + fits);
        }
    }

    // The most that all pieces but the last hold, where the last but one lies within reach.
    private int HeldBefore(int pieces, int reach, int n, int most)
    {
        if (pieces == 1)
            return 0;
        var held = -1;
        for (var c = reach; c < n; c++)
            held = Math.Max(held, _chainHolds[(c * most) + pieces - 1]);
        return held;
    }

    // With the last piece in a sitting: as few pieces as will do, each as late as the rest still fits before it.
    private bool CutChained(int step, int from, int last, int lastFits, int reach, int n)
    {
        var (count, most) = (_p.Count[step], _p.MaxChunks[step]);
        for (var pieces = 1; pieces <= most; pieces++)
        {
            var held = HeldBefore(pieces, reach, n, most);
            if (held < 0)
                return false;
            if (held + lastFits < count)
                continue;
            var (left, at) = (count - lastFits, n);
            for (var i = 0; i < pieces - 1; i++)
            {
                do at--;
                while (_chainHolds[(at * most) + pieces - 1 - i] < left);
                _caps[i] = new Chunk(_chainSitting[at], 0, 0, _chainFits[at]);
                left -= _chainFits[at];
            }
            return Cut(step, from, last, lastFits, pieces - 1);
        }
        return false;
    }
}
