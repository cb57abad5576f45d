using System.Text.Json;
using Hexaprep.Core.Drying;
using Hexaprep.Core.Routes;
using Hexaprep.Testing;

namespace Hexaprep.Core.Tests.Drying;

/// <summary>The published test vectors, as far as the rule book uses their functions.</summary>
public sealed class VectorTests
{
    public static TheoryData<string> DryingTimes => Cases("01-drying.json", "adjusted_time", i => !i.TryGetProperty("label_min", out _) && !i.TryGetProperty("label_min_temp_c", out _) && !i.TryGetProperty("label_max_rh", out _));

    public static TheoryData<string> Fitnesses => Cases("02-spray.json", "fitness", i =>
        !i.TryGetProperty("surface_c", out _) && !i.TryGetProperty("rain_prob", out _) && !i.TryGetProperty("can_c", out _) && !i.TryGetProperty("distance_cm", out _) && !i.TryGetProperty("absorptance", out _));

    [Theory]
    [MemberData(nameof(DryingTimes))]
    public void A_film_dries_as_the_vectors_say(string vector)
    {
        var (input, expect) = Case("01-drying.json", vector);
        double Number(string name, double absent) => input.TryGetProperty(name, out var v) ? v.GetDouble() : absent;
        var time = DryingModel.Time(Ids.Parse<ProductClass>(input.GetProperty("product_class").GetString()!), Ids.Parse<Readiness>(input.GetProperty("stage").GetString()!),
            new Air(Number("temp_c", 0), Number("rh_pct", 0), Number("air_m_s", 0.1)), Number("film_ratio", 1));

        if (expect.GetProperty("blocked").ValueKind == JsonValueKind.String) Assert.Equal(expect.GetProperty("blocked").GetString(), time.Blocked);
        else Assert.Equal(1, time.Minutes!.Value / expect.GetProperty("minutes").GetDouble(), 9);
    }

    [Theory]
    [MemberData(nameof(Fitnesses))]
    public void Air_suits_a_spray_as_the_vectors_say(string vector)
    {
        var (input, expect) = Case("02-spray.json", vector);
        double? Number(string name) => input.TryGetProperty(name, out var v) ? v.GetDouble() : null;
        var fit = SprayFitness.Of(Ids.Parse<SprayMedium>(input.GetProperty("medium").GetString()!),
            new Weather(new Air(Number("air_c")!.Value, Number("rh_pct")!.Value), Number("wind_m_s") ?? 0, Number("gust_m_s"), Number("sun_w_m2") ?? 0));

        Assert.Equal(expect.GetProperty("score").GetDouble(), fit.Score, 9);
        Assert.Equal(expect.GetProperty("binding").GetString(), fit.Binding);
        Assert.Equal(expect.GetProperty("verdict").GetString() != "unfit", fit.Allows);
    }

    private static TheoryData<string> Cases(string file, string function, Func<JsonElement, bool> ours) =>
        [.. All(file, function).Where(c => c.TryGetProperty("expect", out var e) && !e.TryGetProperty("error", out _) && ours(c.GetProperty("input"))).Select(c => c.GetProperty("id").GetString()!)];

    private static (JsonElement Input, JsonElement Expect) Case(string file, string id)
    {
        var found = All(file, null).Single(c => c.GetProperty("id").GetString() == id);
        return (found.GetProperty("input"), found.GetProperty("expect"));
    }

    private static IEnumerable<JsonElement> All(string file, string? function)
    {
        using var document = JsonDocument.Parse(File.ReadAllText(Path.Combine(TestApp.Root, "tests", "Hexaprep.Core.Tests", "Vectors", file)));
        return [.. document.RootElement.GetProperty("functions").EnumerateArray().Where(f => function is null || f.GetProperty("function").GetString() == function)
            .SelectMany(f => f.GetProperty("cases").EnumerateArray()).Select(c => c.Clone())];
    }
}
