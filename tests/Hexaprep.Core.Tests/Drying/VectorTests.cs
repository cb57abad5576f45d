using System.Text.Json;
using System.Text.Json.Nodes;
using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Compute;
using Hexaprep.Craft.Inspections;
using Hexaprep.Testing;

namespace Hexaprep.Core.Tests.Drying;

/// <summary>The published test vectors, refusals included, against every function of the computation core.</summary>
public sealed class VectorTests
{
    private static readonly string Folder = Path.Combine(Project.Root, "tests", "Hexaprep.Core.Tests", "Vectors");

    private sealed record Vector(string Model, string Function, double Relative, double Absolute, JsonElement Input, JsonElement Expect);

    private static readonly Dictionary<string, Vector> All = Directory
        .GetFiles(Folder, "*.json")
        .SelectMany(Read)
        .ToDictionary(v => v.Id, v => v.Vector);

    public static TheoryData<string> Ids => [.. All.Keys.Order(StringComparer.Ordinal)];

    [Theory]
    [MemberData(nameof(Ids))]
    public void A_function_answers_or_refuses_as_its_vector_says(string id)
    {
        var v = All[id];
        var function = ComputeBook.Find(v.Model, v.Function)!;
        if (v.Expect.TryGetProperty("error", out var error))
        {
            var refused = Assert.Throws<ComputeRefusedException>(() => function.Answer(new Inputs(v.Input)));
            Assert.Equal((error.GetString(), v.Expect.GetProperty("field").GetString()), (refused.Error, refused.Field));
            return;
        }
        Same(v, v.Expect, JsonSerializer.SerializeToElement(function.Answer(new Inputs(v.Input))), "$");
    }

    [Fact]
    public void Every_function_of_the_book_has_a_vector() =>
        Assert.Equal(
            ComputeBook.All.Select(f => (f.Model, f.Name)).Order(),
            All.Values.Select(v => (v.Model, v.Function)).Distinct().Order()
        );

    private static void Same(Vector v, JsonElement want, JsonElement got, string path)
    {
        switch (want.ValueKind)
        {
            case JsonValueKind.Number:
                Assert.True(
                    got.ValueKind == JsonValueKind.Number
                        && Math.Abs(got.GetDouble() - want.GetDouble()) <= Math.Max(v.Absolute, v.Relative * Math.Abs(want.GetDouble())),
                    $"{path}: {got} for {want}"
                );
                break;
            case JsonValueKind.Object:
                Assert.Equal(
                    want.EnumerateObject().Select(p => p.Name).Order(StringComparer.Ordinal),
                    got.EnumerateObject().Select(p => p.Name).Order(StringComparer.Ordinal)
                );
                foreach (var p in want.EnumerateObject())
                    Same(v, p.Value, got.GetProperty(p.Name), $"{path}.{p.Name}");
                break;
            case JsonValueKind.Array:
                Assert.Equal(want.GetArrayLength(), got.GetArrayLength());
                for (var i = 0; i < want.GetArrayLength(); i++)
                    Same(v, want[i], got[i], $"{path}[{i}]");
                break;
            default:
                Assert.True(
                    JsonNode.DeepEquals(JsonNode.Parse(want.GetRawText()), JsonNode.Parse(got.GetRawText())),
                    $"{path}: {got} for {want}"
                );
                break;
        }
    }

    private static IEnumerable<(string Id, Vector Vector)> Read(string file)
    {
        using var document = JsonDocument.Parse(File.ReadAllText(file));
        var model = Path.GetFileNameWithoutExtension(file)[3..];
        foreach (var function in document.RootElement.GetProperty("functions").EnumerateArray())
        {
            var tolerance = function.GetProperty("tolerance");
            foreach (var c in function.GetProperty("cases").EnumerateArray())
                yield return (
                    c.GetProperty("id").GetString()!,
                    new Vector(
                        model,
                        function.GetProperty("function").GetString()!,
                        tolerance.GetProperty("rel").GetDouble(),
                        tolerance.GetProperty("abs").GetDouble(),
                        c.GetProperty("input").Clone(),
                        c.GetProperty("expect").Clone()
                    )
                );
        }
    }
}
