using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

// Long: one judge; what it asks of a step is told in the order in which it is asked.
namespace Hexaprep.Craft.Permissions;

/// <summary>Answers "may I ... now?" from the rules of law and practice, whatever route was derived; taste never blocks.</summary>
/// <param name="job">The batch and its house rules.</param>
/// <param name="history">What was done so far.</param>
/// <param name="now">The moment asked about.</param>
/// <param name="weather">The air where it is done; null when nobody read it: then it does not block, but is to be checked.</param>
/// <param name="book">The rules.</param>
public sealed class PermissionEvaluator(Job job, WorkHistory history, Instant now, Weather? weather, RuleBook book)
{
    private readonly DrynessRequirements _demands = new(job, book);

    /// <summary>Coats of other models in the same room that are still wet, with the moment the last is touch-dry; null for none.</summary>
    public Instant? RoomWetUntil { get; init; }

    /// <summary>Whether the air suits a spray so now, by its own product, method and place, the label first; null where nobody knows.
    /// Null itself where one air was given for all.</summary>
    public Func<StepKind, Technique, Fitness?>? Sprayed { get; init; }

    /// <summary>The answer, with what may be done meanwhile when it is a wait.</summary>
    public PermissionAnswer Of(PermissionQuery ask)
    {
        var answer = Alone(ask);
        return answer is { Verdict: Verdict.NotYet, Until: not null } ? answer with { Meanwhile = Meanwhile(ask.Step) } : answer;
    }

    /// <summary>The answer alone.</summary>
    public PermissionAnswer Alone(PermissionQuery ask)
    {
        if (StepDefinition.Of(ask.Step).LooksAt is { } looked)
            return Gate(looked);
        var found = new Findings();
        var way = Resolve(ask);
        var mine = history.For(ask.Piece);
        Refuse(ask.Step, way, mine, found);
        There(ask.Step, mine, found);
        Require(ask.Step, way, mine, found);
        // Asked again without a product, it is the same one again.
        Wait(ask.Step, ask.Product is null ? way with { Product = null } : way, mine, found);
        Hold(ask.Step, mine, found);
        FiledSinceItsWash(ask.Step, mine, found);
        if (ask.Step == StepKind.Reassemble)
            AllAtOneStage(found);
        Dust(ask.Step, found);
        Air(ask.Step, way, found);
        if (ask.Step == StepKind.PlaceTransfer)
            Soaked(mine, found);
        foreach (var rule in book.Rules.Where(r => r.MakesDearer == ask.Step && Began(r.Subject, mine)))
            found.Note(rule);
        foreach (var rule in book.CardRules(ask.Step, job).Where(r => r.Locks is null && r.ByWay is { } by && by.Meets(way)))
            found.Note(rule);
        // A lock of one method says nothing of another.
        var locks = book
            .Rules.Where(r => r.Subject == ask.Step && r.Acts == RuleActs.Card && r.Locks is not null)
            .Where(r => r.ByWay is { } by ? by.Meets(way) : r.When(job))
            .Select(r => new Citation(r.Locks!, r.Strength));
        return found.Answer([.. locks]);
    }

    /// <summary>May one look at what a step left, at a gate that is no step of its own? It never blocks anything.</summary>
    public PermissionAnswer Gate(StepKind of)
    {
        var found = new Findings();
        if (!history.Did(of))
            found.Missing(DryingRules.Gate, Ids.Of(of));
        else
            foreach (var coat in history.Coats.Where(c => c.Step == of))
                Ready(DryingRules.Handling, Readiness.Touch, 0, coat, found);
        return found.Answer([]);
    }

    private Technique Resolve(PermissionQuery ask)
    {
        var choice = book.Choice(ask.Step);
        var (usual, ways) = (RouteBuilder.WayOf(choice, job, book), choice.Ways(job));
        // What was not said is as in the trade's own way, else as in the first way that fits what was said.
        var fits = ways.Prepend(usual).FirstOrDefault(w => (ask.Method ?? w.Method) == w.Method && (ask.Product ?? w.Product) == w.Product)
            ?? ways.Prepend(usual).FirstOrDefault(w => w.Method == ask.Method || (ask.Method is null && w.Product == ask.Product))
            ?? usual;
        var (method, product) = (ask.Method ?? fits.Method, ask.Product ?? fits.Product);
        return new Technique(method, product)
        {
            Accelerator = ask.Accelerator,
            Fate = ask.Fate,
            Stand = ask.Stand,
        };
    }

