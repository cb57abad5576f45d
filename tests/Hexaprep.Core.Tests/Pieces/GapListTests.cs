using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Core.Tests.Pieces;

/// <summary>Gaps in a person's words: read, written back, refused with the remedy.</summary>
public sealed class GapListTests
{
    private static readonly string[] Places = ["left shoulder", "breastplate", "belt", "tail 2", "hair", "x", "feet to base"];

    [Fact]
    public void A_line_says_place_size_ground_view_and_choice()
    {
        var list = GapList.Read(["2 shoulders 0.6 x 9 mm, side; belt 0.4x10, 1 mm deep, hidden\ncloak hem wide, textured, leave"], out _)!;

        Assert.Equal(
            ["2 shoulders 0.6 x 9 mm, side", "belt 0.4 x 10 mm, 1 mm deep, hidden", "cloak hem 1 x 8 mm, textured, leave"],
            list.Lines
        );
        Assert.Equal(Gaps.Large, list.Size);
        Assert.Equal(Gaps.Small, GapList.Read(["belt 0.6 x 10"], out _)!.Size);
    }

    [Theory]
    [InlineData("", "There are no gaps.")]
    [InlineData("left shoulder", "'left shoulder' has no size.")]
    [InlineData("hidden", "'hidden' has no size.")]
    [InlineData("belt 0.4 x 10, belt 0.2 x 3", "'belt' stands there twice.")]
    [InlineData("belt 25 x 10", "'belt': 25 mm across is not from 0.02 to 20.")]
    [InlineData("belt 0.4 x 0.2", "'belt': 0.2 mm along is not from 0.5 to 500.")]
    [InlineData("40 belts 0.4 x 2", "40 belts are not from 1 to 24.")]
    [InlineData("belt 0.4 x 10, shiny", "'shiny' has no size.")]
    public void What_is_no_list_of_gaps_is_refused_with_its_remedy(string text, string message)
    {
        Assert.Null(GapList.Read([text], out var wrong));
        Assert.Equal(message, wrong.Message);
        Assert.NotEmpty(wrong.Remedy);
    }

    [Fact]
    public void Any_list_is_read_back_as_it_was_written()
    {
        var random = new SplitMix64(11);
        string Drawn(int least, int more) => JointGap.Number((least + random.Below(more)) / 100.0);
        for (var k = 0; k < 500; k++)
        {
            var drawn = string.Join(
                ", ",
                Places
                    .Take(1 + random.Below(Places.Length))
                    .Select(p =>
                        $"{1 + random.Below(24)} {p} {Drawn(2, 1998)} x {Drawn(50, 4000)}"
                        + (random.Permille(300) ? ", 2.5 mm deep" : "")
                        + (random.Permille(300) ? $", {Ids.Of((GapGround)random.Below(3))}" : "")
                        + (random.Permille(500) ? $", {Ids.Of((GapView)random.Below(5))}" : "")
                        + (random.Permille(300) ? ", leave" : "")
                    )
            );
            var list = GapList.Read([drawn], out var wrong);
            Assert.True(list is not null, $"{drawn}: {wrong.Message}");
            Assert.Equal(list, GapList.Read(list!.Lines, out _));
            Assert.Equal(list.Lines, GapList.Read([string.Join('\n', list.Lines)], out _)!.Lines);
        }
    }
}
