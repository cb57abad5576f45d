using System.Text.Json;
using System.Text.Json.Nodes;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Formats;

// Long: a table of cases.
namespace Hexaprep.Core.Tests.Formats;

/// <summary>The rule book driven from outside, by files.</summary>
public sealed class RuleQueryTests
{
    private const string Now = "2026-03-12T20:00:00Z";
    private static readonly string[] Built = ["study", "remove_parts", "clean_lines", "dry_fit", "glue", "wash", "handle"];
    private static readonly string[] Painted = [.. Built, "prime", "primer_gate", "paint", "gloss_bed", "cut_transfer"];

    // Nothing lies cut and waiting.
    private static readonly string[] Glossed = [.. Painted.SkipLast(1)];

    private static JsonObject File(
        string material,
        object ask,
        IEnumerable<string>? done = null,
        object[]? coats = null,
        object? air = null
    ) =>
        JsonSerializer
            .SerializeToNode(
                new
                {
                    materials = new[] { new { part = "body", material } },
                    models = 5,
                    tier = "rank_and_file",
                    houseRules = new { },
                    done = (done ?? []).Select(s => new { step = s, at = "2026-03-10T20:00:00Z" }),
                    coats = coats ?? [],
                    now = Now,
                    air,
                    ask,
                }
            )!
            .AsObject();

    private static JsonObject Ask(JsonObject file) =>
        JsonNode.Parse(RuleAnswers.Write(RuleQuery.MayI(file.ToJsonString(), RuleBook.Trade).Answer))!.AsObject();

    private static JsonObject Ask(
        string material,
        object ask,
        IEnumerable<string>? done = null,
        object[]? coats = null,
        object? air = null
    ) => Ask(File(material, ask, done, coats, air));

    private static object Coat(string productClass, string step, string endedAt, object? label = null, string? piece = null) =>
        new
        {
            productClass,
            step,
            number = 1,
            startedAt = "2026-03-12T12:00:00Z",
            endedAt,
            label,
            piece,
        };

    private static string Text(JsonObject answer, string name) => answer[name]?.GetValue<string>() ?? "";

    [Theory]
    [InlineData("old_lead", "wash", "acid_dip", "no", "soap_cool")]
    [InlineData("white_metal", "wash", "acid_dip", "no", "soap_cool")]
    [InlineData("pu_resin", "wash", "soap_warm", "no", "soap_cool")]
    [InlineData("unknown", "wash", "soap_warm", "no", "soap_cool")]
    [InlineData("pla", "glue", "plastic_cement", "no", "ca")]
    [InlineData("white_metal", "straighten", "warm_water", "no", "bind")]
    [InlineData("old_lead", "straighten", "warm_water", "no", "bind")]
    [InlineData("polystyrene", "straighten", "warm_water", "no", "bind")]
    [InlineData("pu_resin", "fill", "cement_reflow", "no", "acrylic_putty")]
    public void What_a_material_forbids_is_no_and_names_what_would_do(
        string material,
        string step,
        string method,
        string verdict,
        string instead
    )
    {
        var answer = Ask(material, new { step, method });

        Assert.Equal((verdict, instead), (Text(answer, "answer"), Text(answer, "instead")));
        Assert.NotEmpty(answer["reasons"]!.AsArray());
        Assert.Null(answer["until"]);
    }

    [Theory]
    // Nothing lies over a transfer that is still damp.
    [InlineData("final_coat", "not_yet")]
    [InlineData("protective_coat", "not_yet")]
    [InlineData("place_transfer", "not_yet")]
    [InlineData("transfer_gate", "not_yet")]
    public void Over_a_softener_that_is_not_ready_nothing_is_laid(string step, string verdict)
    {
        object[] damp = [Coat("softening_solution", "soften_transfer", "2026-03-12T19:55:00Z")];
        object[] ready = [Coat("softening_solution", "soften_transfer", "2026-03-12T15:00:00Z")];
        var answer = Ask("polystyrene", new { step }, [.. Painted, "place_transfer"], damp);

        Assert.Equal(verdict, Text(answer, "answer"));
        Assert.NotNull(answer["until"]);
        Assert.Equal(Text(answer, "until"), answer["reasons"]![0]!["until"]!.GetValue<string>());
        Assert.Equal("yes", Text(Ask("polystyrene", new { step }, [.. Painted, "place_transfer", "seal"], ready), "answer"));
    }