    // What must never be done so, and what only another step makes possible.
    private void Refuse(StepKind step, Technique way, WorkHistory mine, Findings found)
    {
        foreach (var rule in book.Refusals(step, way, job))
        {
            if (
                rule.After is { } after
                && (
                    !(rule.AfterAll ? mine.Did(after) : IsBegun(after, mine))
                    || (rule.AfterWith is { } with && !DoneWith(after, with, mine))
                )
            )
                continue;
            if (rule.Unless is { } unless && mine.Did(unless))
                continue;
            if (rule.LiftedBy is not { } lift)
                found.No(rule);
            else if (!(rule.After is { } since ? mine.DidAfter(lift, since) : mine.Did(lift)))
                found.Missing(rule, rule.Instead);
        }
    }

    // By what lies on it; where nothing was noted, by the trade's own way.
    private bool DoneWith(StepKind step, ProductClass product, WorkHistory mine) =>
        mine.Coats.Any(c => c.Step == step)
            ? mine.Coats.Any(c => c.Step == step && c.Product == product)
            : RouteBuilder.WayOf(book.Choice(step), job, book).Product == product;

    // Who softened a transfer had placed it.
    private static bool IsBegun(StepKind step, WorkHistory mine) =>
        Began(step, mine) || (step == StepKind.PlaceTransfer && Began(StepKind.SoftenTransfer, mine));

    private static bool Began(StepKind step, WorkHistory mine) => mine.Done.Any(d => d.Step == step) || mine.Coats.Any(c => c.Step == step);

    // What is done to parts, by rules of its own, or away from the model.
    private static readonly HashSet<StepKind> ToParts =
    [
        StepKind.CleanLines,
        StepKind.Straighten,
        StepKind.OpenTubes,
        StepKind.DryFit,
        StepKind.Pin,
        StepKind.Roughen,
        StepKind.Glue,
    ];

    // What can be done while they hang on their frame: it implies nothing.
    private static readonly HashSet<StepKind> OnFrames =
    [
        StepKind.Study,
        StepKind.RemoveParts,
        StepKind.RemoveSupports,
        StepKind.Wash,
        StepKind.Cure,
        StepKind.TestPatch,
        StepKind.CutTransfer,
        StepKind.SoakTransfer,
    ];

    // What a step works on must be there: cut free, and joined where the route joins it first. A later step in the log implies both.
    private void There(StepKind step, WorkHistory mine, Findings found)
    {
        if (OnFrames.Contains(step) || ToParts.Contains(step))
            return;
        bool Implied(StepKind needed) =>
            mine.Did(needed)
            || mine.Done.Select(d => d.Step)
                .Concat(mine.Coats.Select(c => c.Step))
                .Any(s => !OnFrames.Contains(s) && StepDefinition.Of(s).Place > StepDefinition.Of(needed).Place);
        if (book.Has(Harm.OnTheFrame) && !Implied(StepKind.RemoveParts) && _route.Value.ContainsKey(StepKind.RemoveParts))
            found.Missing(Harm.OnTheFrame, Harm.OnTheFrame.Instead);
        else if (
            book.Has(Harm.NotJoined)
            && StepDefinition.Of(step).Place > StepDefinition.Of(StepKind.Glue).Place
            && !Implied(StepKind.Glue)
            && _route.Value.TryGetValue(StepKind.Glue, out var follow)
            && (follow.Contains(step) || !_route.Value.ContainsKey(step))
        )
            found.Missing(Harm.NotJoined, Harm.NotJoined.Instead);
    }

    // The kinds of the route, each with those that come behind it.
    private readonly Lazy<Dictionary<StepKind, HashSet<StepKind>>> _route = new(() => Behind(RouteBuilder.Derive(job, book)));

    private static Dictionary<StepKind, HashSet<StepKind>> Behind(Route route)
    {
        var behind = route.Steps.Select(s => s.Key.Kind).Distinct().ToDictionary(k => k, _ => new HashSet<StepKind>());
        var next = route.Edges.ToLookup(e => e.From.Kind, e => e.To.Kind);
        foreach (var (kind, reached) in behind)
        {
            var open = new Queue<StepKind>(next[kind]);
            while (open.TryDequeue(out var to))
            {
                if (reached.Add(to))
                    foreach (var further in next[to])
                        open.Enqueue(further);
            }
        }
        return behind;
    }

