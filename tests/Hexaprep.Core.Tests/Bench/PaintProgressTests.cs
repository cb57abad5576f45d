using CsCheck;
using Hexaprep.Bench.Acts;
using Hexaprep.Bench.Edits;
using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Reasons;
using Hexaprep.Screens.UnitsScreen;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

public sealed class PaintProgressTests
{
    private static (RehearsedBench Bench, BenchStep Paint, Instant At) Primed(int models, Tier tier, params int[] minutes)
    {
        IReadOnlyList<PaintPass> passes = [.. minutes.Select((m, i) => new PaintPass(PassKind.Colour, $"colour {i + 1}", m * 60))];
        var bench = new RehearsedBench(RehearsedBench.Order(models: models).Of(t => (t with { Tier = tier }).WithPasses(passes)));
        var at = bench.RunUpTo(StepKind.Paint, TurnableClock.Evening);
        return (bench, bench.Step(StepKind.Paint), at);
    }

    private static void Pass(RehearsedBench bench, BenchStep step, Instant at, int? model = null, int? pass = null, bool row = false) =>
        bench.Do(ActKind.Pass, at, a => a with { StepId = step.Id, Model = model, Pass = pass, WholeRow = row });

    private static (int, int)? Next(RehearsedBench bench, BenchStep step) =>
        PaintProgress.Of(bench.Index, step)!.Next is var (pass, model) ? (pass, model.Number) : null;

    [Fact]
    public void A_colour_goes_along_the_row_before_the_next_and_a_leader_is_painted_through()
    {
        var (row, paint, at) = Primed(3, Tier.Elite, 4, 6);
        Assert.Equal((1, 1), Next(row, paint));
        Pass(row, paint, at);
        Assert.Equal((1, 2), Next(row, paint));
        Pass(row, paint, at, row: true);
        Assert.Equal((2, 1), Next(row, paint));

        var (leaders, own, then) = Primed(2, Tier.Leader, 4, 6);
        Pass(leaders, own, then);
        Assert.Equal((2, 1), Next(leaders, own));
        Pass(leaders, own, then);
        Assert.Equal((1, 2), Next(leaders, own));
        Assert.True(leaders.Index.IsDone(own.Id, leaders.Index.ModelsOf[own.BatchId].First().Id));
    }

    [Fact]
    public void The_house_may_say_otherwise()
    {
        var (bench, paint, at) = Primed(3, Tier.Elite, 4, 6);
        bench.Make([new Change.ChoiceSet(null, null, HouseRuleCatalog.Rows, "figure")]);
        Pass(bench, paint, at);
        Assert.Equal((2, 1), Next(bench, paint));
    }

    // Long: what a person keeps on paper, a line a model, a tick a pass, beside what the bench keeps.
    [Fact]
    public void Acts_in_any_order_leave_what_was_ticked_and_the_minutes_of_what_was_not()
    {
        var cases = Gen.Select(
            Gen.Int[1, 4],
            Gen.Int[1, 9].Array[2, 5],
            Gen.Bool,
            Gen.Select(Gen.Int[0, 4], Gen.Int[1, 4], Gen.Int[1, 5]).Array[1, 25]
        );
        cases.Holds(
            (models, minutes, byRow, acts) =>
            {
                var (bench, paint, at) = Primed(models, byRow ? Tier.Elite : Tier.Leader, minutes);
                var paper = Enumerable.Range(1, models).ToDictionary(m => m, _ => new HashSet<int>());
                foreach (var (kind, model, pass) in acts)
                {
                    var (m, p) = ((model - 1) % models + 1, (pass - 1) % minutes.Length + 1);
                    try
                    {
                        switch (kind)
                        {
                            case 0:
                                var next = Next(bench, paint);
                                Pass(bench, paint, at);
                                paper[next!.Value.Item2].Add(next.Value.Item1);
                                break;
                            case 1:
                                Pass(bench, paint, at, m, p);
                                Assert.True(paper[m].Add(p));
                                break;
                            case 2:
                                Pass(bench, paint, at, pass: p, row: true);
                                foreach (var line in paper.Values)
                                    line.Add(p);
                                break;
                            case 3:
                                bench.Do(ActKind.Done, at, a => a with { StepId = paint.Id, Model = m });
                                paper[m].UnionWith(Enumerable.Range(1, minutes.Length));
                                break;
                            default:
                                bench.Do(ActKind.TakeBack, at, a => a with { StepId = paint.Id, Model = m, Pass = p });
                                Assert.True(paper[m].Remove(p));
                                break;
                        }
                    }
                    catch (RefusedException)
                    {
                        // Nothing happened: the paper says the same below.
                    }
                    var progress = PaintProgress.Of(bench.Index, paint)!;
                    foreach (var known in bench.Index.ModelsOf[paint.BatchId])
                    {
                        var had = Enumerable.Range(1, minutes.Length).Where(n => progress.Has(known.Id, n)).ToHashSet();
                        if (!had.SetEquals(paper[known.Number]))
                            Assert.Fail($"{kind} {m} {p}: {string.Join(",", had)} and not {string.Join(",", paper[known.Number])}");
                        Assert.Equal(had.Count == minutes.Length, bench.Index.IsDone(paint.Id, known.Id));
                    }
                    var left = paper.Values.Sum(had => minutes.Where((_, i) => !had.Contains(i + 1)).Sum());
                    Assert.Equal(left, PaintSessions.Left(bench.Index, paint, at));
                }
            },
            iter: 120
        );
    }

