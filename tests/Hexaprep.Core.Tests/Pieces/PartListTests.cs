using CsCheck;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Core.Tests.Pieces;

/// <summary>A kit is listed as a person lists it, and read back from what is kept.</summary>
public sealed class PartListTests
{
    private static readonly string[] Names = ["head", "arms", "cloak", "lamp arm", "sword", "shield", "tail", "rider", "banner", "pack"];

    private static readonly Gen<string[]> Written =
        from count in Gen.Int[1, 6]
        from words in Gen.Select(Gen.Int[1, 3], Any("", "cast resin", "white metal", "unknown"), Any("", "left", "right")).Array[count]
        from marks in Any("", "hides the face", "apart", "joined", "fragile", "hidden", "no waste", "together", "no seam", "9 g", "14.5 mm")
            .Array[3]
            .Array[count]
        from bears in Gen.Int[0, count - 1].Array[count]
        from before in Gen.Int[-2, count - 1].Array[count]
        select Lines(words, marks, bears, before);

    private static Gen<string> Any(params string[] words) => Gen.Int[0, words.Length - 1].Select(i => words[i]);

    private static string[] Lines((int Count, string Material, string Side)[] words, string[][] marks, int[] on, int[] before)
    {
        var lines = new List<string> { "body" };
        for (var i = 0; i < words.Length; i++)
        {
            var (count, material, side) = words[i];
            // Counts that share out evenly: as many as what it hangs on, or one on the body.
            var host = on[i] < i && words[on[i]].Count == count ? $" on {Names[on[i]]}" : "";
            var way = before[i] >= 0 && before[i] != i ? $" before {Names[before[i]]}" : "";
            var line = $"{(count > 1 ? $"{count} " : "")}{Names[i]}{host}{way}";
            lines.Add(string.Join(", ", new[] { line, material, side }.Concat(marks[i]).Where(w => w.Length > 0)));
        }
        return [.. lines];
    }

    [Fact]
    public void What_is_kept_is_read_back_as_it_was() =>
        Written.Holds(
            lines =>
            {
                var list = PartList.Read(lines, Material.Polystyrene, out var wrong);
                Assert.True(list is not null, $"{string.Join(" / ", lines)}: {wrong.Message}");
                var again = PartList.Read(list.Lines, Material.Pla, out _);
                Assert.Equal(list.Lines, again!.Lines);
                Assert.Equal(
                    list.Parts.Select(p => (p.Name, p.Count, p.Material, p.Hides, p.Held)),
                    again.Parts.Select(p => (p.Name, p.Count, p.Material, p.Hides, p.Held))
                );
                // In one line too.
                Assert.Equal(list.Lines, PartList.Read([string.Join("; ", lines)], Material.Polystyrene, out _)!.Lines);
            },
            2000
        );

    [Fact]
    public void One_line_is_enough()
    {
        var list = PartList.Read(["body, head, 2 arms, cloak, hides the face"], Material.PuResin, out _)!;

        Assert.Equal(5, list.Count);
        Assert.Equal(["body", "head", "arms", "cloak"], list.Parts.Select(p => p.Name));
        Assert.Equal("the face", list.Parts[3].Hides);
        Assert.All(list.Parts, p => Assert.Equal(Material.PuResin, p.Material));
        Assert.Equal(["arm 1", "arm 2"], Enumerable.Range(1, 2).Select(list.Parts[2].One));
    }

    [Fact]
    public void A_material_said_of_the_first_part_holds_for_those_that_say_none()
    {
        var list = PartList.Read(["body, cast resin; head; lamp arm, white metal"], Material.Polystyrene, out _)!;

        Assert.Equal([Material.PuResin, Material.PuResin, Material.WhiteMetal], list.Parts.Select(p => p.Material));
        Assert.Equal([Material.PuResin, Material.WhiteMetal], list.Materials);
        Assert.Equal(["body, cast resin", "head", "lamp arm, white metal"], list.Lines);
    }

    [Theory]
    [InlineData("", "no parts")]
    [InlineData("cast resin, body", "names none")]
    [InlineData("body, head, head", "stands there twice")]
    [InlineData("body, 2 arms, arm", "stands there twice")]
    [InlineData("body, head on neck", "no other part 'neck'")]
    [InlineData("body, head on head", "no other part 'head'")]
    [InlineData("body on head, head", "joined to another")]
    [InlineData("body, lance on rider, rider on lance", "hangs on nothing")]
    [InlineData("body, 2 legs, 3 feet on legs", "cannot be shared out")]
    [InlineData("body, 24 arms, 2 heads", "more than 25")]
    [InlineData("body, 0 heads", "not from 1")]
    [InlineData("body, a name without any end that is much longer than forty characters", "characters")]
    public void What_is_no_list_is_refused_by_what_is_wrong(string text, string says)
    {
        Assert.Null(PartList.Read([text], Material.Polystyrene, out var wrong));
        Assert.Contains(says, wrong.Message, StringComparison.Ordinal);
        Assert.NotEmpty(wrong.Remedy);
    }
}