    private static readonly string[] Softened = [.. Painted, "place_transfer", "soften_transfer"];
    private static readonly string[] Finished = [.. Softened, "seal", "final_coat", "final_gate"];

    public static TheoryData<string, string?, string[], string, string?> Harms =>
        new()
        {
            // Baths.
            { "wash", "acid_dip", [.. Built, "handle", "prime"], "no", null },
            { "wash", "soap_cool", [.. Built, "handle", "prime"], "no", "wipe" },
            { "wash", "wipe", [.. Built, "handle", "prime"], "yes", null },
            { "straighten", "warm_water", [.. Built, "prime"], "no", "bind" },
            // Drills.
            { "magnet", null, [.. Built, "prime"], "yes", null },
            { "magnet", null, Painted, "no", null },
            { "pin", null, [.. Built, "prime"], "yes", null },
            { "pin", null, Painted, "no", null },
            // Open transfers.
            { "wash", "soap_cool", Softened, "no", "wipe" },
            { "wash", "wipe", Softened, "not_yet", "seal" },
            { "mask", "tape", Softened, "not_yet", "seal" },
            { "paint", null, Softened, "not_yet", "seal" },
            { "prime", null, Softened, "not_yet", "seal" },
            { "final_coat", null, Painted, "not_yet", "place_transfer" },
            { "seal", null, Painted, "not_yet", "place_transfer" },
            // The last coat.
            { "sand", null, Finished, "no", null },
            { "prime", null, Finished, "no", null },
            { "roughen", null, Finished, "no", null },
            // What is not there yet.
            { "base", null, [], "not_yet", "remove_parts" },
            { "handle", null, [], "not_yet", "remove_parts" },
            { "fill", null, ["study"], "not_yet", "remove_parts" },
            { "sand", null, ["study"], "not_yet", "remove_parts" },
            { "magnet", null, ["study", "wash"], "not_yet", "remove_parts" },
            { "seal", null, [], "not_yet", "remove_parts" },
            { "base_finish", null, [], "not_yet", "remove_parts" },
            { "handle", null, ["remove_parts"], "not_yet", "glue" },
        };

    [Theory]
    [MemberData(nameof(Harms))]
    public void What_would_destroy_what_is_there_is_refused_whatever_the_order(
        string step,
        string? method,
        string[] done,
        string verdict,
        string? instead
    )
    {
        var file = File(step == "wash" ? "white_metal" : "polystyrene", new { step, method }, done);
        file["parts"] = 4;
        if (step == "wash")
            file["materials"]![0]!["leadFree"] = true;

        var answer = Ask(file);

        Assert.Equal(verdict, Text(answer, "answer"));
        if (instead is not null)
            Assert.Equal(instead, Text(answer, "instead"));
    }

    [Fact]
    public void A_lacquer_bites_open_transfers_and_a_water_borne_coat_does_not()
    {
        static string Over(string product, params string[] more) =>
            Text(
                Ask(
                    "polystyrene",
                    new
                    {
                        step = "final_coat",
                        method = "airbrush",
                        product,
                    },
                    [.. Softened, .. more]
                ),
                "answer"
            );

        Assert.Equal("not_yet", Over("lacquer"));
        Assert.Equal("yes", Over("lacquer", "seal"));
        Assert.Equal("yes", Over("acrylic_wb"));
    }

    [Fact]
    public void A_hole_through_primer_says_what_it_costs()
    {
        var answer = Ask("polystyrene", new { step = "magnet" }, [.. Built, "prime"]);

        Assert.Contains("touch-in", answer["reasons"]!.ToJsonString(), StringComparison.Ordinal);
    }

    [Fact]
    public void Matte_waits_for_the_transfers_the_route_has()
    {
        var file = File("polystyrene", new { step = "final_coat" }, Glossed);
        Assert.Equal("yes", Text(Ask(file), "answer"));
        file["transfers"] = 1;
        Assert.Equal(("not_yet", "place_transfer"), (Text(Ask(file), "answer"), Text(Ask(file), "instead")));
    }