    [Fact]
    public void What_was_ticked_last_is_taken_back_alone()
    {
        var (bench, paint, at) = Primed(2, Tier.Elite, 4, 6);
        Pass(bench, paint, at, row: true);
        Pass(bench, paint, at + Duration.FromMinutes(1));
        var first = bench.Index.ModelsOf[paint.BatchId].First();
        Assert.True(bench.Index.IsDone(paint.Id, first.Id));

        bench.Do(ActKind.TakeBack, at + Duration.FromMinutes(2), a => a with { StepId = paint.Id });
        Assert.False(bench.Index.IsDone(paint.Id, first.Id));
        Assert.Equal((2, 1), Next(bench, paint));
        Assert.Empty(bench.Index.CoatsOf(paint.Id));
    }

    [Fact]
    public void A_list_may_be_changed_behind_what_is_painted_and_not_before_it()
    {
        var (bench, paint, at) = Primed(2, Tier.Elite, 4, 6);
        Pass(bench, paint, at, row: true);
        bench.Do(ActKind.PutDown, at, a => a with { StepId = paint.Id });
        Decision As(params string[] lines) =>
            PaintEdits.PaintAs(bench.Index, paint.BatchId, bench.Index.Batches[paint.BatchId].Version, lines, at, Guid.NewGuid);

        bench.Make(As("colour 1, 4 min", "shade, 3 min", "lights, 5 min", "shade: deep, 2 min", "rim, 1 min").Changes);
        Assert.Equal([1, 2, 3], bench.State.Steps.Where(s => s.Key.Kind == StepKind.Paint).Select(s => s.Key.Occurrence).Order());
        Assert.True(PaintProgress.Of(bench.Index, bench.Index.Steps[paint.Id])!.Passes.Count == 1);
        // All models have had the one pass that is left of the session; the shade is next.
        Assert.Equal(15, bench.Index.Batches[paint.BatchId].Traits.PaintMinutes);
    }

