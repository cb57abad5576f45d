using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;

namespace Hexaprep.Testing;

/// <summary>Benches whose labels say something.</summary>
public static class Labelled
{
    /// <summary>The state with these labels on its shelf, and no others.</summary>
    public static BenchState With(this BenchState state, params ProductLabel[] labels) =>
        state with
        {
            Products =
            [
                .. state.Products.Where(p => labels.All(l => l.Product != p.Kind)).Select(p => p with { Label = null }),
                .. labels.Select(l => state.Products.Take(l.Product, Guid.NewGuid) with { Label = l }),
            ],
        };
}
