using CsCheck;

namespace Hexaprep.Core.Tests.Reckoning;

/// <summary>Transfers: soaking, cutting, dealing out. Each against what it must keep, the dealing against every way there is.</summary>
public sealed class FilmTests
{
    [Fact]
    public void Every_transfer_is_placed_in_its_window_one_at_a_time_and_never_slower_than_one_by_one() =>
        Gen.Select(Gen.Int[1, 40], Gen.Double[1, 300], Gen.Double[1, 900], Gen.Double[1, 200], Gen.Int[1, 12])
            .Holds(
                (count, soak, longer, place, tray) =>
                {
                    var most = soak + longer;
                    var found = Ask.Of(
                        "transfers",
                        "soak",
                        new
                        {
                            count,
                            soak_s = soak,
                            max_s = most,
                            place_s = place,
                            tray,
                        }
                    );
                    var items = found.GetProperty("items").EnumerateArray().ToList();
                    Assert.Equal(count, items.Count);
                    Assert.All(items, i => Assert.InRange(i.Number("age_s"), soak - 1e-6, most + 1e-6));
                    Assert.All(items.Zip(items.Skip(1)), p =>
                        Assert.True(p.Second.Number("place_s") >= p.First.Number("place_s") + place - 1e-6)
                    );
                    Assert.All(items.GroupBy(i => i.Number("group")), g => Assert.True(g.Count() <= tray));
                    Assert.True(found.Number("total_s") <= found.Number("one_by_one_s") + 1e-6);
                },
                iter: 1000
            );

    [Fact]
    public void Darts_widen_outward_and_begin_at_nothing() =>
        Gen.Select(Gen.Double[1, 40], Gen.Double[0.1, 1.5], Gen.Double[0.001, 0.1])
            .Holds(
                (sphere, share, capacity) =>
                {
                    var disc = Math.Max(0.2, sphere * share);
                    var found = Ask.Of(
                        "transfers",
                        "gores",
                        new
                        {
                            sphere_radius_mm = sphere,
                            disc_radius_mm = disc,
                            capacity,
                        }
                    );
                    var widths = found.GetProperty("darts").EnumerateArray().Select(d => d[1].GetDouble()).ToList();
                    if (widths.Count == 0)
                    {
                        Assert.True(found.Number("edge_surplus") <= capacity);
                        return;
                    }
                    Assert.Equal(0, widths[0], 9);
                    Assert.All(widths.Zip(widths.Skip(1)), p => Assert.True(p.Second >= p.First));
                    if (found.GetProperty("conforms").GetBoolean())
                        Assert.True(found.Number("strip_strain") <= capacity + 1e-9);
                },
                iter: 1000
            );

    // The difference between the circumference on a sphere and that of the flat disc, by small steps of the angle.
    [Fact]
    public void The_strain_of_an_edge_is_that_of_the_sphere()
    {
        foreach (var (radius, disc) in new[] { (20.0, 1.0), (40.0, 2.0), (9.0, 0.5) })
        {
            var found = Ask.Of(
                "transfers",
                "edge_strain",
                new
                {
                    r1_mm = radius,
                    r2_mm = radius,
                    disc_radius_mm = disc,
                }
            );
            // Free film shares the surplus between edge and middle: of the sixth of (a/R)² an eighth stays at the edge.
            var surplus = 1 - radius * Math.Sin(disc / radius) / disc;
            Assert.Equal(-surplus * 6 / 8, found.Number("edge_strain"), 5);
        }
    }

    [Fact]
    public void Strips_are_cut_in_step_and_nothing_of_them_is_lost() =>
        Gen.Select(Gen.Double[1, 12], Gen.Double[1, 30].Array[1, 8])
            .Holds(
                (pitch, rows) =>
                {
                    const double Strip = 80,
                        Allowance = 0.5;
                    var found = Ask.Of(
                        "transfers",
                        "strips",
                        new
                        {
                            pitch_mm = pitch,
                            strip_length_mm = Strip,
                            row_height_mm = 2,
                            rows = rows.Select(r => new { length_mm = r }),
                        }
                    );
                    var cut = found.GetProperty("rows").EnumerateArray().ToList();
                    foreach (var row in cut)
                    {
                        var turns = (row.Number("cut_from_mm") + Allowance - row.Number("phase_mm")) / pitch;
                        Assert.Equal(Math.Round(turns), turns, 6);
                        Assert.True(row.Number("cut_to_mm") <= Strip + 1e-6);
                    }
                    Assert.Equal(
                        found.Number("strips") * Strip,
                        found.Number("waste_mm") + cut.Sum(r => r.Number("cut_to_mm") - r.Number("cut_from_mm")),
                        6
                    );
                },
                iter: 1000
            );

