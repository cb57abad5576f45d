using System.Text.Json;
using CsCheck;

namespace Hexaprep.Core.Tests.Reckoning;

/// <summary>Paint, hiding, batches, grits, minutes: what holds for every input.</summary>
public sealed class AmountsTests
{
    private static readonly string[] Methods = ["brush", "airbrush", "spray_can"];

    [Fact]
    public void Paint_is_linear_in_area_and_coats() =>
        Gen.Select(Gen.Double[10, 50_000], Gen.Int[1, 10], Gen.Int[0, 2].Select(m => Methods[m]))
            .Holds(
                (area, coats, method) =>
                {
                    double Ml(double a, int n) =>
                        Ask.Of(
                                "paint",
                                "paint_need",
                                new
                                {
                                    area_mm2 = a,
                                    method,
                                    coats = n,
                                }
                            )
                            .Number("ml");
                    return Math.Abs(Ml(2 * area, coats) - 2 * Ml(area, coats)) < 1e-9 * Ml(area, coats)
                        && Math.Abs(Ml(area, 2 * coats) - 2 * Ml(area, coats)) < 1e-9 * Ml(area, coats);
                },
                iter: 500
            );

    [Fact]
    public void Better_hiding_never_needs_more_coats_and_each_coat_comes_nearer() =>
        Gen.Select(Gen.Int[0, 0xFFFFFF], Gen.Double[0, 100], Gen.Double[0.3, 6])
            .Holds(
                (colour, ground, sx) =>
                {
                    JsonElement Coats(double by) =>
                        Ask.Of(
                            "hiding",
                            "coats",
                            new
                            {
                                hex = $"#{colour:x6}",
                                substrate_L = ground,
                                sx = by,
                            }
                        );
                    var found = Coats(sx);
                    Assert.True(Coats(sx * 1.3).Number("coats") <= found.Number("coats"));
                    var trace = found.GetProperty("trace_dE").EnumerateArray().Select(d => d.GetDouble()).ToList();
                    Assert.All(trace.Zip(trace.Skip(1)), p => Assert.True(p.Second <= p.First + 1e-9));
                    Assert.True(found.Number("coats_frac") >= 1 && found.Number("coats_frac") <= found.Number("coats"));
                },
                iter: 500
            );

    [Fact]
    public void The_best_primer_takes_the_fewest_coats_of_those_that_will_do() =>
        Gen.Select(Gen.Int[0, 0xFFFFFF].Array[1, 5], Gen.Double[0.1, 1])
            .Holds(
                (colours, share) =>
                {
                    var palette = colours.Select((c, i) => new { hex = $"{c:x6}", share = share + i });
                    var ranking = Ask.Of("hiding", "choose_primer", new { palette }).GetProperty("ranking").EnumerateArray().ToList();
                    Assert.Equal(6, ranking.Count);
                    Assert.All(ranking, r => Assert.True(r.Number("expected_coats") >= ranking[0].Number("expected_coats") - 1e-8));
                },
                iter: 100
            );

    [Fact]
    public void The_best_batch_obeys_every_limit_and_no_row_is_cheaper() =>
        Gen.Select(Gen.Int[1, 60], Gen.Double[0, 20], Gen.Double[0.5, 10], Gen.Int[1, 20], Gen.Double[5, 200])
            .Holds(
                (models, setup, unit, handles, sitting) =>
                {
                    var fault = handles / 50.0;
                    var found = Ask.Of(
                        "batch",
                        "evaluate",
                        new
                        {
                            models,
                            setup_min = setup,
                            unit_min = unit,
                            handles,
                            sitting_min = sitting,
                            first_fault_p = fault,
                            rework_min = 20,
                        }
                    );
                    var rows = found.GetProperty("rows").EnumerateArray().ToList();
                    Assert.All(found.GetProperty("limits").EnumerateObject(), l =>
                        Assert.True(found.Number("n_max") <= l.Value.GetDouble())
                    );
                    if (found.GetProperty("best").ValueKind == JsonValueKind.Null)
                    {
                        Assert.Empty(rows);
                        return;
                    }
                    Assert.InRange(found.Number("best"), 1, found.Number("n_max"));
                    Assert.All(rows, r => Assert.True(r.Number("cost_min") >= found.Number("cost_min")));
                    Assert.All(rows, r => Assert.True(r.Number("elapsed_min") >= r.Number("hands_on_min") - 1e-6));
                },
                iter: 500
            );

