using System.Numerics;
using System.Text.Json;
using System.Text.Json.Nodes;
using CsCheck;
using Hexaprep.Craft.Joining;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Formats;
using Hexaprep.Testing;

namespace Hexaprep.Core.Tests.Pieces;

/// <summary>The closing proof against every order of small sets, the given examples, and what it refuses.</summary>
public sealed class ClosingTests
{
    private static readonly Gen<ClosingProblem> Small =
        from pieces in Gen.Int[2, 6]
        from joints in Gen.Select(Gen.Int[0, pieces - 1], Gen.Int[1, pieces - 1]).Array[1, 7]
        let count = joints.Length
        from blocked in Gen.Select(Gen.Int[0, count - 1], Gen.UInt[1, (1u << count) - 1]).Array[0, 7]
        from sparse in Gen.UInt[0, (1u << count) - 1].Array[blocked.Length]
        from apart in Gen.Select(Gen.Int[0, pieces - 1], Gen.Int[1, pieces - 1]).Array[0, 4]
        from together in Gen.UInt[0, (1u << count) - 1].Array[0, 2]
        select new ClosingProblem(
            pieces,
            [.. joints.Select((j, i) => new Joint($"j{i}", j.Item1, (j.Item1 + j.Item2) % pieces))],
            [.. blocked.Select((b, i) => new Blocking(b.Item1, b.Item2 & sparse[i] & ~(1u << b.Item1))).Where(b => b.By != 0)],
            [.. apart.Select(a => (a.Item1, (a.Item1 + a.Item2) % pieces))],
            [.. Apart(together)]
        );

    private static IEnumerable<uint> Apart(uint[] groups)
    {
        var taken = 0u;
        foreach (var group in groups)
        {
            if ((group & ~taken) != 0)
                yield return group & ~taken;
            taken |= group;
        }
    }

    [Fact]
    public void It_answers_as_every_order_tried_does() =>
        Small.Holds(
            problem =>
            {
                var found = Closing.Of(problem);
                var (closable, bodies, after, most) = Tried(problem);
                Assert.Equal(closable, found.IsClosable);
                if (!closable)
                {
                    Assert.Equal(most, Bits(problem.All, found.Stuck));
                    Assert.True(Tried(Without(problem, found.Ease)).Closable);
                    Assert.Equal(Fewest(problem), found.Ease.Count);
                    return;
                }
                Assert.Equal((bodies, after), (found.Bodies, found.After.Count));
                Assert.Empty(found.Ease);
                Keeps(problem, found);
            },
            iter: 3000
        );

    [Fact]
    public void The_given_examples_are_answered()
    {
        var cases = JsonNode.Parse(File.ReadAllText(Path.Combine(Project.Root, "tests", "cases", "closing.json")))!.AsArray();
        Assert.NotEmpty(cases);
        foreach (var one in cases)
        {
            var (answer, expect) = (JsonNode.Parse(ClosingFile.Answer(one!["problem"]!.ToJsonString()))!, one["expect"]!);
            Assert.Equal((bool)expect["closable"]!, (bool)answer["closable"]!);
            if ((bool)expect["closable"]!)
                Assert.Equal(
                    ((int)expect["bodies"]!, (int)expect["afterCount"]!),
                    ((int)answer["bodies"]!, answer["after"]!.AsArray().Count)
                );
            else
                Assert.Equal(
                    (expect["stuck"]!.ToJsonString(), (int)expect["easeCount"]!),
                    (answer["stuck"]!.ToJsonString(), answer["ease"]!.AsArray().Count)
                );
        }
    }

    // Twenty-four joints, as many as are asked for: a ring of pieces, every third held apart from the next.
    [Fact]
    public void The_most_joints_are_answered()
    {
        var joints = Enumerable.Range(0, 24).Select(i => new Joint($"j{i}", i, (i + 1) % 24)).ToList();
        var apart = Enumerable.Range(0, 8).Select(i => (3 * i, (3 * i + 3) % 24)).ToList();
        var found = Closing.Of(new ClosingProblem(24, joints, [new Blocking(0, 2)], apart, []));

        Assert.Equal((8, 8), (found.Bodies, found.After.Count));
    }

