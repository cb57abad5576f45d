using System.Runtime.CompilerServices;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Joining;

/// <summary>A joint of a kit.</summary>
/// <param name="Part">What is joined.</param>
/// <param name="Number">Which of its name, from 1.</param>
/// <param name="Other">What it is joined to.</param>
/// <param name="OtherNumber">Which of that name, from 1.</param>
public sealed record KitJoint(KitPart Part, int Number, KitPart Other, int OtherNumber)
{
    /// <summary>The joint in words: head on body.</summary>
    public string Words => $"{Part.One(Number)} on {Other.One(OtherNumber)}";
}

/// <summary>How a kit comes together: its joints, what is held apart for painting, the proof that it closes and in which order.</summary>
public sealed class ModelKit
{
    private static readonly ConditionalWeakTable<PartList, ModelKit> Known = [];
    private readonly List<(KitPart Part, int Number)> _pieces = [];
    private readonly Lazy<KitClosing> _holding,
        _joining;

    private ModelKit(PartList parts)
    {
        Parts = parts;
        foreach (var part in parts.Parts)
            _pieces.AddRange(Enumerable.Range(1, part.Count).Select(n => (part, n)));
        Joints = [.. parts.Parts.SelectMany(JointsOf)];
        (_holding, _joining) = (new(() => Prove(holdsWhatHides: true)), new(() => Prove(holdsWhatHides: false)));
    }

    /// <summary>The kit of a list of parts.</summary>
    public static ModelKit Of(PartList parts) => Known.GetValue(parts, p => new ModelKit(p));

    /// <summary>Its parts.</summary>
    public PartList Parts { get; }

    /// <summary>Its joints, part by part.</summary>
    public IReadOnlyList<KitJoint> Joints { get; }

    /// <summary>How it closes.</summary>
    /// <param name="holdsWhatHides">A part that hides something is held apart, unless it was said otherwise; else only what was said
    /// to be.</param>
    public KitClosing Closing(bool holdsWhatHides) => holdsWhatHides ? _holding.Value : _joining.Value;

    /// <summary>True for a part that is held apart until it is painted.</summary>
    public static bool Holds(KitPart part, bool holdsWhatHides) =>
        part.On.Count > 0 && (part.Held == PartHeld.Apart || (part.Held == PartHeld.AsItHides && part.Hides.Length > 0 && holdsWhatHides));

    // Those of one name are shared out on what they are joined to; one on several is joined to each of its share.
    private IEnumerable<KitJoint> JointsOf(KitPart part)
    {
        // A first part of several, such as two halves, is joined to its own first.
        if (part.On.Count == 0)
        {
            for (var n = 2; n <= part.Count; n++)
                yield return new KitJoint(part, n, part, 1);
            yield break;
        }
        foreach (var other in part.On.Select(o => Parts.Parts.First(p => p.Name == o)))
        {
            for (var i = 0; i < Math.Max(part.Count, other.Count); i++)
                yield return new KitJoint(
                    part,
                    i * part.Count / Math.Max(part.Count, other.Count) + 1,
                    other,
                    i * other.Count / Math.Max(part.Count, other.Count) + 1
                );
        }
    }

    // What the joints before painting make one, each with its parts.
    private List<IReadOnlyList<string>> PiecesBy(IReadOnlyList<int> before)
    {
        var body = Enumerable.Range(0, _pieces.Count).ToArray();
        foreach (var joint in before.Select(j => Joints[j]))
        {
            var (one, other) = (body[At(joint.Part, joint.Number)], body[At(joint.Other, joint.OtherNumber)]);
            for (var i = 0; i < body.Length; i++)
                body[i] = body[i] == Math.Max(one, other) ? Math.Min(one, other) : body[i];
        }
        return
        [
            .. body.Index()
                .GroupBy(b => b.Item, b => _pieces[b.Index])
                .Select(g => (IReadOnlyList<string>)[.. g.Select(p => p.Part.One(p.Number))]),
        ];
    }

    private int At(KitPart part, int number) => _pieces.IndexOf((part, number));

    private KitClosing Prove(bool holdsWhatHides)
    {
        var problem = Problem(holdsWhatHides);
        var proof = Joining.Closing.Of(problem);
        // What cannot be closed is laid out as it will be once the smallest change is made.
        var after = proof.IsClosable
            ? proof
            : Joining.Closing.Of(problem with { Blocked = [.. problem.Blocked.Where((_, i) => !proof.Ease.Contains(i))] });
        return new KitClosing(
            proof.IsClosable,
            [.. after.Before.Select(j => Joints[j])],
            [.. after.After.Select(j => Joints[j])],
            after.Bodies,
            [.. proof.Stuck.Select(j => Joints[j])],
            [
                .. proof.Ease.Select(b =>
                    (Joints[problem.Blocked[b].Joint], Joints.Where((_, j) => (problem.Blocked[b].By >> j & 1) == 1).First().Part)
                ),
            ]
        )
        {
            Pieces = PiecesBy(after.Before),
        };
    }

    /// <summary>What the closing proof is asked.</summary>
    /// <param name="holdsWhatHides">As for <see cref="Closing"/>.</param>
    public ClosingProblem Problem(bool holdsWhatHides)
    {
        uint Of(KitPart part) => Joints.Index().Where(j => j.Item.Part == part).Aggregate(0u, (all, j) => all | 1u << j.Index);
        var joints = Joints.Select((j, i) => new Joint($"{i}", At(j.Part, j.Number), At(j.Other, j.OtherNumber))).ToList();
        return new ClosingProblem(
            _pieces.Count,
            joints,
            [
                .. from joint in Joints.Index()
                from name in joint.Item.Part.Before
                let way = Of(Parts.Parts.First(p => p.Name == name))
                where way != 0
                select new Blocking(joint.Index, way),
            ],
            [.. joints.Where((_, i) => Holds(Joints[i].Part, holdsWhatHides)).Select(j => (j.A, j.B))],
            [.. Parts.Parts.Where(p => p.IsTogether).Select(Of).Where(g => (g & (g - 1)) != 0)]
        );
    }
}

/// <summary>How a kit closes.</summary>
/// <param name="IsClosable">All its joints can be closed in some order.</param>
/// <param name="Before">Joints closed before painting, in order.
/// Where it cannot be closed, as if <paramref name="Ease"/> were mended.</param>
/// <param name="After">Joints closed after painting, in order.</param>
/// <param name="Bodies">How many bodies are painted, at least 1.</param>
/// <param name="Stuck">Joints that can never all be closed.</param>
/// <param name="Ease">The fewest ways that have to be made: the joint, and the part that blocks it.</param>
public sealed record KitClosing(
    bool IsClosable,
    IReadOnlyList<KitJoint> Before,
    IReadOnlyList<KitJoint> After,
    int Bodies,
    IReadOnlyList<KitJoint> Stuck,
    IReadOnlyList<(KitJoint Joint, KitPart By)> Ease
)
{
    /// <summary>The pieces that are painted, each with its parts, the one that carries the others first.</summary>
    public required IReadOnlyList<IReadOnlyList<string>> Pieces { get; init; }

    /// <summary>Joints after painting whose seam is mended.</summary>
    public int Seams => After.Count(j => !j.Part.HasNoSeam);
}
