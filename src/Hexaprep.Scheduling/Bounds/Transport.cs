namespace Hexaprep.Scheduling.Bounds;

/// <summary>The least cost of carrying what sources have to sinks with room: shortest ways with potentials, one after the other.</summary>
internal static class Transport
{
    // Long: one published algorithm, kept in one piece to be compared with its source.
    /// <param name="supply">What each source has.</param>
    /// <param name="room">What each sink takes; in all at least the supply.</param>
    /// <param name="cost">Cost of one from a source to a sink, at least 0.</param>
    /// <param name="cancel">Ends it.</param>
    public static long Least(int[] supply, int[] room, long[][] cost, CancellationToken cancel = default)
    {
        var (sources, sinks) = (supply.Length, room.Length);
        var left = (int[])supply.Clone();
        var free = (int[])room.Clone();
        var flow = new int[sources][];
        for (var i = 0; i < sources; i++)
            flow[i] = new int[sinks];
        var potential = new long[sources + sinks];
        var (distance, from, done) = (new long[sources + sinks], new int[sources + sinks], new bool[sources + sinks]);
        long total = 0;
        for (var s = 0; s < sources; s++)
        {
            while (left[s] > 0)
            {
                cancel.ThrowIfCancellationRequested();
                var end = ShortestWay(s);
                if (end < 0)
                    return total;
                var amount = Math.Min(left[s], free[end]);
                for (var j = end; ; )
                {
                    var i = from[sources + j];
                    if (i == s)
                        break;
                    var back = from[i] - sources;
                    amount = Math.Min(amount, flow[i][back]);
                    j = back;
                }
                for (var j = end; ; )
                {
                    var i = from[sources + j];
                    flow[i][j] += amount;
                    total += amount * cost[i][j];
                    if (i == s)
                        break;
                    var back = from[i] - sources;
                    flow[i][back] -= amount;
                    total -= amount * cost[i][back];
                    j = back;
                }
                left[s] -= amount;
                free[end] -= amount;
            }
        }
        return total;

        // Dijkstra on the full two-sided graph; only sources that carry something can be left backwards.
        int ShortestWay(int source)
        {
            Array.Fill(distance, long.MaxValue);
            Array.Clear(done);
            distance[source] = 0;
            from[source] = -1;
            while (true)
            {
                var at = -1;
                for (var v = 0; v < distance.Length; v++)
                {
                    if (!done[v] && distance[v] != long.MaxValue && (at < 0 || distance[v] < distance[at]))
                        at = v;
                }
                if (at < 0)
                    return -1;
                done[at] = true;
                if (at >= sources && free[at - sources] > 0)
                {
                    for (var v = 0; v < distance.Length; v++)
                        potential[v] += Math.Min(distance[v], distance[at]);
                    return at - sources;
                }
                if (at < sources)
                {
                    for (var j = 0; j < sinks; j++)
                        Reach(at, sources + j, cost[at][j]);
                }
                else
                {
                    for (var i = 0; i < sources; i++)
                    {
                        if (flow[i][at - sources] > 0)
                            Reach(at, i, -cost[i][at - sources]);
                    }
                }
            }

            void Reach(int a, int b, long price)
            {
                var through = distance[a] + price + potential[a] - potential[b];
                if (!done[b] && through < distance[b])
                    (distance[b], from[b]) = (through, a);
            }
        }
    }
}
