using CsCheck;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;

// Long: a table of logs, one for each cause and more.
namespace Hexaprep.Core.Tests.Gates;

/// <summary>From a log to causes: the guilty is named, the innocent is not, a fact never works the wrong way.</summary>
public sealed class DiagnosisTests
{
    private sealed record Guilty(string Cause, string Kind, string Step, string Material, Action<CaseFile> Crime)
    {
        public string? ShownOn { get; init; }
        public string Product { get; init; } = "acrylic_solvent";
        public string Method { get; init; } = "spray_can";

        public CaseFile File() => CaseFile.UpTo(Step, Material, Product, Method).With(Crime);

        public string Shown => ShownOn ?? Step;

        public override string ToString() => $"{Cause} of {Kind}";
    }

    private static Action<CaseFile> Coat(string step, string key, double value) => f => f.Coat(step)[key] = value;

    private static readonly Guilty[] Cases = [.. Everyone()];

    // Long: one log for each cause and more.
    private static IEnumerable<Guilty> Everyone()
    {
        yield return new("dry_spray", "grainy", "prime", "polystyrene", f =>
        {
            f.Coat("prime")["airC"] = 31;
            f.Coat("prime")["rhPct"] = 28;
        });
        yield return new("dry_spray", "fuzzy", "prime", "pu_resin", Coat("prime", "distanceCm", 48));
        yield return new("dry_spray", "grainy", "prime", "pu_resin", Coat("prime", "windMS", 5));
        yield return new("dry_spray", "grainy", "prime", "polystyrene", Coat("prime", "rhPct", 24))
        {
            Product = "acrylic_wb",
            Method = "airbrush",
        };
        yield return new("too_heavy", "run", "prime", "polystyrene", f => f.Coat("prime")["film"] = "heavy");
        yield return new("too_heavy", "pooling", "prime", "white_metal", Coat("prime", "distanceCm", 9));
        yield return new("too_heavy", "run", "prime", "polystyrene", SecondCoat(2)) { ShownOn = "prime" };
        yield return new("missed_angle", "bare", "prime", "polystyrene", f => f.Coat("prime")["turned"] = false);
        yield return new("missed_angle", "bare", "prime", "pu_resin", f =>
        {
            f.Coat("prime")["turned"] = null;
            f.Coat("prime")["passes"] = 1;
        });
        yield return new("damp_air", "frosting", "final_coat", "polystyrene", Coat("final_coat", "rhPct", 86));
        yield return new("damp_air", "frosting", "final_coat", "polystyrene", f =>
        {
            f.Coat("final_coat")["rhPct"] = 68;
            f.Coat("final_coat")["label"] = new System.Text.Json.Nodes.JsonObject { ["maxRhPct"] = 60 };
        });
        yield return new("cold", "tacky", "prime", "polystyrene", Coat("prime", "airC", 7));
        yield return new("cold", "grainy", "prime", "polystyrene", Coat("prime", "canC", 9));
        yield return new("too_young", "print", "prime", "polystyrene", f => f.Deed("prime")["handledAt"] = CaseFile.At(10, 20, 12));
        yield return new("too_young", "wrinkle", "prime", "polystyrene", SecondCoat(3)) { ShownOn = "prime" };
        yield return new("too_young", "crazing", "gloss_bed", "polystyrene", f => Painted(f, "enamel_alkyd", 30));
        yield return new("window_missed", "wrinkle", "prime", "polystyrene", f =>
        {
            SecondCoat(600)(f);
            f.Coat("prime")["label"] = new System.Text.Json.Nodes.JsonObject
            {
                ["recoatMin"] = 15,
                ["recoatMax"] = 60,
                ["reopen"] = 2880,
            };
        });
        yield return new("greasy", "flaking", "prime", "pu_resin", f => f.LeftOut("wash"));
        yield return new("greasy", "fisheye", "prime", "white_metal", f => f.Without("wash"));
        yield return new("greasy", "fisheye", "prime", "polystyrene", f => f.Deed("handle")["handledAt"] = CaseFile.At(10, 19, 0));
        yield return new("wet_below", "bubble", "prime", "polystyrene", f =>
            Moved(f, "wash", CaseFile.At(10, 19, 10), CaseFile.At(10, 19, 20))
        );
        yield return new("wet_below", "flaking", "prime", "polystyrene", f =>
            Moved(f, "fill", CaseFile.At(10, 19, 10), CaseFile.At(10, 19, 20))
        );
        yield return new("plasticiser", "tacky", "prime", "flexible_pvc", _ => { });
        yield return new("dust_fell", "dust", "prime", "polystyrene", f => f.Deed("sand")["at"] = CaseFile.At(10, 20, 5));
        yield return new("dust_fell", "grainy", "prime", "polystyrene", f => f.Deed("sand")["at"] = CaseFile.At(10, 20, 5));
        yield return new("line_missed", "line", "prime", "polystyrene", f => f.LeftOut("clean_lines"));
        yield return new("filler_shrunk", "seam", "prime", "polystyrene", f => f.Coat("fill")["film"] = "heavy");
        yield return new("filler_shrunk", "gap", "prime", "pu_resin", f => f.Deed("sand")["at"] = CaseFile.At(6, 20, 20));
        yield return new("gap_unfilled", "gap", "prime", "polystyrene", f => f.LeftOut("fill"));
        yield return new("matte_bed", "silvering", "soften_transfer", "polystyrene", f => f.LeftOut("gloss_bed"))
        {
            ShownOn = "place_transfer",
        };
        yield return new("bed_young", "tear", "soften_transfer", "polystyrene", f =>
            Moved(f, "gloss_bed", CaseFile.At(16, 19, 20), CaseFile.At(16, 19, 30))
        )
        {
            ShownOn = "place_transfer",
        };
        yield return new("air_trapped", "silvering", "soften_transfer", "polystyrene", f =>
            f.Coat("place_transfer")["productClass"] = "water"
        )
        {
            ShownOn = "place_transfer",
        };
        yield return new("not_softened", "film_edge", "place_transfer", "polystyrene", f => f.LeftOut("soften_transfer"));
        yield return new("not_softened", "wrinkle", "place_transfer", "polystyrene", f => f.LeftOut("soften_transfer"));
        yield return new("moved_late", "tear", "soften_transfer", "polystyrene", f =>
            f.Deed("soften_transfer")["handledAt"] = CaseFile.At(17, 19, 50)
        );
        yield return new("sealed_early", "wrinkle", "seal", "polystyrene", f =>
            Moved(f, "soften_transfer", CaseFile.At(20, 19, 20), CaseFile.At(20, 19, 30))
        );
        yield return new("solvent_attack", "wrinkle", "final_coat", "polystyrene", _ => { }) { Product = "lacquer" };
        yield return new("solvent_attack", "crazing", "final_coat", "polystyrene", f => Painted(f, "enamel_alkyd", 60 * 24 * 6));
        yield return new("not_shaken", "sheen", "final_coat", "polystyrene", f => f.Coat("final_coat")["shaken"] = false);
        yield return new("not_shaken", "frosting", "final_coat", "polystyrene", f => f.Coat("final_coat")["shaken"] = false);
        yield return new("ca_fog", "frosting", "final_coat", "polystyrene", f =>
        {
            f.AddCoat("final_coat", "ca", null);
            f.Json["coats"]!.AsArray()[^1]!["step"] = "reassemble";
        });
        yield return new("weak_joint", "loose", "prime", "pu_resin", f => f.LeftOut("pin")) { ShownOn = "glue" };
        yield return new("weak_joint", "loose", "prime", "polystyrene", f => f.Coat("glue")["productClass"] = "pva") { ShownOn = "glue" };
        yield return new("weak_joint", "loose", "prime", "polystyrene", f => f.Deed("glue")["handledAt"] = CaseFile.At(4, 20, 1))
        {
            ShownOn = "glue",
        };
        yield return new("heat", "bent", "prime", "pu_resin", Coat("wash", "bathC", 62)) { ShownOn = "wash" };
        yield return new("blade", "gouge", "prime", "polystyrene", _ => { }) { ShownOn = "clean_lines" };
        yield return new("old_product", "tear", "soften_transfer", "polystyrene", f =>
            f.Deed("place_transfer")["opened"] = "2019-01-01T12:00:00Z"
        )
        {
            ShownOn = "place_transfer",
        };
        yield return new("old_product", "tacky", "prime", "polystyrene", f => f.Deed("prime")["opened"] = "2015-01-01T12:00:00Z");
    }

