using Hexaprep.Bench.Edits;
using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Permissions;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Formats;

/// <summary>A question to the rule book, from a file: which route, or may I. docs/formats.md describes it.</summary>
/// <param name="Job">What the route is derived from.</param>
/// <param name="Unread">Keys under houseRules that name no school: ignored, and said.</param>
public sealed record RuleQuery(Job Job, IReadOnlyList<string> Unread)
{
    private static readonly string[] Glues = ["plastic_cement", "ca", "epoxy_adhesive", "pva", "flexible_adhesive"];
    private static readonly string[] Fillers = ["cement_reflow", "acrylic_putty", "epoxy_putty", "ca_filler", "surfacer", "gloss_varnish"];
    private static readonly string[] Coatings = ["spray_can", "airbrush", "brush"];

    // The worst first.
    private static readonly string[] Lots = ["raw", "unknown", "finished"];

    private static readonly string[] Stands = ["wood", "cork", "jar", "polystyrene_foam", "rack"];

    /// <summary>Reads what a route is derived from.</summary>
    /// <exception cref="RefusedException">It is not JSON, or something in it is out of range: the message names path, value,
    /// remedy.</exception>
    public static RuleQuery Route(string json) => Read(JsonAt.Root(json), null);

    /// <summary>Reads a question and answers it.</summary>
    /// <exception cref="RefusedException">As for <see cref="Route"/>; <c>now</c> and <c>ask.step</c> are needed.</exception>
    public static (PermissionAnswer Answer, IReadOnlyList<string> Unread) MayI(string json, RuleBook book)
    {
        var root = JsonAt.Root(json);
        // Gaps nobody spoke of are not held against a step.
        var query = Read(root, Gaps.None);
        var now = root["now"].Need(root["now"].Moment(), "the moment asked about, such as 2026-03-12T20:12:00Z");
        var weather = Weather(root["air"]);
        var pieces = new PieceNames();
        var done = root["done"]
            .List()
            .Select(d => (Step: Step(d["step"]), Piece: pieces.Of(d["piece"]), At: d["at"].Moment(), Done: d))
            .ToList();
        var coats = root["coats"].List().Select(c => Coat(c, pieces.Of(c["piece"]), query.Job.House, weather?.Air, now)).ToList();
        var history = new WorkHistory(
            [.. done.Where(d => d.Step.Kind is not null).Select(d => Deed(d.Done, d.Step.Kind!.Value, d.Piece, d.At))],
            coats
        );
        var judge = new PermissionEvaluator(query.Job, history, now, weather, book);
        var asked = root["ask"];
        if (asked.Absent)
            throw asked.Wrong("what is asked, such as {\"step\": \"prime\"}");
        var (kind, gateOf) = Step(asked["step"]);
        var answer = kind is { } step ? judge.Of(Question(asked, step, pieces.Of(asked["piece"]))) : judge.Gate(gateOf!.Value);
        return (answer, query.Unread);
    }

    private static CompletedStep Deed(JsonAt at, StepKind step, int? piece, Instant? ended) =>
        new(step, piece, ended) { Method = MethodsOf(step) is { } known ? OneOf(at["method"], known) : null };

    private static PermissionQuery Question(JsonAt at, StepKind step, int? piece) =>
        new(step)
        {
            Method = MethodsOf(step) is { } known ? OneOf(at["method"], known) : null,
            Product = at["product"].Choice<ProductClass>(),
            Accelerator = at["accelerator"].Truth(),
            Fate = at["fate"].Choice<Fate>(),
            Stand = OneOf(at["stand"], Stands),
            Piece = piece,
        };

    // The methods a step has a choice of; null where there is none, and a method named there says nothing.
    private static IReadOnlyList<string>? MethodsOf(StepKind step) =>
        step switch
        {
            StepKind.Wash => ["soap_cool", "soap_warm", "degreaser", "acid_dip", Washing.ByCloth, Washing.MakersWash],
            StepKind.Glue or StepKind.Reassemble or StepKind.Base or StepKind.Magnet => Glues,
            StepKind.Fill or StepKind.SeamRepair => Fillers,
            StepKind.Straighten => ["warm_water", "bind", "cold_bend"],
            StepKind.Mask => ["tape", "putty", "liquid"],
            StepKind.Handle => ["putty", "ca_drop", "peg", "pin"],
            _ => step.Coats() ? Coatings : null,
        };

    internal static RuleQuery Read(JsonAt root, Gaps? gaps)
    {
        var parts = root["materials"].List();
        if (parts.Count == 0)
            throw root["materials"].Wrong("at least one part, such as [{\"part\": \"body\", \"material\": \"polystyrene\"}]");
        var materials = parts.Select(p => (Material: Substance(p["material"]), LeadFree: p["leadFree"].Truth())).ToList();
        var tier = root["tier"].Choice<Tier>() ?? Tier.RankAndFile;
        var batch = new BatchTraits(
            [.. materials.Select(m => m.Material).Distinct().Order()],
            root["models"].Whole(1, 500) ?? 1,
            Math.Max(parts.Count, root["parts"].Whole(1, 60) ?? parts.Count),
            root["baseMm"].Whole(10, 200),
            tier,
            root["moldLines"].Choice<MoldLines>() ?? MoldLines.Ordinary,
            root["gaps"].Choice<Gaps>() ?? gaps ?? RosterExpander.UsualGaps(tier, root["surface"].Choice<Surface>()),
            root["transfers"].Whole(0, 60) ?? 0,
            root["finalSheen"].Choice<Sheen>() ?? Sheen.Matte,
            root["paintMin"].Whole(0, 6000) ?? RosterExpander.UsualPaintMinutes(tier)
        )
        {
            SurfaceSaid = root["surface"].Choice<Surface>(),
            SizeSaid = root["size"].Choice<ModelSize>(),
            LeadFree =
                materials.All(m => m.Material != Material.WhiteMetal || m.LeadFree)
                && materials.Any(m => m.Material == Material.WhiteMetal),
        };
        var (house, unread) = House(root["houseRules"]);
        // A kit is no better than its worst part.
        var lots = parts
            .Where((_, i) => materials[i].Material == Material.Photopolymer)
            .Select(p => OneOf(p["lot"], Lots))
            .OfType<string>();
        if (lots.OrderBy(l => Array.IndexOf(Lots, l)).FirstOrDefault() is { } lot)
            house = house.With(HouseRuleCatalog.PrintLot, lot);
        return new(new Job(batch, house), unread);
    }

