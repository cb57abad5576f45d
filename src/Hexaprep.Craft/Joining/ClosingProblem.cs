namespace Hexaprep.Craft.Joining;

/// <summary>A place where two pieces are glued to each other.</summary>
/// <param name="Id">Its name among the joints.</param>
/// <param name="A">Number of one piece.</param>
/// <param name="B">Number of the other.</param>
public readonly record struct Joint(string Id, int A, int B);

/// <summary>A joint that cannot be closed any more once all of some others are.</summary>
/// <param name="Joint">Number of the joint.</param>
/// <param name="By">The joints that block it together, a bit each.</param>
public readonly record struct Blocking(int Joint, uint By);

/// <summary>Pieces, the joints between them, and what stands in the way of closing them.</summary>
/// <param name="Pieces">How many pieces there are.</param>
/// <param name="Joints">At most <see cref="MostJoints"/>.</param>
/// <param name="Blocked">Which joint is blocked by which.</param>
/// <param name="Apart">Pairs of pieces that must not be in one body while they are painted.</param>
/// <param name="Together">Joints that are closed directly one after the other, a bit each; no joint is in two of them.</param>
public sealed record ClosingProblem(
    int Pieces,
    IReadOnlyList<Joint> Joints,
    IReadOnlyList<Blocking> Blocked,
    IReadOnlyList<(int A, int B)> Apart,
    IReadOnlyList<uint> Together
)
{
    /// <summary>The most joints that are asked about at once.</summary>
    public const int MostJoints = 24;

    /// <summary>All joints, a bit each.</summary>
    public uint All => (1u << Joints.Count) - 1;
}
