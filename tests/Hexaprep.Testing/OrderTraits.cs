using Hexaprep.Bench.Edits;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Testing;

/// <summary>Orders of other traits.</summary>
public static class OrderTraits
{
    /// <summary>The order with its traits changed.</summary>
    public static UnitOrder Of(this UnitOrder order, Func<BatchTraits, BatchTraits> traits) => order with { Traits = traits(order.Traits) };
}
