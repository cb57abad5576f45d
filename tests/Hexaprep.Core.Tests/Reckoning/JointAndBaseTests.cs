using CsCheck;

namespace Hexaprep.Core.Tests.Reckoning;

/// <summary>Glue, pins, bases, ballast, magnets: what holds for every input.</summary>
public sealed class JointAndBaseTests
{
    private static readonly string[] Materials =
    [
        "polystyrene",
        "abs",
        "flexible_pvc",
        "pu_resin",
        "photopolymer",
        "pla",
        "white_metal",
        "wood",
        "steel",
    ];

    private static object Joint(string a, string b, double mass, double arm, double depth) =>
        new
        {
            a,
            b,
            glue = "ca",
            shape = "round",
            dia_mm = 6,
            mass_g = mass,
            arm_mm = arm,
            depth_a_mm = depth,
            depth_b_mm = depth,
        };

    [Fact]
    public void Heavier_or_longer_is_never_safer_and_no_hole_comes_near_the_far_side() =>
        Gen.Select(Gen.Int[0, 8], Gen.Int[0, 8], Gen.Double[0.1, 200], Gen.Double[0, 60], Gen.Double[2, 20])
            .Holds(
                (a, b, mass, arm, depth) =>
                {
                    var (one, other) = (Materials[a], Materials[b]);
                    var found = Ask.Of("glue", "joint", Joint(one, other, mass, arm, depth));
                    Assert.True(
                        Ask.Of("glue", "joint", Joint(one, other, mass * 1.2, arm, depth)).Number("safety") <= found.Number("safety")
                    );
                    Assert.True(
                        Ask.Of("glue", "joint", Joint(one, other, mass, arm + 5, depth)).Number("safety") <= found.Number("safety")
                    );
                    Assert.Equal(found.Number("safety") < 3, found.GetProperty("pin").GetBoolean());
                    if (found.TryGetProperty("pin_choice", out var pin) && pin.ValueKind != System.Text.Json.JsonValueKind.Null)
                        Assert.True(Math.Max(pin.Number("hole_a_mm"), pin.Number("hole_b_mm")) <= depth - 0.8 + 1e-9);
                },
                iter: 1500
            );

    [Fact]
    public void A_glue_is_never_rated_above_its_weaker_side_and_what_is_refused_is_rated_nought() =>
        Gen.Select(Gen.Int[0, 8], Gen.Int[0, 8], Gen.Double[0, 5])
            .Holds(
                (a, b, gap) =>
                {
                    var found = Ask.Of(
                        "glue",
                        "choose",
                        new
                        {
                            a = Materials[a],
                            b = Materials[b],
                            gap_mm = gap,
                        }
                    );
                    var turned = Ask.Of(
                        "glue",
                        "choose",
                        new
                        {
                            a = Materials[b],
                            b = Materials[a],
                            gap_mm = gap,
                        }
                    );
                    Assert.Equal(found.ToString(), turned.ToString());
                    var ranking = found.GetProperty("ranking").EnumerateArray().ToList();
                    Assert.Equal(
                        ranking.Where(r => r.Number("rating") == 0).Select(r => r.GetProperty("glue").GetString()),
                        found.GetProperty("refused").EnumerateArray().Select(g => g.GetString())
                    );
                    Assert.Equal(ranking.Max(r => r.Number("rating")), found.Number("rating"));
                },
                iter: 300
            );

    [Theory]
    [InlineData("white_metal", "pva", false, "glue")]
    [InlineData("polystyrene", "epoxy_adhesive", true, "accelerator")]
    public void What_does_not_hold_is_refused(string material, string glue, bool accelerator, string field) =>
        Assert.Equal(
            ("E_CHOICE", field),
            Ask.Refusal(
                "glue",
                "joint",
                new
                {
                    a = material,
                    b = material,
                    glue,
                    accelerator,
                    shape = "round",
                    dia_mm = 3,
                    mass_g = 3,
                    arm_mm = 10,
                    depth_a_mm = 6,
                    depth_b_mm = 6,
                }
            )
        );

    [Fact]
    public void The_smallest_circle_holds_all_points_and_stands_on_two_or_three() =>
        Gen.Select(Gen.Double[-40, 40], Gen.Double[-40, 40])
            .Array[1, 12]
            .Holds(
                points =>
                {
                    var found = Ask.Of("base", "min_circle", new { points = points.Select(p => new { x = p.Item1, y = p.Item2 }) });
                    var (x, y, r) = (found.Number("cx"), found.Number("cy"), found.Number("r_mm"));
                    var far = points.Select(p => Math.Sqrt(Math.Pow(p.Item1 - x, 2) + Math.Pow(p.Item2 - y, 2))).ToList();
                    Assert.All(far, d => Assert.True(d <= r + 1e-7));
                    Assert.True(points.Length == 1 || far.Count(d => Math.Abs(d - r) < 1e-6) >= 2);
                    // No step to any side makes it smaller.
                    foreach (var (dx, dy) in new[] { (1e-3, 0.0), (-1e-3, 0), (0, 1e-3), (0, -1e-3) })
                        Assert.True(points.Max(p => Math.Sqrt(Math.Pow(p.Item1 - x - dx, 2) + Math.Pow(p.Item2 - y - dy, 2))) >= r - 1e-9);
                },
                iter: 1000
            );

    [Fact]
    public void Ballast_reaches_its_angle_exactly() =>
        Gen.Select(Gen.Double[1, 60], Gen.Double[5, 60], Gen.Double[-10, 10], Gen.Double[20, 60], Gen.Double[20, 55])
            .Holds(
                (mass, height, aside, foot, target) =>
                {
                    var model = new
                    {
                        mass_g = mass,
                        h_mm = height,
                        x_mm = aside,
                    };
                    var found = Ask.Of(
                        "base",
                        "ballast",
                        new
                        {
                            base_dia_mm = foot,
                            masses = new object[] { model },
                            target_deg = target,
                        }
                    );
                    if (!found.GetProperty("feasible").GetBoolean())
                        return;
                    var grams = found.Number("ballast_g");
                    if (grams == 0)
                    {
                        Assert.True(found.Number("now_deg") >= target - 1e-9);
                        return;
                    }
                    if (grams > 20_000)
                        return;
                    var steadied = Ask.Of(
                        "base",
                        "tipping",
                        new { base_dia_mm = foot, masses = new object[] { model, new { mass_g = grams, h_mm = 1.5 } } }
                    );
                    Assert.Equal(target, steadied.Number("angle_deg"), 6);
                },
                iter: 1000
            );

    [Fact]
    public void A_gap_never_strengthens_a_magnet() =>
        Gen.Select(Gen.Double[2, 20], Gen.Double[0.5, 10], Gen.Double[0, 5], Gen.Double[0.01, 3])
            .Holds(
                (dia, thick, gap, more) =>
                {
                    double Pull(double at) =>
                        Ask.Of(
                                "base",
                                "magnet",
                                new
                                {
                                    dia_mm = dia,
                                    thick_mm = thick,
                                    gap_mm = at,
                                }
                            )
                            .Number("pull_N");
                    return Pull(gap + more) < Pull(gap);
                },
                iter: 500
            );
}