    // Steps that this one is not done without.
    private void Require(StepKind step, Technique way, WorkHistory mine, Findings found)
    {
        foreach (var rule in book.EdgesInto[step])
        {
            if (!rule.Requires || rule.Strength == Strength.Taste || mine.Did(rule.Subject) || job.Skips(rule.Subject) || !rule.When(job))
                continue;
            // Painting goes in turns: base colours for a shade, a round of masks for the next.
            if (PaintPasses.Makes(step) && PaintPasses.Makes(rule.Subject) && mine.InPart.Contains(rule.Subject))
                continue;
            if (rule.ByWay is { } only && !only.Meets(way))
                continue;
            if (!rule.Speaks(k => Began(k, mine)))
                continue;
            found.Missing(rule, Ids.Of(rule.Subject));
        }
    }

    // Filed or scraped after its wash, metal and cast resin are greasy and dusty again: wiped or rinsed before glue and primer.
    private void FiledSinceItsWash(StepKind step, WorkHistory mine, Findings found)
    {
        if (step is not (StepKind.Glue or StepKind.Prime) || !Washing.CarriesAgent(job) || !book.Has(Washing.FiledAgain))
            return;
        var (washed, filed) = (LastDone(StepKind.Wash, mine), LastDone(StepKind.CleanLines, mine));
        if (washed is { } wash && filed is { } file && (wash.At is { } w && file.At is { } f ? f > w : file.Place > wash.Place))
            found.Missing(Washing.FiledAgain, Washing.FiledAgain.Instead);
    }

    private static (Instant? At, int Place)? LastDone(StepKind step, WorkHistory mine) =>
        mine
            .Done.Select((d, place) => (d.Step, d.At, place))
            .Where(d => d.Step == step)
            .Select(d => ((Instant?, int)?)(d.At, d.place))
            .LastOrDefault();

    // Pieces are joined when all have had what any of them has had of paint and varnish.
    private void AllAtOneStage(Findings found)
    {
        var pieces = history.Done.Select(d => d.Piece).Concat(history.Coats.Select(c => c.Piece)).OfType<int>().ToHashSet();
        if (pieces.Count < 2 || !book.Has(Finishing.UnlikeFinish))
            return;
        // A patch is no coat.
        foreach (var step in history.Done.Select(d => d.Step).Where(s => s.Coats() && s is not (StepKind.TouchIn or StepKind.RevealBrush)))
        {
            var had = history.Done.Where(d => d.Step == step).Select(d => d.Piece).ToHashSet();
            if (had.Count > 0 && !had.Contains(null) && !pieces.All(p => had.Contains(p)))
                found.Missing(Finishing.UnlikeFinish, Ids.Of(step));
        }
    }

    // What lies on it and is not ready for this step.
    private void Wait(StepKind step, Technique way, WorkHistory mine, Findings found)
    {
        foreach (var coat in mine.Coats.GroupBy(c => (c.Step, c.Piece)).Select(g => g.MaxBy(c => c.EndedAt ?? Instant.MaxValue)!))
        {
            if (step == coat.Step && coat.Window is { } window && (way.Product is null || way.Product == coat.Product))
            {
                InWindow(coat, window, mine, found);
                continue;
            }
            foreach (var (rule, stage, least) in _demands.Of(step, way, coat))
                Ready(rule, stage, least, coat, found);
        }
    }

    // What holds it although nothing dries: a binding, a cloth's damp. It counts from what was done last.
    private void Hold(StepKind step, WorkHistory mine, Findings found)
    {
        foreach (var rule in book.EdgesInto[step])
        {
            if (rule.Held is not { } hold || !rule.When(job))
                continue;
            if (mine.Done.LastOrDefault(d => d.Step == rule.Subject) is not { At: { } at } last || !hold.Way.Meets(WayOf(last)))
                continue;
            // What waited for it was done since: it was taken off.
            if (mine.Done.Any(d => d.Step != step && d.At > at && book.EdgesInto[d.Step].Any(r => r.Held == hold)))
                continue;
            var until = at + Duration.FromMinutes(hold.Minutes);
            found.Wait(rule with { Reason = hold.Reason }, until, until, until, hold.Test, null, now);
        }
    }