    [Fact]
    public void Pieces_at_different_stages_are_not_joined_yet()
    {
        JsonNode Joined(params string[] painted)
        {
            var file = File("polystyrene", new { step = "reassemble", method = "ca" });
            file["done"] = new JsonArray([.. new[] { "a", "b" }.Select(p => Did("prime", p)), .. painted.Select(p => Did("paint", p))]);
            return Ask(file);
        }
        static JsonNode Did(string step, string piece) =>
            JsonSerializer.SerializeToNode(
                new
                {
                    step,
                    piece,
                    at = "2026-03-08T20:00:00Z",
                }
            )!;

        Assert.Equal(("not_yet", "paint"), (Text(Joined("a").AsObject(), "answer"), Text(Joined("a").AsObject(), "instead")));
        Assert.Equal("yes", Text(Joined("a", "b").AsObject(), "answer"));
    }

    [Fact]
    public void Hot_water_never_comes_to_joints_of_CA_and_a_cool_bath_does_once_they_are_hard()
    {
        var glued = Built.Where(s => s != "wash").ToList();
        object[] hard = [Coat("ca", "glue", "2026-03-12T12:30:00Z")];
        var hot = Ask("pu_resin", new { step = "straighten", method = "warm_water" }, glued, hard);

        Assert.Equal(("no", "bind"), (Text(hot, "answer"), Text(hot, "instead")));
        Assert.Equal("yes", Text(Ask("pu_resin", new { step = "straighten", method = "warm_water" }, ["study"]), "answer"));
        Assert.Equal("yes", Text(Ask("pu_resin", new { step = "wash", method = "soap_cool" }, glued, hard), "answer"));
    }

    [Theory]
    [InlineData("unknown", "prime", null, "not_yet", "wash")]
    [InlineData("unknown", "clean_lines", null, "not_yet", "wash")]
    [InlineData("unknown", "sand", null, "not_yet", "wash")]
    [InlineData("unknown", "prime", "wash", "yes", null)]
    [InlineData("finished", "prime", null, "yes", null)]
    [InlineData("finished", "clean_lines", null, "yes", null)]
    [InlineData("raw", "prime", "wash", "not_yet", "cure")]
    [InlineData("raw", "clean_lines", "wash", "not_yet", "cure")]
    [InlineData("raw", "cure", null, "not_yet", "wash")]
    [InlineData("raw", "prime", "wash cure", "yes", null)]
    public void Prints_are_judged_by_the_state_of_their_lot(string lot, string step, string? done, string verdict, string? instead)
    {
        var before = new[] { "study", "remove_supports", "handle" }
            .Concat(step == "clean_lines" ? [] : ["clean_lines"])
            .Concat((done ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries));
        var file = File("photopolymer", new { step, method = step == "prime" ? "brush" : null }, before);
        file["materials"]![0]!["lot"] = lot;
        var answer = Ask(file);

        Assert.Equal((verdict, instead), (Text(answer, "answer"), answer["instead"]?.GetValue<string>()));
    }

    [Fact]
    public void A_raw_print_takes_the_makers_wash_and_nothing_else_does()
    {
        JsonObject Wash(string material, string method, string? lot)
        {
            var file = File(material, new { step = "wash", method }, ["study", "remove_supports"]);
            if (lot is not null)
                file["materials"]![0]!["lot"] = lot;
            return Ask(file);
        }

        Assert.Equal(
            ("no", "maker_wash"),
            (Text(Wash("photopolymer", "soap_cool", "raw"), "answer"), Text(Wash("photopolymer", "soap_cool", "raw"), "instead"))
        );
        Assert.Equal("yes", Text(Wash("photopolymer", "maker_wash", "raw"), "answer"));
        Assert.Equal("yes", Text(Wash("photopolymer", "soap_cool", null), "answer"));
        Assert.Equal("no", Text(Wash("pu_resin", "maker_wash", null), "answer"));
    }

