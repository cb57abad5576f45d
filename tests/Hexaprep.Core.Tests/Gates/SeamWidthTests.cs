using Hexaprep.Craft.Inspections;

namespace Hexaprep.Core.Tests.Gates;

/// <summary>The repair of a gap or seam goes by what fits into it.</summary>
public sealed class SeamWidthTests
{
    private static Repair Of(string id, params string[] bars) => new(id, id, [], 1, 0, bars, []);

    [Fact]
    public void Over_paint_each_width_has_its_own_way()
    {
        Repair[] repairs = [Of("run_in_varnish"), Of("thin_putty"), Of("putty_seam"), Of("refill")];
        Assert.Equal(
            ["run_in_varnish", "thin_putty", "putty_seam", "refill"],
            SeamWidths.For(FlawKind.Seam, repairs).Select(w => w.Repair)
        );
    }

    [Fact]
    public void What_is_mended_alike_is_not_told_apart_and_what_is_refused_is_not_offered()
    {
        Assert.Equal(
            [new("no paper", "run_in_varnish"), new("paper", "refill")],
            SeamWidths.For(FlawKind.Gap, [Of("run_in_varnish"), Of("refill")])
        );
        Assert.Empty(SeamWidths.For(FlawKind.Gap, [Of("run_in_varnish"), Of("refill", "Transfers lie on it.")]));
    }

    [Fact]
    public void Other_flaws_have_no_width() => Assert.Empty(SeamWidths.For(FlawKind.Dust, [Of("refill")]));
}
