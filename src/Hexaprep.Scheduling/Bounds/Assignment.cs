namespace Hexaprep.Scheduling.Bounds;

/// <summary>The least cost of giving each row a column of its own: the Hungarian method with potentials, in cubic time.</summary>
internal static class Assignment
{
    /// <param name="cost">Cost of a row and a column; rows at most as many as columns.</param>
    /// <param name="n">Rows and columns.</param>
    public static long Least(Func<int, int, long> cost, int n)
    {
        if (n == 0)
            return 0;
        var (u, v, match, way) = (new long[n + 1], new long[n + 1], new int[n + 1], new int[n + 1]);
        for (var row = 1; row <= n; row++)
        {
            match[0] = row;
            var column = 0;
            var least = new long[n + 1];
            var used = new bool[n + 1];
            Array.Fill(least, long.MaxValue);
            do
            {
                used[column] = true;
                var (at, next) = (match[column], 0);
                var delta = long.MaxValue;
                for (var j = 1; j <= n; j++)
                {
                    if (used[j])
                        continue;
                    var reduced = cost(at - 1, j - 1) - u[at] - v[j];
                    if (reduced < least[j])
                        (least[j], way[j]) = (reduced, column);
                    if (least[j] < delta)
                        (delta, next) = (least[j], j);
                }
                for (var j = 0; j <= n; j++)
                {
                    if (used[j])
                    {
                        u[match[j]] += delta;
                        v[j] -= delta;
                    }
                    else
                        least[j] -= delta;
                }
                column = next;
            } while (match[column] != 0);
            while (column != 0)
            {
                match[column] = match[way[column]];
                column = way[column];
            }
        }
        return -v[0];
    }
}