    // A second coat of primer so many minutes after the first.
    private static Action<CaseFile> SecondCoat(int minutes) =>
        f =>
        {
            var first = f.Coat("prime");
            var (from, until) = (
                new DateTime(2026, 3, 10, 20, 0, 0).AddMinutes(minutes),
                new DateTime(2026, 3, 10, 20, 10, 0).AddMinutes(minutes)
            );
            var second = first.DeepClone().AsObject();
            second["number"] = 2;
            second["startedAt"] = $"{from:yyyy-MM-ddTHH:mm}:00Z";
            second["endedAt"] = $"{until:yyyy-MM-ddTHH:mm}:00Z";
            f.Json["coats"]!.AsArray().Add(second);
        };

    private static void Moved(CaseFile f, string step, string from, string until)
    {
        f.Deed(step)["at"] = until;
        (f.Coat(step)["startedAt"], f.Coat(step)["endedAt"]) = (from, until);
    }

    // A coat of paint under the gloss and the matte, so many minutes before the one that shows.
    private static void Painted(CaseFile f, string product, int minutes)
    {
        var over = f.Json["coats"]!.AsArray()[^1]!.AsObject();
        var end = DateTime
            .Parse(over["startedAt"]!.GetValue<string>(), System.Globalization.CultureInfo.InvariantCulture)
            .ToUniversalTime()
            .AddMinutes(-minutes);
        var paint = over.DeepClone().AsObject();
        (paint["step"], paint["productClass"], paint["method"]) = ("paint", product, "brush");
        (paint["startedAt"], paint["endedAt"]) = ($"{end.AddMinutes(-20):yyyy-MM-ddTHH:mm}:00Z", $"{end:yyyy-MM-ddTHH:mm}:00Z");
        f.Json["coats"]!.AsArray().Add(paint);
    }