    private Technique WayOf(CompletedStep deed) =>
        deed.Method is { } method ? new Technique(method, null) : RouteBuilder.WayOf(book.Choice(deed.Step), job, book).Way;

    private void Ready(Rule rule, Readiness stage, int leastMinutes, LaidCoat coat, Findings found)
    {
        if (!book.Has(rule))
            return;
        if (coat.EndedAt is not { } end)
        {
            found.Missing(rule, Ids.Of(coat.Step));
            return;
        }
        if (coat.Times(stage) is not { } times)
            return;
        var floor = end + Duration.FromMinutes(leastMinutes);
        found.Wait(
            rule,
            Instant.Max(times.Sure, floor),
            Instant.Max(times.Usual, floor),
            Instant.Max(times.Early, floor),
            Words(coat, stage),
            coat.Stalled,
            now
        );
    }

    private void InWindow(LaidCoat coat, RecoatWindow window, WorkHistory mine, Findings found)
    {
        if (!book.Has(DryingRules.Window))
            return;
        var keyed = mine.Done.Any(d => d.Step == StepKind.Sand && d.At >= coat.EndedAt);
        if (!window.FirstIsShut && (window.Closes is null || now <= window.Closes))
        {
            var usual = coat.Times(Readiness.Recoat)?.Usual ?? window.Opens;
            found.Wait(
                DryingRules.Window,
                window.Opens,
                Instant.Min(usual, window.Opens),
                Instant.Min(coat.Times(Readiness.Recoat)?.Early ?? window.Opens, window.Opens),
                Words(coat, Readiness.Recoat),
                coat.Stalled,
                now
            );
            if (window.Closes is { } closes)
                found.Lapses(closes);
        }
        else if (window.Reopens is { } reopens)
            found.Wait(DryingRules.Window, reopens, reopens, reopens, Words(coat, Readiness.Recoat), coat.Stalled, now);
        else if (!keyed)
            found.Missing(DryingRules.Missed, DryingRules.Missed.Instead);
    }

    private void Dust(StepKind step, Findings found)
    {
        if (!WorkshopLimits.MakesDust(step, job.House) || !WorkshopLimits.IsShared(job.House) || !book.Has(DryingRules.Dust))
            return;
        foreach (var coat in history.Coats.Where(c => c.Step.Coats()))
        {
            if (coat.EndedAt is null)
                found.Missing(DryingRules.Dust, Ids.Of(coat.Step));
            else if (coat.Times(Readiness.Touch) is { } dry)
                found.Wait(DryingRules.Dust, dry.Sure, dry.Usual, dry.Early, Words(coat, Readiness.Touch), coat.Stalled, now);
        }
        if (RoomWetUntil is { } until)
            found.Wait(
                DryingRules.Dust,
                until,
                until,
                until,
                "The coat nearest to you: a fingertip on its handle side leaves no print.",
                null,
                now
            );
    }

    private void Air(StepKind step, Technique way, Findings found)
    {
        var medium = SprayFitness.MediumOf(way.Method, way.Product);
        if (medium is not null && book.Has(DryingRules.FitAir) && Sprayed?.Invoke(step, way) is { } here)
        {
            Spray(here, found);
            return;
        }
        if (weather is null)
        {
            if (medium is not null && book.Has(DryingRules.FitAir))
                found.Note(
                    DryingRules.FitAir with
                    {
                        Reason = "The air is not known here: check temperature, damp, wind and the label before you spray.",
                    }
                );
            return;
        }
        if (
            step.Coats()
            && way.Product is { } laid
            && TradeDefaults.ClassOf(laid) is var kind
            && book.Has(DryingRules.Forms)
            && (weather.Air.AirC < kind.TMinC || weather.Air.HumidityPct > kind.RhMax)
        )
            found.Weather(DryingRules.Forms);
        if (medium is not { } sprayed || !book.Has(DryingRules.FitAir))
            return;
        Spray(SprayFitness.Of(sprayed, weather), found);
    }

    private static void Spray(Fitness fit, Findings found)
    {
        if (!fit.Allows)
            found.Weather(DryingRules.FitAir with { Reason = $"Not in this air: {fit.Words}." });
        else
            found.Note(
                DryingRules.FitAir with
                {
                    Reason =
                        fit.Score < SprayFitness.FitFrom
                            ? $"The air is marginal: {fit.Words}. A test card first."
                            : "The air suits it; the place and the label still decide.",
                }
            );
    }