    [Fact]
    public void A_ladder_goes_down_in_steps_and_ends_where_it_should()
    {
        string[] grits = ["P125", "P120", "P240", "P400", "P800", "P1500", "P2500"];
        foreach (var start in grits.Skip(1))
        foreach (var end in grits.Skip(1).SkipWhile(g => g != start))
        {
            var ladder = Ask.Of("abrasive", "ladder", new { start, end })
                .GetProperty("ladder")
                .EnumerateArray()
                .Select(g => g.GetString())
                .ToList();
            Assert.Equal((start, end), (ladder[0], ladder[^1]));
            Assert.Equal(ladder.Count, ladder.Distinct().Count());
        }
        Assert.Equal(("E_ORDER", "end"), Ask.Refusal("abrasive", "ladder", new { start = "P800", end = "P240" }));
        Assert.Equal(("E_CHOICE", "start"), Ask.Refusal("abrasive", "ladder", new { start = "P125", end = "P240" }));
    }

    [Fact]
    public void Half_comes_before_four_in_five_and_longer_sittings_never_end_later() =>
        Gen.Select(Gen.Int[0, 1_000_000], Gen.Double[20, 200].Array[1, 5], Gen.Int[60, 150])
            .Holds(
                (seed, hands, length) =>
                {
                    JsonElement Finish(int minutes) =>
                        Ask.Of(
                            "forecast",
                            "finish",
                            new
                            {
                                seed,
                                runs = 60,
                                steps = hands.Select(h => new { hands_min = h, wait_min = 60 }),
                                sittings = Enumerable.Range(0, 40).Select(k => new { start = 1440 * k, end = 1440 * k + minutes }),
                            }
                        );
                    var (found, longer) = (Finish(length), Finish(length + 30));
                    Assert.True(found.Number("p50") <= found.Number("p80") && found.Number("p80") <= found.Number("p95"));
                    Assert.True(longer.Number("p80") <= found.Number("p80") + 1e-9);
                    Assert.Equal(found.ToString(), Finish(length).ToString());
                },
                iter: 100
            );

    // What is learned of a bench lies between what was believed and what was seen.
    [Fact]
    public void Minutes_learned_lie_between_belief_and_log_and_grow_surer() =>
        Gen.Select(Gen.Double[2, 60], Gen.Double[2, 60].Array[1, 12])
            .Holds(
                (prior, seen) =>
                {
                    var found = Ask.Of(
                        "forecast",
                        "shrink",
                        new { prior_median_min = prior, levels = new[] { new { minutes = seen, tau = 0.0 } } }
                    );
                    var mean = Math.Exp(seen.Average(Math.Log));
                    Assert.InRange(found.Number("median_min"), Math.Min(prior, mean) - 1e-9, Math.Max(prior, mean) + 1e-9);
                    Assert.True(found.Number("sd_ln_param") < 0.6);
                    Assert.True(found.Number("p80_min") > found.Number("median_min"));
                },
                iter: 500
            );

    [Theory]
    [InlineData("before_g", 30, 30, 0, "after_g")]
    [InlineData("waste", 30, 29, 2, "waste_g")]
    public void A_weighing_that_shows_nothing_used_is_refused(string _, double before, double after, double waste, string field) =>
        Assert.Equal(
            ("E_ORDER", field),
            Ask.Refusal(
                "paint",
                "mass_balance",
                new
                {
                    before_g = before,
                    after_g = after,
                    waste_g = waste,
                    density_g_ml = 1.0,
                }
            )
        );
}