    public static TheoryData<int> Each => [.. Enumerable.Range(0, Cases.Length)];

    [Theory]
    [MemberData(nameof(Each))]
    public void The_guilty_is_first_or_second(int which)
    {
        var guilty = Cases[which];
        var flaw = guilty.File().Diagnose(guilty.Kind, guilty.Shown, 2);

        Assert.True(
            flaw.Ids().Take(2).Contains(guilty.Cause),
            $"{guilty}: {string.Join(", ", flaw.Causes().Select(c => c.ToJsonString()))}"
        );
    }

    [Fact]
    public void Every_cause_has_a_log_that_names_it() =>
        Assert.Equal(Ids.All<CauseId>().Order(), Cases.Select(c => c.Cause).Distinct().Order());

    [Fact]
    public void A_log_in_order_accuses_nobody()
    {
        foreach (var material in new[] { "polystyrene", "pu_resin", "white_metal", "photopolymer" })
        foreach (
            var (step, product, method) in new[]
            {
                ("prime", "acrylic_solvent", "spray_can"),
                ("prime", "acrylic_wb", "airbrush"),
                ("prime", "acrylic_wb", "brush"),
                ("soften_transfer", "acrylic_solvent", "spray_can"),
                ("final_coat", "acrylic_solvent", "spray_can"),
                ("final_coat", "acrylic_wb", "airbrush"),
            }
        )
        {
            var file = CaseFile.UpTo(step, material, product, method);
            foreach (var models in new[] { 1, 3, 6 })
            foreach (var (kind, flaw) in file.DiagnoseEach(Ids.All<FlawKind>(), step, models))
            {
                Assert.All(flaw.Causes(), c => Assert.True(c.For().Count == 0, $"{material} {step} {kind}: {c.ToJsonString()}"));
                Assert.All(flaw.Causes(), c => Assert.True(c["probability"]!.GetValue<double>() < flaw.Unexplained(), $"{step} {kind}"));
                Assert.Equal(Diagnosis.Nothing, flaw["words"]!.GetValue<string>());
            }
        }
    }