    // Soaking marks keep their glue for minutes only: after that the next group is soaked.
    private void Soaked(WorkHistory mine, Findings found)
    {
        if (mine.Done.Where(d => d.Step == StepKind.SoakTransfer).Max(d => d.At) is not { } soaked || mine.Did(StepKind.PlaceTransfer))
            return;
        var until = soaked + Duration.FromMinutes(Transferring.SoakLastsMinutes);
        if (now <= until)
            found.Lapses(until);
        else if (book.Has(Transferring.SoakedMarks))
            found.Missing(Transferring.SoakedMarks, Ids.Of(StepKind.SoakTransfer));
    }

    private static string Words(LaidCoat coat, Readiness stage) => TestWords.Of(coat.Step, coat.Product, stage);

    private List<StepKind> Meanwhile(StepKind asked)
    {
        var route = RouteBuilder.Derive(job, book);
        var waiting = route.Edges.Where(e => !history.Did(e.From.Kind)).Select(e => e.To.Kind).ToHashSet();
        var open = route.Steps.Select(s => s.Key.Kind).Distinct().Where(k => k != asked && !history.Did(k) && !waiting.Contains(k));
        return [.. open.Where(k => Alone(new PermissionQuery(k)).Verdict == Verdict.Yes).Take(3)];
    }

    // Collects what speaks against the step; "no" outranks "not yet" outranks "yes".
    private sealed class Findings
    {
        private readonly List<(int Rank, PermissionReason Given)> _reasons = [];
        private string? _insteadOfNo,
            _insteadOfMissing;
        private bool _no,
            _missing,
            _weather;
        private Instant? _sure,
            _usual,
            _lapses;
        private EarlyTest? _test;

        public void No(Rule rule)
        {
            _no = true;
            _insteadOfNo ??= rule.Instead;
            Add(0, rule, rule.Reason);
        }

        public void Missing(Rule rule, string? step)
        {
            _missing = true;
            _insteadOfMissing ??= step;
            Add(1, rule, rule.Reason);
        }

        public void Weather(Rule rule)
        {
            _weather = true;
            Add(1, rule, rule.Reason);
        }

        public void Wait(Rule rule, Instant sure, Instant usual, Instant early, string test, string? stalled, Instant now)
        {
            if (sure <= now)
            {
                Add(3, rule, $"Waited long enough: {Sentence.Within(rule.Reason)}");
                return;
            }
            Add(2, rule, stalled is null ? rule.Reason : $"{rule.Reason} {stalled}", sure);
            if (_sure is not null && sure <= _sure)
                return;
            (_sure, _usual, _test) = (sure, usual, new EarlyTest(early, test));
        }

        public void Note(Rule rule) => Add(4, rule, rule.Reason);

        public void Lapses(Instant at) => _lapses = _lapses is { } known ? Instant.Min(known, at) : at;

        public PermissionAnswer Answer(IReadOnlyList<Citation> locks)
        {
            var verdict =
                _no ? Verdict.No
                : _missing || _weather || _sure is not null ? Verdict.NotYet
                : Verdict.Yes;
            var speaks = verdict switch
            {
                Verdict.No => 1,
                Verdict.NotYet => 3,
                _ => 5,
            };
            List<PermissionReason> reasons =
            [
                .. _reasons
                    .Where(r => r.Rank < speaks || r.Rank == 4)
                    .OrderBy(r => r.Rank)
                    .ThenBy(r => r.Given.Strength)
                    .Select(r => r.Given)
                    .DistinctBy(g => (g.Rule, g.Text)),
            ];
            if (reasons.Count == 0)
                reasons.Add(new PermissionReason("NothingStandsAgainstIt", Strength.Practice, "Nothing stands against it."));
            var waits = verdict == Verdict.NotYet && !_missing;
            return new PermissionAnswer(
                verdict,
                verdict == Verdict.Yes ? _lapses
                    : waits ? _sure
                    : null,
                waits ? _usual : null,
                waits ? _test : null,
                [],
                reasons,
                locks,
                verdict == Verdict.No ? _insteadOfNo
                    : verdict == Verdict.NotYet ? _insteadOfMissing
                    : null
            );
        }

        private void Add(int rank, Rule rule, string text, Instant? until = null) =>
            _reasons.Add((rank, new PermissionReason(rule.Name, rule.Strength, text) { Until = until }));
    }
}
