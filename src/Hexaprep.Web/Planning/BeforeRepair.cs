using Hexaprep.Planning.Problem;

namespace Hexaprep.Web.Planning;

/// <summary>The plan that stood before a repair was put in.</summary>
/// <param name="Repair">The repair.</param>
/// <param name="Revision">The bench with it.</param>
/// <param name="Plan">The plan before.</param>
public sealed record BeforeRepair(Guid Repair, long Revision, BenchPlan Plan);