    [Fact]
    public void The_causes_and_what_is_unexplained_make_one()
    {
        foreach (var guilty in Cases)
        foreach (var (kind, flaw) in guilty.File().DiagnoseEach(Ids.All<FlawKind>(), guilty.Shown, 2))
        {
            var causes = flaw.Causes().Select(c => c["probability"]!.GetValue<double>()).ToList();
            Assert.True(causes.Count <= 5);
            Assert.Equal(causes.OrderDescending(), causes);
            Assert.Equal(1, causes.Sum() + flaw.Unexplained(), 9);
            Assert.All(flaw.Ids(), id => Assert.Contains(Ids.Parse<FlawKind>(kind), CauseBook.Of(Ids.Parse<CauseId>(id)).Explains.Keys));
            Assert.NotEmpty(flaw["test"]!.GetValue<string>());
        }
    }

    // Facts that may be added to a coat or a deed, each with the cause it speaks for or against.
    private static readonly (string Cause, bool For, Action<CaseFile, string> Add)[] Facts =
    [
        ("dry_spray", true, (f, s) => f.Coat(s)["airC"] = 32),
        ("dry_spray", true, (f, s) => f.Coat(s)["rhPct"] = 22),
        ("dry_spray", true, (f, s) => f.Coat(s)["distanceCm"] = 50),
        ("dry_spray", false, (f, s) => f.Coat(s)["thinned"] = true),
        ("too_heavy", true, (f, s) => f.Coat(s)["film"] = "heavy"),
        ("too_heavy", false, (f, s) => f.Coat(s)["film"] = "light"),
        ("missed_angle", true, (f, s) => f.Coat(s)["turned"] = false),
        ("missed_angle", false, (f, s) => f.Coat(s)["turned"] = true),
        ("damp_air", true, (f, s) => f.Coat(s)["rhPct"] = 92),
        ("damp_air", false, (f, s) => f.Coat(s)["rhPct"] = 45),
        ("cold", true, (f, s) => f.Coat(s)["airC"] = 4),
        ("cold", false, (f, s) => f.Coat(s)["airC"] = 21),
        ("cold", true, (f, s) => f.Coat(s)["canC"] = 6),
        ("not_shaken", true, (f, s) => f.Coat(s)["shaken"] = false),
        ("not_shaken", false, (f, s) => f.Coat(s)["shaken"] = true),
        ("too_young", true, (f, s) => f.Deed(s)["handledAt"] = CaseFile.At(10, 20, 3)),
        ("old_product", true, (f, s) => f.Deed(s)["opened"] = "2011-01-01T00:00:00Z"),
        ("old_product", false, (f, s) => f.Deed(s)["opened"] = "2026-02-01T00:00:00Z"),
        ("greasy", true, (f, _) => f.LeftOut("wash")),
        ("line_missed", true, (f, _) => f.LeftOut("clean_lines")),
        ("gap_unfilled", true, (f, _) => f.LeftOut("fill")),
        ("heat", true, (f, _) => f.Coat("wash")["bathC"] = 70),
        ("heat", false, (f, _) => f.Coat("wash")["bathC"] = 20),
    ];

    private static readonly string[] Optional = ["airC", "rhPct", "distanceCm", "canC", "shaken", "turned", "passes", "film", "thinned"];

    [Fact]
    public void A_fact_never_works_the_wrong_way()
    {
        // Any log, with any of its facts unknown, before one more is added.
        var cases = Gen.Select(
            Gen.Int[0, Cases.Length - 1],
            Gen.Int[0, (1 << Optional.Length) - 1],
            Gen.Int[0, Facts.Length - 1],
            Gen.Int[1, 6]
        );
        cases.Holds(
            (which, unknown, added, models) =>
            {
                var guilty = Cases[which];
                if (guilty.Shown is not ("prime" or "final_coat"))
                    return;
                var before = guilty.File();
                foreach (var (key, i) in Optional.Select((k, i) => (k, i)).Where(k => (unknown >> k.i & 1) == 1))
                    before.Coat(guilty.Shown)[key] = null;
                var (cause, speaksFor, add) = Facts[added];
                // The fact must be new: it takes no other's place.
                var after = before.Copy();
                if (before.Json["coats"]!.AsArray().All(c => c!["step"]!.GetValue<string>() != "wash"))
                    return;
                var blank = before.Copy();
                add(after, guilty.Shown);
                if (Replaces(before, after))
                    return;
                var (without, with) = (
                    blank.DiagnoseEach(Ids.All<FlawKind>(), guilty.Shown, models),
                    after.DiagnoseEach(Ids.All<FlawKind>(), guilty.Shown, models)
                );
                foreach (var kind in Ids.All<FlawKind>())
                {
                    if (without[kind].Odds(cause) is { } was && with[kind].Odds(cause) is { } now)
                        Assert.True(
                            speaksFor ? now >= was - 1e-9 : now <= was + 1e-9,
                            $"{cause} by {added} on {guilty}, {kind}: {was} to {now}"
                        );
                }
            },
            iter: 300
        );
    }

