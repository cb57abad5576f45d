using System.Text.Json;
using System.Text.Json.Nodes;
using Hexaprep.Craft.Routes;
using Hexaprep.Formats;

namespace Hexaprep.Core.Tests.Gates;

/// <summary>A log for diagnose, as a file from outside: everything in order until a test changes something.</summary>
internal sealed class CaseFile
{
    // Each step of the trade with the day of the month on which it ended, in its order.
    private static readonly (string Step, int Day)[] Work =
    [
        ("remove_parts", 1),
        ("clean_lines", 1),
        ("wash", 2),
        ("dry_fit", 4),
        ("pin", 4),
        ("roughen", 4),
        ("glue", 4),
        ("fill", 6),
        ("sand", 8),
        ("handle", 9),
        ("prime", 10),
        ("paint", 12),
        ("gloss_bed", 14),
        ("place_transfer", 16),
        ("soften_transfer", 17),
        ("seal", 20),
        ("final_coat", 22),
    ];

    public JsonObject Json { get; }

    private CaseFile(JsonObject json) => Json = json;

    /// <summary>A log in order up to a step, that one done; looked at two days later.</summary>
    public static CaseFile UpTo(string step, string material, string product = "acrylic_solvent", string method = "spray_can")
    {
        var day = Work.First(w => w.Step == step).Day;
        var done = Work.TakeWhile(w => w.Step != step).Append(Work.First(w => w.Step == step)).ToList();
        var file = new CaseFile(
            JsonSerializer
                .SerializeToNode(
                    new
                    {
                        materials = new[] { new { part = "body", material } },
                        models = 6,
                        tier = "elite",
                        transfers = 1,
                        gaps = "small",
                        done = done.Select(d => new { step = d.Step, at = At(d.Day, 20, 0) }),
                        coats = Array.Empty<object>(),
                        now = At(day + 2, 20, 0),
                        air = new { airC = 21, rhPct = 50 },
                    }
                )!
                .AsObject()
        );
        file.AddCoat("wash", "water", null);
        foreach (var (s, p, m) in Coats(product, method).Where(c => done.Exists(d => d.Step == c.Step)))
            file.AddCoat(s, p, m);
        return file;
    }

    private static IEnumerable<(string Step, string Product, string? Method)> Coats(string product, string method) =>
        [
            ("glue", "ca", null),
            ("fill", "acrylic_putty", null),
            ("prime", product, method),
            ("gloss_bed", "acrylic_wb", "brush"),
            ("place_transfer", "setting_solution", null),
            ("soften_transfer", "softening_solution", "brush"),
            ("seal", "acrylic_wb", "brush"),
            ("final_coat", product, method),
        ];

    public static string At(int day, int hour, int minute) => $"2026-03-{day:00}T{hour:00}:{minute:00}:00Z";

    /// <summary>A coat on the day of its step, 19:40 to 20:00, in air that suits it, noted with care.</summary>
    public CaseFile AddCoat(string step, string product, string? method, int number = 1)
    {
        var day = Work.First(w => w.Step == step).Day;
        var sprayed = method is "spray_can" or "airbrush";
        Json["coats"]!
            .AsArray()
            .Add(
                JsonSerializer.SerializeToNode(
                    new
                    {
                        productClass = product,
                        method,
                        step,
                        number,
                        film = "normal",
                        startedAt = At(day, 19, 40),
                        endedAt = At(day, 20, 0),
                        airC = 21.0,
                        rhPct = 50.0,
                        distanceCm = method == "spray_can" ? 25
                        : sprayed ? 10
                        : (double?)null,
                        canC = method == "spray_can" ? 21 : (double?)null,
                        shaken = method is null ? (bool?)null : true,
                        turned = sprayed ? true : (bool?)null,
                        passes = sprayed ? 3 : (int?)null,
                        bathC = product == "water" ? 25 : (double?)null,
                    }
                )
            );
        return this;
    }

    public JsonObject Coat(string step, int which = 0) =>
        Json["coats"]!.AsArray().Select(c => c!.AsObject()).Where(c => c["step"]!.GetValue<string>() == step).ElementAt(which);

    public JsonObject Deed(string step) =>
        Json["done"]!.AsArray().Select(d => d!.AsObject()).First(d => d["step"]!.GetValue<string>() == step);

    /// <summary>Without a step: neither done nor left behind anything.</summary>
    public CaseFile Without(string step)
    {
        foreach (var name in new[] { "done", "coats" })
        {
            var list = Json[name]!.AsArray();
            foreach (var gone in list.Where(x => x!["step"]!.GetValue<string>() == step).ToList())
                list.Remove(gone);
        }
        return this;
    }

    /// <summary>The step skipped on purpose.</summary>
    public CaseFile LeftOut(string step)
    {
        Without(step);
        Json["done"]!.AsArray().Add(new JsonObject { ["step"] = step, ["leftOut"] = true });
        return this;
    }

    public CaseFile With(Action<CaseFile> change)
    {
        change(this);
        return this;
    }

    public CaseFile Copy() => new(Json.DeepClone().AsObject());

    /// <summary>What is said of one flaw.</summary>
    public JsonObject Diagnose(string kind, string step, int models = 1) => DiagnoseEach([kind], step, models)[kind];

    /// <summary>The answers for flaws of several kinds, asked at once: each is answered for itself.</summary>
    public IReadOnlyDictionary<string, JsonObject> DiagnoseEach(IReadOnlyList<string> kinds, string step, int models = 1)
    {
        var asked = Json.DeepClone().AsObject();
        asked["flaws"] = new JsonArray([
            .. kinds.Select(kind => new JsonObject
            {
                ["kind"] = kind,
                ["step"] = step,
                ["models"] = models,
            }),
        ]);
        var answer = JsonNode.Parse(DiagnoseAnswers.Write(DiagnoseQuery.Read(asked.ToJsonString(), RuleBook.Trade)))!;
        return kinds.Zip(answer["flaws"]!.AsArray()).ToDictionary(p => p.First, p => p.Second!.AsObject());
    }
}

/// <summary>Reading of an answer.</summary>
internal static class Answered
{
    public static IReadOnlyList<JsonObject> Causes(this JsonObject flaw) => [.. flaw["causes"]!.AsArray().Select(c => c!.AsObject())];

    public static IReadOnlyList<string> Ids(this JsonObject flaw) => [.. flaw.Causes().Select(c => c["id"]!.GetValue<string>())];

    public static IReadOnlyList<string> For(this JsonObject cause) => [.. cause["for"]!.AsArray().Select(f => f!.GetValue<string>())];

    public static double Unexplained(this JsonObject flaw) => flaw["unexplained"]!.GetValue<double>();

    /// <summary>The odds of a cause against "something else"; null where it is not among the five.</summary>
    public static double? Odds(this JsonObject flaw, string cause)
    {
        var found = flaw.Causes().FirstOrDefault(c => c["id"]!.GetValue<string>() == cause);
        return found is null ? null : found["probability"]!.GetValue<double>() / flaw.Unexplained();
    }
}