    // All leaves of a star apart, or two by two: without a bound every one of sixteen million sets would be looked at.
    [Theory]
    [InlineData(false, 24, 23)]
    [InlineData(true, 13, 12)]
    public void Many_pieces_apart_are_answered(bool inPairs, int bodies, int after)
    {
        var joints = Enumerable.Range(0, 24).Select(i => new Joint($"j{i}", 0, i + 1)).ToList();
        var apart =
            from a in Enumerable.Range(1, 24)
            from b in Enumerable.Range(a + 1, 24 - a)
            where !inPairs || (a % 2 == 1 && b == a + 1)
            select (a, b);
        var found = Closing.Of(new ClosingProblem(25, joints, [], [.. apart], []));
        Assert.Equal((bodies, after), (found.Bodies, found.After.Count));
    }

    [Theory]
    [InlineData("{}", "pieces")]
    [InlineData("""{"pieces":["a"]}""", "joints")]
    [InlineData("""{"pieces":["a","a"],"joints":[]}""", "pieces[1]")]
    [InlineData("""{"pieces":["a","b"],"joints":[{"id":"j","a":"a","b":"c"}]}""", "joints[0].b")]
    [InlineData("""{"pieces":["a","b"],"joints":[{"id":"j","a":"a","b":"a"}]}""", "joints[0].b")]
    [InlineData("""{"pieces":["a","b"],"joints":[{"a":"a","b":"b"}]}""", "joints[0].id")]
    [InlineData("""{"pieces":["a","b"],"joints":[{"id":"j","a":"a","b":"b"}],"blocked":[{"joint":"j","by":[]}]}""", "blocked[0].by")]
    [InlineData("""{"pieces":["a","b"],"joints":[{"id":"j","a":"a","b":"b"}],"blocked":[{"joint":"j","by":["j"]}]}""", "blocked[0].by[0]")]
    [InlineData("""{"pieces":["a","b"],"joints":[{"id":"j","a":"a","b":"b"}],"blocked":[{"joint":"x","by":["j"]}]}""", "blocked[0].joint")]
    [InlineData("""{"pieces":["a","b"],"joints":[{"id":"j","a":"a","b":"b"}],"apart":[["a"]]}""", "apart[0]")]
    [InlineData("""{"pieces":["a","b"],"joints":[{"id":"j","a":"a","b":"b"}],"apart":[["a","a"]]}""", "apart[0][1]")]
    [InlineData("""{"pieces":["a","b"],"joints":[{"id":"j","a":"a","b":"b"}],"together":[["j"],["j"]]}""", "together[1][0]")]
    [InlineData("""{"pieces":["a","b"],"joints":[{"id":"j","a":"a","b":"b"}],"together":[[]]}""", "together[0]")]
    public void What_contradicts_itself_is_refused_by_path(string json, string path)
    {
        var refused = Assert.Throws<RefusedException>(() => ClosingFile.Answer(json)).Refusal;
        Assert.Equal(path, refused.Field);
        Assert.NotEmpty(refused.Remedy);
    }

    [Fact]
    public void More_joints_than_are_asked_for_are_refused()
    {
        var joints = Enumerable
            .Range(0, 25)
            .Select(i => new
            {
                id = $"j{i}",
                a = "a",
                b = "b",
            });
        var json = JsonSerializer.Serialize(new { pieces = new[] { "a", "b" }, joints });
        Assert.Equal("joints[24].id", Assert.Throws<RefusedException>(() => ClosingFile.Answer(json)).Refusal.Field);
    }

    // --- every order, the long way ---

    private static uint[] Groups(ClosingProblem p)
    {
        var grouped = p.Together.Aggregate(0u, (a, g) => a | g);
        return [.. p.Together, .. Enumerable.Range(0, p.Joints.Count).Select(i => 1u << i).Where(j => (j & grouped) == 0)];
    }

