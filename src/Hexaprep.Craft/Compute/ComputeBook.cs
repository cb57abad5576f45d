using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Forecasting;
using Hexaprep.Craft.Joining;
using Hexaprep.Craft.Supplies;
using Hexaprep.Craft.Transfers;

namespace Hexaprep.Craft.Compute;

/// <summary>Every function of the computation core by model and name. All are pure: no clock, no hidden state.</summary>
public static class ComputeBook
{
    /// <summary>All of them.</summary>
    public static readonly IReadOnlyList<ComputeFunction> All =
    [
        .. Kit.Functions(),
        .. DryingFunctions.All(),
        .. SprayFunctions.All(),
        .. FilmBuild.Functions(),
        .. Mixing.Functions(),
        .. Heat.Functions(),
        .. GapFilling.Functions(),
        .. SeamPlan.Functions(),
        .. FirstPassYield.Functions(),
        .. Association.Functions(),
        .. GlueJoint.Functions(),
        .. BaseStability.Functions(),
        .. BatchSize.Functions(),
        .. PaintAmounts.Functions(),
        .. Hiding.Functions(),
        .. FilmFit.Functions(),
        .. FilmSupply.Functions(),
        .. Abrasive.Functions(),
        .. Forecasts.Functions(),
    ];

    private static readonly Dictionary<(string, string), ComputeFunction> ByName = All.ToDictionary(f => (f.Model, f.Name));

    /// <summary>A function, or null.</summary>
    public static ComputeFunction? Find(string model, string name) => ByName.GetValueOrDefault((model, name));
}
