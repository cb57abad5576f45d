using System.Text.Json;
using Hexaprep.Craft.Joining;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Formats;

/// <summary>Reads pieces and joints and writes whether they can be closed; docs/formats.md describes both.</summary>
public static class ClosingFile
{
    private const int MostPieces = 200;

    /// <summary>The answer to a question in JSON, as JSON.</summary>
    /// <exception cref="RefusedException">The question names what is not there, or contradicts itself.</exception>
    public static string Answer(string json)
    {
        var (problem, ids) = Read(json);
        var found = Closing.Of(problem);
        string[] Named(IReadOnlyList<int> joints) => [.. joints.Select(j => ids[j])];
        return found.IsClosable
            ? Write(
                new
                {
                    closable = true,
                    before = Named(found.Before),
                    after = Named(found.After),
                    bodies = found.Bodies,
                }
            )
            : Write(
                new
                {
                    closable = false,
                    stuck = Named(found.Stuck).Order(StringComparer.Ordinal),
                    ease = found.Ease,
                }
            );
    }

    private static string Write(object answer) => JsonSerializer.Serialize(answer, JsonSerializerOptions.Default);

    private static (ClosingProblem Problem, IReadOnlyList<string> Ids) Read(string json)
    {
        var root = JsonAt.Root(json);
        var pieces = Numbered(root["pieces"], p => p, MostPieces, "the name of a piece in quotes");
        if (root["pieces"].Absent)
            throw root["pieces"].Wrong("the names of the pieces, [\"body\", \"head\"]");
        var joints = Numbered(root["joints"], j => j["id"], ClosingProblem.MostJoints, "the joint's own id in quotes");
        if (root["joints"].Absent)
            throw root["joints"].Wrong("the joints, [{\"id\", \"a\", \"b\"}]");
        var problem = new ClosingProblem(
            pieces.Count,
            [.. root["joints"].List().Select(at => JointAt(at, pieces))],
            [.. root["blocked"].List().Select(at => BlockingAt(at, joints))],
            [.. root["apart"].List().Select(at => PairAt(at, pieces))],
            Groups(root["together"], joints)
        );
        return (problem, [.. joints.Keys]);
    }

    // The things of a list by their names, in order.
    private static OrderedDictionary<string, int> Numbered(JsonAt list, Func<JsonAt, JsonAt> name, int most, string wanted)
    {
        var known = new OrderedDictionary<string, int>(StringComparer.Ordinal);
        foreach (var at in list.List().Select(name))
        {
            if (string.IsNullOrWhiteSpace(at.Text()))
                throw at.Wrong(wanted);
            if (!known.TryAdd(at.Text()!, known.Count))
                throw at.Wrong("a name that no other has");
            if (known.Count > most)
                throw at.Wrong($"at most {most} of them");
        }
        return known;
    }

    private static Joint JointAt(JsonAt at, OrderedDictionary<string, int> pieces)
    {
        var (a, b) = (One(at["a"], pieces, "piece"), One(at["b"], pieces, "piece"));
        return a != b ? new Joint(at["id"].Text()!, a, b) : throw at["b"].Wrong("another piece: none is joined to itself");
    }

    private static Blocking BlockingAt(JsonAt at, OrderedDictionary<string, int> joints)
    {
        var joint = One(at["joint"], joints, "joint");
        var by = 0u;
        foreach (var one in at["by"].List())
        {
            if (One(one, joints, "joint") is var blocker && blocker == joint)
                throw one.Wrong("another joint: none blocks itself");
            by |= 1u << blocker;
        }
        return by != 0 ? new Blocking(joint, by) : throw at["by"].Wrong("at least one joint that blocks it");
    }

    private static (int A, int B) PairAt(JsonAt at, OrderedDictionary<string, int> pieces)
    {
        if (at.List() is not [var first, var second])
            throw at.Wrong("two pieces that are painted apart");
        var (a, b) = (One(first, pieces, "piece"), One(second, pieces, "piece"));
        return a != b ? (a, b) : throw second.Wrong("another piece: none is apart from itself");
    }

    private static List<uint> Groups(JsonAt list, OrderedDictionary<string, int> joints)
    {
        var (groups, taken) = (new List<uint>(), 0u);
        foreach (var at in list.List())
        {
            var group = 0u;
            foreach (var one in at.List())
            {
                var joint = 1u << One(one, joints, "joint");
                if (((group | taken) & joint) != 0)
                    throw one.Wrong("a joint that stands in no group yet");
                group |= joint;
            }
            if (group == 0)
                throw at.Wrong("at least one joint");
            taken |= group;
            groups.Add(group);
        }
        return groups;
    }

    private static int One(JsonAt at, OrderedDictionary<string, int> known, string what) =>
        at.Text() is { } name && known.TryGetValue(name, out int number)
            ? number
            : throw at.Wrong(known.Count == 0 ? $"a {what}: none is listed" : $"a {what} that is listed: {string.Join(", ", known.Keys)}");
}
