namespace Hexaprep.Craft.Computation;

/// <summary>One function of a model: what it answers for an input. The answer's properties are the documented names.</summary>
/// <param name="Model">The model, e.g. <c>drying</c>.</param>
/// <param name="Name">The function, e.g. <c>adjusted_time</c>.</param>
/// <param name="Summary">What it computes, in a line.</param>
/// <param name="Answer">Computes it; throws <see cref="ComputeRefusedException"/> for input it does not take.</param>
public sealed record ComputeFunction(string Model, string Name, string Summary, Func<Inputs, object> Answer);