    [Theory]
    [InlineData("white_metal", "not_yet")]
    [InlineData("pu_resin", "not_yet")]
    [InlineData("polystyrene", "yes")]
    public void What_was_filed_after_its_wash_is_wiped_before_primer(string material, string verdict)
    {
        var file = File(material, new { step = "prime", method = "brush" }, Built);
        Assert.Equal("yes", Text(Ask(file), "answer"));
        file["done"]!.AsArray().Add(JsonNode.Parse("""{"step":"clean_lines","at":"2026-03-11T20:00:00Z"}"""));
        Assert.Equal(verdict, Text(Ask(file), "answer"));
        file["done"]!.AsArray().Add(JsonNode.Parse("""{"step":"wash","at":"2026-03-11T21:00:00Z"}"""));
        Assert.Equal("yes", Text(Ask(file), "answer"));
    }

    [Fact]
    public void A_mixed_kit_is_judged_by_pair_and_locks_speak_of_the_method_asked()
    {
        var file = File(
            "polystyrene",
            new { step = "glue", method = "plastic_cement" },
            ["study", "clean_lines", "wash", "dry_fit", "roughen"]
        );
        file["materials"]!.AsArray().Add(JsonNode.Parse("""{"part":"head","material":"white_metal"}"""));
        // The one joint there is has metal in it.
        Assert.Equal(("no", "ca"), (Text(Ask(file), "answer"), Text(Ask(file), "instead")));

        file["materials"]!.AsArray().Add(JsonNode.Parse("""{"part":"legs","material":"polystyrene"}"""));
        var answer = Ask(file);
        Assert.Equal("yes", Text(answer, "answer"));
        Assert.Contains("CementOnlyWherePlasticMeets", answer["reasons"]!.AsArray().Select(r => r!["rule"]!.GetValue<string>()));
        Assert.Contains(answer["locks"]!.AsArray(), l => l!.GetValue<string>().Contains("welded", StringComparison.Ordinal));
        Assert.DoesNotContain(answer["locks"]!.AsArray(), l => l!.GetValue<string>().StartsWith("CA", StringComparison.Ordinal));
    }

    [Theory]
    [InlineData("polystyrene", "plastic_cement", "yes")]
    [InlineData("white_metal", "plastic_cement", "no")]
    [InlineData("white_metal", "pva", "no")]
    [InlineData("white_metal", "ca", "yes")]
    public void A_base_is_glued_with_what_holds_it(string material, string method, string verdict) =>
        Assert.Equal(verdict, Text(Ask(material, new { step = "base", method }, Built.Where(s => s != "handle")), "answer"));

    [Fact]
    public void Where_a_step_is_missing_and_waits_run_each_wait_says_its_moment()
    {
        var answer = Ask(
            "polystyrene",
            new { step = "prime", method = "brush" },
            Built.Where(s => s != "handle"),
            [Coat("water", "wash", "2026-03-12T19:30:00Z")]
        );

        Assert.Equal(("not_yet", "handle"), (Text(answer, "answer"), Text(answer, "instead")));
        Assert.Null(answer["until"]);
        Assert.Contains(answer["reasons"]!.AsArray(), r => r!["until"] is not null);
    }

    [Fact]
    public void A_route_without_parts_has_as_many_as_materials_are_listed()
    {
        var file = File("polystyrene", new { step = "prime" });
        Assert.Equal(1, RuleQuery.Route(file.ToJsonString()).Job.Batch.Parts);
        file["materials"]!.AsArray().Add(JsonNode.Parse("""{"part":"arm","material":"polystyrene"}"""));
        Assert.Equal(2, RuleQuery.Route(file.ToJsonString()).Job.Batch.Parts);
        file["parts"] = 7;
        Assert.Equal(7, RuleQuery.Route(file.ToJsonString()).Job.Batch.Parts);
    }

    [Fact]
    public void Acid_is_allowed_on_metal_named_free_of_lead_and_on_nothing_mixed_with_it()
    {
        var file = File("white_metal", new { step = "wash", method = "acid_dip" });
        file["materials"]![0]!["leadFree"] = true;
        Assert.Equal("yes", Text(Ask(file), "answer"));

        file["materials"]!.AsArray().Add(JsonNode.Parse("""{"part":"arm","material":"polystyrene"}"""));
        Assert.Equal("no", Text(Ask(file), "answer"));
    }

