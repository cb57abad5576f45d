using Hexaprep.Craft.Computation;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Formats;

/// <summary>A log with flaws, from a file: why they came about, and what mends them. docs/formats.md describes it.</summary>
/// <param name="Log">What the log knows.</param>
/// <param name="Flaws">The flaws.</param>
/// <param name="Unread">Keys under houseRules that name no school: ignored, and said.</param>
public sealed record DiagnoseQuery(GateCase Log, IReadOnlyList<SeenFlaw> Flaws, IReadOnlyList<string> Unread)
{
    /// <summary>Reads the file.</summary>
    /// <exception cref="RefusedException">It is not JSON, or something in it is out of range: the message names path, value,
    /// remedy.</exception>
    public static DiagnoseQuery Read(string json, RuleBook book)
    {
        var root = JsonAt.Root(json);
        // Gaps nobody spoke of are not held against a log.
        var query = RuleQuery.Read(root, Gaps.None);
        var now = root["now"].Need(root["now"].Moment(), "the moment of the look, such as 2026-03-12T20:12:00Z");
        var since = RuleQuery.Weather(root["air"]);
        var pieces = new PieceNames();
        var done = root["done"].List().Select(Deed).OfType<CaseDeed>().ToList();
        var coats = root["coats"].List().Select(c => Coat(c, pieces.Of(c["piece"]), query.Job.House, since?.Air, now)).ToList();
        if (since is { WindMs: > 0 } weather && Last(coats) is { WindMs: null } last)
            coats[coats.IndexOf(last)] = last with { WindMs = weather.WindMs };
        var told = root["flaws"].List().Select(f => Flaw(f, query.Job.Batch.Models)).ToList();
        // The same flaw of one step told model by model is one.
        var flaws = told.Select(f => f with { Models = Math.Min(query.Job.Batch.Models, Alike(told, f).Sum(o => o.Models)) }).ToList();
        if (flaws.Count == 0)
            throw root["flaws"].Wrong("at least one flaw, such as [{\"kind\": \"grainy\", \"step\": \"prime\", \"models\": 2}]");
        return new(new GateCase(query.Job, done, coats, now, book), flaws, query.Unread);
    }

    private static IEnumerable<SeenFlaw> Alike(List<SeenFlaw> all, SeenFlaw flaw) =>
        all.Where(o => o.Kind == flaw.Kind && o.Step == flaw.Step);

    // The air was read since the last coat: its wind is that coat's too.
    private static CaseCoat? Last(IEnumerable<CaseCoat> coats) =>
        coats.Where(c => c.Laid.Step.Coats()).MaxBy(c => c.Begun ?? Instant.MinValue);

    private static SeenFlaw Flaw(JsonAt at, int models) =>
        new(
            at["kind"].Need(at["kind"].Choice<FlawKind>(), $"one of {string.Join(", ", Ids.All<FlawKind>())}"),
            Shows(at["step"]),
            at["models"].Whole(1, models) ?? 1,
            [.. at["places"].List().Select(p => p.Label() ?? throw p.Wrong("a place, such as \"head\""))]
        );

    private static StepKind Shows(JsonAt at)
    {
        var (kind, gateOf) = RuleQuery.Step(at);
        return kind ?? gateOf!.Value;
    }

    // A look that is no step of its own leaves nothing.
    private static CaseDeed? Deed(JsonAt at) =>
        RuleQuery.Step(at["step"]).Kind is not { } kind
            ? null
            : new CaseDeed(kind, at["at"].Moment())
            {
                LeftOut = at["leftOut"].Truth(),
                HandledAt = at["handledAt"].Moment(),
                Opened = at["opened"].Moment(),
            };

    private static CaseCoat Coat(JsonAt at, int? piece, HouseRuleChoices house, Air? since, Instant now)
    {
        var label = at["label"];
        return new CaseCoat(RuleQuery.Coat(at, piece, house, since, now))
        {
            Method = at["method"].Text()?.Trim(),
            Number = at["number"].Whole(1, 50) ?? 1,
            Film = at["film"].Choice<Film>(),
            StartedAt = at["startedAt"].Moment(),
            AirC = at["airC"].Number(-10, 45),
            HumidityPct = at["rhPct"].Number(5, 100),
            WindMs = at["windMS"].Number(0, 40),
            Label = new(
                label["recoatMin"].Whole(0, 1_000_000),
                label["recoatMax"].Whole(0, 1_000_000),
                label["minTempC"].Number(-10, 45),
                label["maxRhPct"].Number(5, 100)
            ),
            DistanceCm = at["distanceCm"].Number(0, 200),
            CanC = at["canC"].Number(-10, 80),
            Shaken = at["shaken"].Maybe(),
            Passes = at["passes"].Whole(0, 50),
            Turned = at["turned"].Maybe(),
            Thinned = at["thinned"].Maybe(),
            BathC = at["bathC"].Number(0, 100),
            Accelerator = at["accelerator"].Truth(),
        };
    }
}