    private static bool MayClose(ClosingProblem p, uint group, uint closed) =>
        p.Blocked.All(b => (group >> b.Joint & 1) == 0 || (b.By & ~closed) != 0);

    // All sets that some order of closing comes through from a start.
    private static HashSet<uint> Through(ClosingProblem p, uint start)
    {
        var (seen, open) = (new HashSet<uint> { start }, new Stack<uint>([start]));
        while (open.TryPop(out var closed))
        {
            foreach (var group in Groups(p).Where(g => (closed & g) == 0 && MayClose(p, g, closed)))
                if (seen.Add(closed | group))
                    open.Push(closed | group);
        }
        return seen;
    }

    private static (bool Closable, int Bodies, int After, uint Stuck) Tried(ClosingProblem p)
    {
        var sets = Through(p, 0);
        if (!sets.Contains(p.All))
        {
            // The union of all sets of which nothing may be closed last.
            var stuck = 0u;
            foreach (var set in Unions(p).Where(s => s != 0))
                if (Groups(p).Where(g => (g & set) != 0).All(g => !MayClose(p, g, set & ~g)))
                    stuck |= set;
            return (false, 0, 0, stuck);
        }
        var best = (Bodies: int.MaxValue, After: int.MaxValue);
        foreach (var before in sets.Where(s => Through(p, s).Contains(p.All)))
        {
            var body = Bodies(p, before);
            if (p.Apart.Any(a => body[a.A] == body[a.B]))
                continue;
            var mine = (body.Distinct().Count(), BitOperations.PopCount(p.All & ~before));
            if (mine.CompareTo(best) < 0)
                best = mine;
        }
        return (true, best.Bodies, best.After, 0);
    }

    private static IEnumerable<uint> Unions(ClosingProblem p)
    {
        var groups = Groups(p);
        for (var pick = 0; pick < 1 << groups.Length; pick++)
            yield return groups.Where((_, i) => (pick >> i & 1) == 1).Aggregate(0u, (a, g) => a | g);
    }

    private static int[] Bodies(ClosingProblem p, uint closed)
    {
        var body = Enumerable.Range(0, p.Pieces).ToArray();
        foreach (var joint in p.Joints.Where((_, i) => (closed >> i & 1) == 1))
        {
            var (from, to) = (body[joint.A], body[joint.B]);
            for (var i = 0; i < body.Length; i++)
                body[i] = body[i] == from ? to : body[i];
        }
        return body;
    }

    private static int Fewest(ClosingProblem p) =>
        Enumerable
            .Range(0, 1 << p.Blocked.Count)
            .Where(pick => Tried(Without(p, [.. Enumerable.Range(0, p.Blocked.Count).Where(i => (pick >> i & 1) == 1)])).Closable)
            .Min(pick => BitOperations.PopCount((uint)pick));

    private static ClosingProblem Without(ClosingProblem p, IReadOnlyList<int> blockings) =>
        p with
        {
            Blocked = [.. p.Blocked.Where((_, i) => !blockings.Contains(i))],
        };

    private static uint Bits(uint all, IReadOnlyList<int> joints) => all & joints.Aggregate(0u, (a, j) => a | 1u << j);

    // The order that was given can be followed, group by group.
    private static void Keeps(ClosingProblem p, Closing found)
    {
        Assert.Equal(Enumerable.Range(0, p.Joints.Count), found.Before.Concat(found.After).Order());
        var closed = 0u;
        foreach (var part in new[] { found.Before, found.After })
        {
            for (var i = 0; i < part.Count; )
            {
                var group = Groups(p).Single(g => (g >> part[i] & 1) == 1);
                var size = BitOperations.PopCount(group);
                Assert.Equal(group, Bits(p.All, [.. part.Skip(i).Take(size)]));
                Assert.True(MayClose(p, group, closed));
                closed |= group;
                i += size;
            }
        }
    }
}