    [Theory]
    [InlineData("prime", "handle")]
    [InlineData("paint", "primer_gate")]
    [InlineData("place_transfer", "gloss_bed")]
    [InlineData("soften_transfer", "place_transfer")]
    [InlineData("unmask", "mask")]
    [InlineData("glue", "dry_fit")]
    public void A_missing_step_is_not_yet_and_is_named(string step, string missing)
    {
        var answer = Ask("polystyrene", new { step }, (step == "glue" ? Built : Painted).Where(s => s != missing));

        Assert.Equal(("not_yet", missing), (Text(answer, "answer"), Text(answer, "instead")));
        Assert.Null(answer["until"]);
    }

    [Fact]
    public void Wet_water_keeps_primer_away_and_not_the_base()
    {
        var water = new[] { Coat("water", "wash", "2026-03-12T19:30:00Z") };
        var prime = Ask("polystyrene", new { step = "prime" }, Built, water);

        Assert.Equal(
            ("not_yet", "2026-03-12T23:36:00Z", "2026-03-12T21:30:00Z"),
            (Text(prime, "answer"), Text(prime, "until"), Text(prime, "readyBy"))
        );
        Assert.Equal("2026-03-12T20:28:00Z", prime["test"]!["early"]!.GetValue<string>());
        Assert.Equal("yes", Text(Ask("polystyrene", new { step = "base" }, Built, water), "answer"));
    }

    [Fact]
    public void Primer_waits_for_the_house_rule_before_paint()
    {
        var coats = new[] { Coat("acrylic_solvent", "prime", "2026-03-12T19:00:00Z") };
        var file = File("polystyrene", new { step = "paint" }, Painted.Where(s => s != "paint"), coats);
        Assert.Equal("2026-03-13T07:00:00Z", Text(Ask(file), "until"));

        file["houseRules"] = new JsonObject { ["primerWait"] = "brisk" };
        Assert.Equal("2026-03-12T22:40:00Z", Text(Ask(file), "until"));
        file["houseRules"] = new JsonObject { ["primer_wait"] = "careful" };
        Assert.Equal("2026-03-14T19:00:00Z", Text(Ask(file), "until"));
    }

    [Fact]
    public void A_label_opens_and_closes_the_next_coat_and_is_never_stretched()
    {
        object label = new
        {
            recoatMin = 10,
            recoatMax = 120,
            reopen = 2880,
        };
        JsonObject At(string ended, object? window = null) =>
            Ask("polystyrene", new { step = "prime" }, Built, [Coat("lacquer", "prime", ended, window ?? label)]);

        var open = At("2026-03-12T19:00:00Z");
        Assert.Equal(("yes", "2026-03-12T21:00:00Z"), (Text(open, "answer"), Text(open, "until")));
        var shut = At("2026-03-12T17:00:00Z");
        Assert.Equal(("not_yet", "2026-03-14T17:00:00Z"), (Text(shut, "answer"), Text(shut, "until")));
        var missed = At("2026-03-12T17:00:00Z", new { recoatMin = 10, recoatMax = 120 });
        Assert.Equal(("not_yet", "sand"), (Text(missed, "answer"), Text(missed, "instead")));
        var early = At("2026-03-12T19:55:00Z");
        Assert.Equal(("not_yet", "2026-03-12T20:32:00Z"), (Text(early, "answer"), Text(early, "until")));
        // Closed before it is sure to have opened: the first window does not exist.
        Assert.Equal(
            "2026-03-14T19:55:00Z",
            Text(
                At(
                    "2026-03-12T19:55:00Z",
                    new
                    {
                        recoatMin = 10,
                        recoatMax = 30,
                        reopen = 2880,
                    }
                ),
                "until"
            )
        );
    }