    private static (HouseRuleChoices, IReadOnlyList<string>) House(JsonAt at)
    {
        var (rules, unread) = (HouseRuleChoices.Default, new List<string>());
        foreach (var (name, value) in at.Properties())
        {
            // Property names are camelCase, ids snake_case: both are read.
            var id = string.Concat(name.Select(c => char.IsUpper(c) ? $"_{char.ToLowerInvariant(c)}" : c.ToString()));
            if (HouseRuleCatalog.Find(id) is not { } school)
            {
                unread.Add(name);
                continue;
            }
            if (value.Absent)
                continue;
            rules = rules.With(school, OneOf(value, [.. school.Options.Select(o => o.Id)]) ?? school.Default.Id);
        }
        return (rules, unread);
    }

    private static Material Substance(JsonAt at) =>
        at.Text() is { } text && Materials.TryRead(text, out var material)
            ? material
            : throw at.Wrong($"one of {string.Join(", ", Ids.All<Material>())}");

    internal static Weather? Weather(JsonAt at)
    {
        if (at.Absent)
            return null;
        var air = new Air(
            at["airC"].Need(at["airC"].Number(-10, 45), "the air in °C, -10 to 45"),
            at["rhPct"].Need(at["rhPct"].Number(5, 100), "the relative humidity in %, 5 to 100")
        );
        var wind = at["windMS"].Number(0, 40) ?? 0;
        var gust = at["gustMS"].Number(0, 60);
        if (gust < wind)
            throw at["gustMS"].Wrong("a gust at least as strong as the wind");
        return new(air, wind, gust, at["sunWM2"].Number(0, 1200) ?? 0);
    }

    internal static LaidCoat Coat(JsonAt at, int? piece, HouseRuleChoices house, Air? present, Instant now)
    {
        var product = at["productClass"]
            .Need(at["productClass"].Choice<ProductClass>(), $"one of {string.Join(", ", Ids.All<ProductClass>())}");
        var step = Step(at["step"]).Kind ?? throw at["step"].Wrong("the step that left it");
        var film = at["film"].Choice<Film>() ?? Film.Normal;
        var (started, ended) = (at["startedAt"].Moment(), at["endedAt"].Moment());
        if (started is { } s && ended is { } e && e < s)
            throw at["endedAt"].Wrong("an end after the start");
        var (airC, rhPct) = (at["airC"].Number(-10, 45), at["rhPct"].Number(5, 100));
        var usual = present ?? WaitTable.AirAfter(step, house);
        var air = airC is null && rhPct is null ? usual : new Air(airC ?? usual.AirC, rhPct ?? usual.HumidityPct, usual.MovesMs);
        var label = at["label"];
        var (least, most, reopen) = (
            label["recoatMin"].Whole(0, 1_000_000),
            label["recoatMax"].Whole(0, 1_000_000),
            label["reopen"].Whole(0, 1_000_000)
        );
        if (most < least)
            throw label["recoatMax"].Wrong("a closing time after recoatMin");
        if (reopen < most)
            throw label["reopen"].Wrong("a reopening after recoatMax");
        var laid = new FilmInAir(step, product, film, air, house, now);
        return new LaidCoat(step, piece, product, ended, stage => ended is { } end ? laid.After(end, stage) : null)
        {
            Stalled = laid.Stalled,
            Window =
                label.Absent || ended is not { } over || !DryingModel.Knows(product, Readiness.Recoat)
                    ? null
                    : RecoatWindow.Of(over, laid.After(over, Readiness.Recoat)!.Sure, laid.Factor(Readiness.Recoat), least, most, reopen),
        };
    }

    internal static (StepKind? Kind, StepKind? GateOf) Step(JsonAt at)
    {
        var text = at.Text()?.Trim() ?? throw at.Wrong("a kind of step, such as \"prime\"");
        if (Ids.TryParse<StepKind>(text, out var kind))
            return (kind, null);
        return text.EndsWith("_gate", StringComparison.Ordinal) && Ids.TryParse<StepKind>(text[..^5], out var of)
            ? (null, of)
            : throw at.Wrong($"one of {string.Join(", ", Ids.All<StepKind>())}");
    }

    private static string? OneOf(JsonAt at, IReadOnlyList<string> known) =>
        at.Text() is not { } text ? null
        : known.Contains(text.Trim(), StringComparer.Ordinal) ? text.Trim()
        : throw at.Wrong($"one of {string.Join(", ", known)}");
}