    // True when some fact of the coat that shows it was another before, not unknown.
    private static bool Replaces(CaseFile before, CaseFile after) =>
        new[] { "prime", "final_coat", "wash" }.Any(step =>
            before.Json["coats"]!.AsArray().Any(c => c!["step"]!.GetValue<string>() == step)
            && after.Json["coats"]!.AsArray().Any(c => c!["step"]!.GetValue<string>() == step)
            && Optional
                .Append("bathC")
                .Any(k => before.Coat(step)[k] is { } was && was.ToJsonString() != (after.Coat(step)[k]?.ToJsonString() ?? ""))
        );

    [Fact]
    public void What_several_models_of_a_coat_share_points_to_the_coat()
    {
        var file = CaseFile.UpTo("prime", "pu_resin");
        var (one, many) = (file.Diagnose("bare", "prime"), file.Diagnose("bare", "prime", 4));

        Assert.True(many.Odds("missed_angle") > one.Odds("missed_angle"));
        Assert.True(many.Odds("greasy") < one.Odds("greasy"));
    }

    [Fact]
    public void The_same_flaw_told_model_by_model_is_one()
    {
        var file = CaseFile.UpTo("prime", "pu_resin").Json;
        var one = new System.Text.Json.Nodes.JsonObject
        {
            ["kind"] = "bare",
            ["step"] = "prime",
            ["models"] = 1,
        };
        file["flaws"] = new System.Text.Json.Nodes.JsonArray(one.DeepClone(), one.DeepClone(), one.DeepClone());
        var query = Hexaprep.Formats.DiagnoseQuery.Read(file.ToJsonString(), RuleBook.Trade);

        Assert.Equal([3, 3, 3], query.Flaws.Select(f => f.Models));
    }

    [Fact]
    public void A_short_note_of_a_few_steps_accuses_nobody_of_small_ones()
    {
        var file = CaseFile.UpTo("prime", "pu_resin");
        foreach (var step in new[] { "dry_fit", "pin", "roughen", "handle", "sand", "remove_parts" })
            file.Without(step);
        Assert.All(file.Diagnose("loose", "glue").Causes(), c => Assert.Empty(c.For()));
    }

    [Fact]
    public void An_unknown_fact_changes_nothing()
    {
        foreach (var guilty in Cases)
        {
            var with = guilty.File();
            foreach (var key in Optional.Append("label").Append("windMS"))
            foreach (var coat in with.Json["coats"]!.AsArray().Where(c => !c!.AsObject().ContainsKey(key)))
                coat![key] = null;
            foreach (var deed in with.Json["done"]!.AsArray())
            foreach (var key in new[] { "handledAt", "opened" }.Where(k => !deed!.AsObject().ContainsKey(k)))
                deed![key] = null;
            Assert.Equal(
                guilty.File().Diagnose(guilty.Kind, guilty.Shown).ToJsonString(),
                with.Diagnose(guilty.Kind, guilty.Shown).ToJsonString()
            );
        }
    }

    [Theory]
    [InlineData("kind", "purple", "flaws[0].kind")]
    [InlineData("step", "levitate", "flaws[0].step")]
    [InlineData("models", "99", "flaws[0].models")]
    public void Bad_input_names_its_place(string key, string value, string path)
    {
        var file = CaseFile.UpTo("prime", "polystyrene").Json;
        file["flaws"] = System.Text.Json.Nodes.JsonNode.Parse("""[{"kind":"grainy","step":"prime","models":1}]""");
        file["flaws"]![0]![key] = int.TryParse(value, out var number) ? number : value;

        var refused = Assert.Throws<RefusedException>(() => Hexaprep.Formats.DiagnoseQuery.Read(file.ToJsonString(), RuleBook.Trade));
        Assert.Contains(path, refused.Message, StringComparison.Ordinal);
    }
}