    [Fact]
    public void Air_stretches_a_wait_and_blocks_a_spray()
    {
        object cold = new { airC = 12, rhPct = 80 };
        var wet = new[] { Coat("acrylic_wb", "paint", "2026-03-12T19:00:00Z") };
        var usual = Ask(
            "polystyrene",
            new
            {
                step = "final_coat",
                method = "brush",
                product = "acrylic_wb",
            },
            Glossed,
            wet
        );
        var slow = Ask(
            "polystyrene",
            new
            {
                step = "final_coat",
                method = "brush",
                product = "acrylic_wb",
            },
            Glossed,
            wet,
            cold
        );

        Assert.True(string.CompareOrdinal(Text(slow, "until"), Text(usual, "until")) > 0);
        Assert.Equal("not_yet", Text(Ask("polystyrene", new { step = "prime" }, Built, null, new { airC = 34, rhPct = 40 }), "answer"));
        Assert.Equal("yes", Text(Ask("polystyrene", new { step = "prime" }, Built, null, new { airC = 20, rhPct = 50 }), "answer"));
        Assert.Contains(
            "check",
            Ask("polystyrene", new { step = "prime" }, Built)["reasons"]![0]!["text"]!.GetValue<string>(),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_film_in_air_that_never_dries_it_waits_for_better_air()
    {
        var frozen = Ask(
            "polystyrene",
            new
            {
                step = "final_coat",
                method = "brush",
                product = "enamel_alkyd",
            },
            Glossed,
            [Coat("acrylic_wb", "paint", "2026-03-12T19:30:00Z")],
            new { airC = 6, rhPct = 50 }
        );

        Assert.Equal("not_yet", Text(frozen, "answer"));
        Assert.True(string.CompareOrdinal(Text(frozen, "until"), "2026-03-12T20:30") > 0);
        Assert.Contains("never dries", frozen["reasons"]!.ToJsonString(), StringComparison.Ordinal);
    }

    [Fact]
    public void Pieces_are_judged_each_for_itself_and_dust_for_the_room()
    {
        object[] coats = [Coat("acrylic_solvent", "prime", "2026-03-12T19:58:00Z", null, "cloak")];

        Assert.Equal("yes", Text(Ask("polystyrene", new { step = "dry_fit", piece = "body" }, [], coats), "answer"));
        Assert.Equal("not_yet", Text(Ask("polystyrene", new { step = "dry_fit", piece = "cloak" }, [], coats), "answer"));
        Assert.Equal("not_yet", Text(Ask("polystyrene", new { step = "sand", piece = "body" }, [], coats), "answer"));
    }

    [Fact]
    public void Softener_says_what_it_locks_and_waits_for_the_mark()
    {
        var answer = Ask(
            "polystyrene",
            new { step = "soften_transfer" },
            [.. Painted, "place_transfer"],
            [Coat("setting_solution", "place_transfer", "2026-03-12T19:50:00Z")]
        );

        Assert.Equal("not_yet", Text(answer, "answer"));
        Assert.Contains("cannot be moved", answer["locks"]!.ToJsonString(), StringComparison.Ordinal);
        Assert.Equal("no", Text(Ask("polystyrene", new { step = "soften_transfer" }, [.. Painted, "place_transfer", "seal"]), "answer"));
    }

    [Fact]
    public void Meanwhile_names_steps_of_the_route_that_may_be_done()
    {
        var file = File(
            "polystyrene",
            new { step = "place_transfer" },
            Painted.Where(s => s != "cut_transfer"),
            [Coat("acrylic_wb", "gloss_bed", "2026-03-12T19:30:00Z")]
        );
        file["transfers"] = 3;

        Assert.Contains("cut_transfer", Ask(file)["meanwhile"]!.ToJsonString(), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("polystyrene_foam", "spray_can", "no")]
    [InlineData("rack", "spray_can", "yes")]
    [InlineData("polystyrene_foam", "airbrush", "yes")]
    public void A_foam_stand_bears_no_solvent(string stand, string method, string verdict) =>
        Assert.Equal(
            verdict,
            Text(
                Ask(
                    "polystyrene",
                    new
                    {
                        step = "prime",
                        method,
                        stand,
                        product = method == "airbrush" ? "acrylic_wb" : "acrylic_solvent",
                    },
                    Built
                ),
                "answer"
            )
        );

    [Fact]
    public void Bonds_that_are_to_come_off_are_not_welded()
    {
        Assert.Equal(
            "no",
            Text(
                Ask(
                    "polystyrene",
                    new
                    {
                        step = "glue",
                        method = "plastic_cement",
                        fate = "release",
                    },
                    Built
                ),
                "answer"
            )
        );
        Assert.Equal(
            "yes",
            Text(
                Ask(
                    "polystyrene",
                    new
                    {
                        step = "glue",
                        method = "ca",
                        fate = "release",
                    },
                    Built
                ),
                "answer"
            )
        );
        Assert.Equal(
            "no",
            Text(
                Ask(
                    "pu_resin",
                    new
                    {
                        step = "reassemble",
                        method = "ca",
                        accelerator = true,
                    },
                    Painted
                ),
                "answer"
            )
        );
    }

    [Fact]
    public void What_a_lock_made_dearer_is_still_allowed_and_says_so()
    {
        var answer = Ask("polystyrene", new { step = "clean_lines" }, [.. Built, "prime"]);

        Assert.Equal("yes", Text(answer, "answer"));
        Assert.Contains("PrimerLocksWhatIsUnder", answer["reasons"]!.ToJsonString(), StringComparison.Ordinal);
    }

    [Fact]
    public void A_soaked_mark_may_be_placed_for_minutes()
    {
        var file = File("polystyrene", new { step = "place_transfer" }, Painted);
        file["done"]!.AsArray().Add(JsonNode.Parse("""{"step":"soak_transfer","at":"2026-03-12T19:58:00Z"}"""));

        Assert.Equal(("yes", "2026-03-12T20:08:00Z"), (Text(Ask(file), "answer"), Text(Ask(file), "until")));
        file["now"] = "2026-03-12T20:30:00Z";
        Assert.Equal(("not_yet", "soak_transfer"), (Text(Ask(file), "answer"), Text(Ask(file), "instead")));
    }

    [Fact]
    public void Cement_over_a_coat_waits_for_faces_scraped_after_it_not_before()
    {
        object ask = new { step = "glue", method = "plastic_cement" };
        object[] wet =
        [
            new
            {
                productClass = "acrylic_solvent",
                step = "prime",
                number = 1,
                startedAt = "2026-03-11T12:00:00Z",
                endedAt = "2026-03-11T12:10:00Z",
            },
        ];

        Assert.Equal(
            ("not_yet", "roughen"),
            (
                Text(Ask("polystyrene", ask, [.. Built, "roughen"], wet), "answer"),
                Text(Ask("polystyrene", ask, [.. Built, "roughen"], wet), "instead")
            )
        );
        var file = File("polystyrene", ask, Built, wet);
        file["done"]!.AsArray().Add(JsonNode.Parse("""{"step":"roughen","at":"2026-03-12T18:00:00Z"}"""));
        Assert.Equal("yes", Text(Ask(file), "answer"));
    }

    [Fact]
    public void A_pinned_joint_needs_no_tooth()
    {
        string[] fitted = ["study", "clean_lines", "wash", "dry_fit"];

        Assert.Equal("roughen", Text(Ask("pu_resin", new { step = "glue" }, fitted), "instead"));
        Assert.Equal("yes", Text(Ask("pu_resin", new { step = "glue" }, [.. fitted, "pin"]), "answer"));
    }

    [Fact]
    public void Another_gate_never_blocks_and_may_be_asked()
    {
        Assert.Equal("yes", Text(Ask("polystyrene", new { step = "glue_gate" }, ["glue", "dry_fit_gate"]), "answer"));
        Assert.Equal(
            ("not_yet", "fill"),
            (
                Text(Ask("polystyrene", new { step = "fill_gate" }), "answer"),
                Text(Ask("polystyrene", new { step = "fill_gate" }), "instead")
            )
        );
    }

    [Theory]
    [InlineData("materials", "[]", "materials")]
    [InlineData("materials", "[{\"part\":\"a\",\"material\":\"cheese\"}]", "materials[0].material")]
    [InlineData("models", "0", "models")]
    [InlineData("tier", "\"hero\"", "tier")]
    [InlineData("now", "\"soon\"", "now")]
    [InlineData("now", "null", "now")]
    [InlineData("ask", "null", "ask")]
    [InlineData("ask", "{\"step\":\"dance\"}", "ask.step")]
    [InlineData("ask", "{\"step\":\"prime\",\"method\":\"soap_cool\"}", "ask.method")]
    [InlineData("ask", "{\"step\":\"prime\",\"stand\":\"cloud\"}", "ask.stand")]
    [InlineData("air", "{\"airC\":99,\"rhPct\":50}", "air.airC")]
    [InlineData("air", "{\"airC\":20,\"rhPct\":50,\"windMS\":5,\"gustMS\":2}", "air.gustMS")]
    [InlineData("done", "[{\"step\":7}]", "done[0].step")]
    [InlineData("coats", "[{\"productClass\":\"honey\",\"step\":\"prime\"}]", "coats[0].productClass")]
    [InlineData(
        "coats",
        "[{\"productClass\":\"ca\",\"step\":\"glue\",\"startedAt\":\"2026-03-12T20:00:00Z\",\"endedAt\":\"2026-03-12T19:00:00Z\"}]",
        "coats[0].endedAt"
    )]
    [InlineData(
        "coats",
        "[{\"productClass\":\"lacquer\",\"step\":\"prime\",\"label\":{\"recoatMin\":60,\"recoatMax\":20}}]",
        "coats[0].label.recoatMax"
    )]
    [InlineData("houseRules", "{\"primerWait\":\"never\"}", "houseRules.primerWait")]
    public void A_fault_names_its_path_its_value_and_the_remedy(string property, string value, string path)
    {
        var file = File("polystyrene", new { step = "prime" });
        file[property] = JsonNode.Parse(value);

        var refused = Assert.Throws<RefusedException>(() => RuleQuery.MayI(file.ToJsonString(), RuleBook.Trade)).Refusal;

        Assert.Equal(path, refused.Field);
        Assert.StartsWith("There is ", refused.Message, StringComparison.Ordinal);
        Assert.StartsWith("Give ", refused.Remedy, StringComparison.Ordinal);
    }

    [Fact]
    public void A_file_that_is_no_json_says_where() =>
        Assert.Contains(
            "line 2",
            Assert.Throws<RefusedException>(() => RuleQuery.Route("{\n oops")).Refusal.Message,
            StringComparison.Ordinal
        );

    [Fact]
    public void A_route_is_written_with_its_steps_edges_and_what_was_left_out()
    {
        var query = RuleQuery.Route(
            """
            {"materials":[{"part":"body","material":"cast resin"}],"models":4,"tier":"leader","transfers":2,"baseMm":40,
             "houseRules":{"muzzles":"none","somethingElse":1},"ask":{"step":"prime"}}
            """
        );
        var route = JsonNode.Parse(RuleAnswers.Write(RouteBuilder.Derive(query.Job, RuleBook.Trade)))!;

        Assert.Equal(["somethingElse"], query.Unread);
        var steps = route["steps"]!.AsArray().Select(s => s!["id"]!.GetValue<string>()).ToList();
        Assert.Contains("prime#2", steps);
        Assert.All(route["edges"]!.AsArray(), e =>
            Assert.True(steps.IndexOf(e!["from"]!.GetValue<string>()) < steps.IndexOf(e["to"]!.GetValue<string>()))
        );
        Assert.Contains(route["edges"]!.AsArray(), e =>
            e!["from"]!.GetValue<string>() == "prime#2"
            && e["to"]!.GetValue<string>() == "paint"
            && e["stage"]!.GetValue<string>() == "next_layer"
            && e["min"]!.GetValue<int>() == 720
        );
        Assert.Contains(route["leftOut"]!.AsArray(), l => l!["kind"]!.GetValue<string>() == "open_tubes");
        Assert.All(route["steps"]!.AsArray(), s => Assert.Contains(s!["stage"]!.GetValue<string>(), Ids.All<Side>()));
    }
}
