namespace Hexaprep.Craft.Computation;

/// <summary>One function of a model: what it answers for an input. The answer's properties are the documented names.</summary>
/// <param name="Model">The model, e.g. <c>drying</c>.</param>
/// <param name="Name">The function, e.g. <c>adjusted_time</c>.</param>
/// <param name="Summary">What it computes, in a line.</param>
/// <param name="Answer">Computes it; throws <see cref="ComputeRefusedException"/> for input it does not take.</param>
public sealed record ComputeFunction(string Model, string Name, string Summary, Func<Inputs, object> Answer);

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
    ];

    private static readonly Dictionary<(string, string), ComputeFunction> ByName = All.ToDictionary(f => (f.Model, f.Name));

    /// <summary>A function, or null.</summary>
    public static ComputeFunction? Find(string model, string name) => ByName.GetValueOrDefault((model, name));
}