    private sealed record Need(string id, string design, int count, string[] substitutes);

    private static readonly Gen<(int[] Stock, Need[] Needs)> Dealing = Gen.Select(
        Gen.Int[0, 4].Array[3],
        Gen.Select(Gen.Int[0, 2], Gen.Int[0, 3], Gen.Int[0, 2].Array[0, 2])
            .Array[1, 3]
            .Select(all => all.Select((n, i) => new Need($"n{i}", $"d{n.Item1}", n.Item2, [.. n.Item3.Select(s => $"d{s}")])).ToArray())
    );

    private static object Asked(int[] stock, Need[] needs, int sheets = 1) =>
        new
        {
            stock = stock.Select((n, i) => (Key: $"d{i}", n)).ToDictionary(s => s.Key, s => s.n),
            needs,
            sheets,
        };

    [Fact]
    public void Designs_are_dealt_out_as_well_as_any_way_could_and_more_sheets_never_hurt() =>
        Dealing.Holds(
            (stock, needs) =>
            {
                var found = Ask.Of("transfers", "assign", Asked(stock, needs));
                var single = needs.SelectMany(n => Enumerable.Repeat(n, n.count)).ToList();
                Assert.Equal(Best(stock, single, 0), ((int)found.Number("unmet"), (int)found.Number("substitution_cost")));
                Assert.Equal(found.Number("needed"), found.Number("assigned") + found.Number("unmet"));
                Assert.True(Ask.Of("transfers", "assign", Asked(stock, needs, 2)).Number("unmet") <= found.Number("unmet"));
            },
            iter: 1500
        );

    // Every way to serve the needs one by one.
    private static (int Unmet, int Cost) Best(int[] stock, List<Need> needs, int at)
    {
        if (at == needs.Count)
            return (0, 0);
        var rest = Best(stock, needs, at + 1);
        var best = (rest.Unmet + 1, rest.Cost);
        string[] designs = [needs[at].design, .. needs[at].substitutes];
        foreach (var (k, design) in designs.Index())
        {
            var d = design[1] - '0';
            if (stock[d] == 0)
                continue;
            stock[d]--;
            var after = Best(stock, needs, at + 1);
            stock[d]++;
            if ((after.Unmet, after.Cost + k).CompareTo(best) < 0)
                best = (after.Unmet, after.Cost + k);
        }
        return best;
    }

    [Fact]
    public void Spares_make_up_for_what_tears()
    {
        Assert.Equal(0, Ask.Of("transfers", "spares", new { needed = 8, fail_rate = 0 }).Number("spares"));
        foreach (var needed in new[] { 1, 5, 20 })
        {
            // The chance that no more than the spares tear, added up.
            var spares = (int)Ask.Of("transfers", "spares", new { needed, fail_rate = 0.1 }).Number("spares");
            Assert.True(Holds(needed, spares) >= 0.9 && (spares == 0 || Holds(needed, spares - 1) < 0.9));
        }

        static double Holds(int needed, int spares)
        {
            var (sum, term, all) = (0.0, Math.Pow(0.9, needed + spares), needed + spares);
            for (var torn = 0; torn <= spares; torn++)
            {
                sum += term;
                term *= (all - torn) / (torn + 1.0) * 0.1 / 0.9;
            }
            return sum;
        }
    }

    [Theory]
    [InlineData(0, "disc_radius_mm")]
    [InlineData(1, "stock")]
    [InlineData(2, "softener")]
    public void What_cannot_be_answered_is_refused(int which, string field)
    {
        object input = which switch
        {
            0 => new
            {
                sphere_radius_mm = 2,
                disc_radius_mm = 4,
                capacity = 0.02,
            },
            1 => new { stock = new Dictionary<string, double> { ["a"] = 0.5 }, needs = new[] { new Need("n", "a", 1, []) } },
            _ => new { r1_mm = 6, r2_mm = 6 },
        };
        var function = which switch
        {
            0 => "gores",
            1 => "assign",
            _ => "largest_disc",
        };
        Assert.Equal(field, Ask.Refusal("transfers", function, input).Field);
    }
}