    [Fact]
    public void What_a_model_has_had_is_not_taken_out_of_the_list()
    {
        var (bench, paint, at) = Primed(2, Tier.Elite, 4, 6, 2);
        Pass(bench, paint, at, model: 1, pass: 2);
        bench.Do(ActKind.PutDown, at, a => a with { StepId = paint.Id });
        Decision As(params string[] lines) =>
            PaintEdits.PaintAs(bench.Index, paint.BatchId, bench.Index.Batches[paint.BatchId].Version, lines, at, Guid.NewGuid);

        Assert.Equal("passes", Assert.Throws<RefusedException>(() => As("colour 1, 4 min")).Refusal.Field);
        Assert.Equal("passes", Assert.Throws<RefusedException>(() => As("colour 1, 4 min", "shade, 2 min", "b, 1 min")).Refusal.Field);
        Assert.Equal("passes", Assert.Throws<RefusedException>(() => As("colour 2, 6 min", "colour 1, 4 min", "c, 1 min")).Refusal.Field);
        Assert.Equal("passes", Assert.Throws<RefusedException>(() => As("colour 2, 6 min", "colour 3, 2 min")).Refusal.Field);
        Assert.NotNull(As("wine, 4 min", "colour 2, 6 min", "colour 3, 2 min"));
        // A list that ends where every model stands asks for its last pass once more, and is through.
        Pass(bench, paint, at, model: 1, pass: 1);
        Pass(bench, paint, at, model: 2, pass: 1);
        Pass(bench, paint, at, model: 2, pass: 2);
        bench.Make(As("colour 1, 4 min", "colour 2, 6 min").Changes);
        Assert.Equal((2, 1), Next(bench, paint));
        Pass(bench, paint, at, row: true);
        Assert.Null(Next(bench, paint));
        Assert.True(bench.Index.IsFinished(bench.Index.Steps[paint.Id]));
    }

    [Theory]
    [InlineData("passes[1]", "leather, 4 min", "straps")]
    [InlineData("passes[0]", "shade, 4 min", "leather, 3 min")]
    public void A_line_that_is_none_is_named(string field, params string[] lines)
    {
        var (bench, paint, at) = Primed(2, Tier.Elite, 4, 6);
        var refused = Assert.Throws<RefusedException>(() =>
            PaintEdits.PaintAs(bench.Index, paint.BatchId, bench.Index.Batches[paint.BatchId].Version, lines, at, Guid.NewGuid)
        );
        Assert.Equal(field, refused.Refusal.Field);
    }

    [Fact]
    public void The_plan_says_which_passes_an_evening_reaches_and_the_unit_where_painting_stands()
    {
        var (bench, paint, at) = Primed(10, Tier.Elite, 12, 8, 20);
        Pass(bench, paint, at, row: true);
        Pass(bench, paint, at);
        bench.Do(ActKind.PutDown, at, a => a with { StepId = paint.Id });
        var plan = bench.Plan(at);
        var lines = PaintEvenings.Of(bench.Index, plan, paint, new Clockface(bench.State.Settings.Zone, at));

        Assert.Contains("of painting: colour 2", lines[0], StringComparison.Ordinal);
        Assert.Contains("colour 3", lines[^1], StringComparison.Ordinal);
        Assert.Equal(9 * 8 + 10 * 20, PaintSessions.Left(bench.Index, paint, at));
        var batch = new UnitReader(bench.Index, plan, at).One(bench.State.Units[0].Id)!.Batches[0];
        Assert.Equal("colour 2, 1 of 10", batch.Sides.Single(s => s.Side == Side.Paint).Pass);
        Assert.StartsWith("Left: 4 h 37 of painting in ", batch.Painting!.Left, StringComparison.Ordinal);
        Assert.Equal("Model 2: colour 2 on", batch.Painting.Next!.Text);
        Assert.Null(batch.Painting.Next.NotYet);
    }

    [Fact]
    public void What_is_not_primed_yet_says_why_it_is_not_painted()
    {
        var bench = new RehearsedBench(RehearsedBench.Order(models: 2));
        var batch = new UnitReader(bench.Index, bench.Plan(TurnableClock.Evening), TurnableClock.Evening)
            .One(bench.State.Units[0].Id)!
            .Batches[0];
        Assert.NotNull(batch.Painting!.Next!.NotYet);
        Assert.Equal("", batch.Painting.Stands);
        Assert.False(batch.Painting.IsOwn);
    }

    [Fact]
    public void Other_minutes_stretch_the_list_and_the_list_is_the_minutes()
    {
        var traits = RehearsedBench.Order().Traits.WithPasses([new(PassKind.Colour, "a", 600), new(PassKind.Shade, "b", 300)]);
        Assert.Equal(15, traits.PaintMinutes);
        Assert.Equal([1200, 600], traits.WithPaintMinutes(30).Passes!.Select(p => p.Seconds));
        Assert.Null(traits.WithPaintMinutes(0).Passes);
    }
}
