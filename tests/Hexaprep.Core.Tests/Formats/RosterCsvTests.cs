using System.Text;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Formats;

namespace Hexaprep.Core.Tests.Formats;

public sealed class RosterCsvTests
{
    private static List<RosterLine> Read(string text) => [.. RosterCsv.Read(new MemoryStream(Encoding.UTF8.GetBytes(text)))];

    private static FieldProblem Problem(string header, string line) => Assert.Single(Read($"{header}\n{line}\n").Single().Reading.Problems);

    private static Refusal Refused(string text) => Assert.Throws<RefusedException>(() => Read(text)).Refusal;

    [Fact]
    public void Three_columns_are_enough_and_the_rest_takes_its_default()
    {
        var order = Read("unit,models,material\nReed Pikes,10,plastic\n").Single().Reading.Order!;

        Assert.Equal(
            ("Reed Pikes", "", 10, 5, (int?)null),
            (order.Unit, order.Batch, order.Traits.Models, order.Traits.Parts, order.Traits.BaseMm)
        );
        Assert.Equal(
            (Tier.RankAndFile, MoldLines.Ordinary, Gaps.None, 0, Sheen.Matte, 60, 1),
            (
                order.Traits.Tier,
                order.Traits.MoldLines,
                order.Traits.Gaps,
                order.Traits.Transfers,
                order.Traits.FinalSheen,
                order.Traits.PaintMinutes,
                order.Weight
            )
        );
        Assert.Null(order.Deadline);
    }

    [Theory]
    [InlineData("rank_and_file", "", Gaps.None, Surface.Ragged)]
    [InlineData("rank_and_file", "smooth", Gaps.None, Surface.Smooth)]
    [InlineData("elite", "", Gaps.Small, Surface.Smooth)]
    [InlineData("elite", "ragged", Gaps.None, Surface.Ragged)]
    [InlineData("leader", "ragged", Gaps.Small, Surface.Ragged)]
    public void Gaps_that_are_not_given_follow_tier_and_surface(string tier, string surface, Gaps gaps, Surface reads)
    {
        var traits = Read($"unit,models,material,tier,surface\nReed Pikes,10,plastic,{tier},{surface}\n").Single().Reading.Order!.Traits;

        Assert.Equal((gaps, reads), (traits.Gaps, traits.Surface));
    }

    [Theory]
    [InlineData("25", "5", "", ModelSize.Figure)]
    [InlineData("80", "5", "", ModelSize.Large)]
    [InlineData("", "24", "", ModelSize.Large)]
    [InlineData("", "2", "", ModelSize.Figure)]
    [InlineData("", "2", "terrain", ModelSize.Terrain)]
    public void A_size_that_is_not_given_follows_base_and_parts(string mm, string parts, string size, ModelSize reads) =>
        Assert.Equal(
            reads,
            Read($"unit,models,material,base_mm,parts,size\nReed Pikes,1,plastic,{mm},{parts},{size}\n".Replace(",,", ", ,"))
                .Single()
                .Reading.Order!.Traits.Size
        );

    [Fact]
    public void Durations_are_read_a_step_at_a_time_and_wrong_ones_say_why()
    {
        var paces = Read("unit,models,material,pace\nReed Pikes,10,plastic,clean_lines 12; glue 6.5 + 4\n")
            .Single()
            .Reading.Order!.Traits.Paces;
        Assert.Equal([new StepPace(StepKind.CleanLines, 720, null), new StepPace(StepKind.Glue, 390, 4)], paces);
        Assert.Equal(["clean_lines 12", "glue 6.5 + 4"], paces.Select(p => p.ToString()));

        (string Cell, string Says)[] wrong =
        [
            ("clean_lines", "no step with its minutes"),
            ("polish 3", "no kind of step"),
            ("paint 30", "no kind of step"),
            ("glue 601", "0 to 600"),
            ("glue 6 + 300", "0 to 240"),
            ("glue 6; glue 7", "twice"),
        ];
        foreach (var (cell, says) in wrong)
            Assert.Contains(says, Problem("unit,models,material,pace", $"Reed Pikes,10,plastic,{cell}").Message);
    }

    [Theory]
    [InlineData("material;unit;models\r\nwhite metal;\"Bell; Sergeants\";2\r\n", "Bell; Sergeants")]
    [InlineData("\uFEFFunit,models,material\nBell Sergeants,2,white metal", "Bell Sergeants")]
    [InlineData(" Unit , Models,MATERIAL\nBell Sergeants, 2 , White Metal \n\n", "Bell Sergeants")]
    [InlineData("unit,models,material\n\"Bell \"\"Loud\"\" Sergeants\",2,white metal\n", "Bell \"Loud\" Sergeants")]
    public void Separators_order_marks_quotes_and_case_are_taken_as_they_come(string text, string unit)
    {
        var order = Read(text).Single().Reading.Order!;

        Assert.Equal((unit, 2), (order.Unit, order.Traits.Models));
        Assert.Equal([Material.WhiteMetal], order.Traits.Materials);
    }

    [Fact]
    public void Every_column_is_read()
    {
        var order = Read(
                "unit,batch,models,material,parts,base_mm,tier,mold_lines,gaps,transfers,final_sheen,paint_min,deadline,weight,dyke\n"
                    + "Punt Crew,port side,4,white metal + cast resin,3,40,leader,many,large,6,satin,90,2026-03-24,this first,north\n"
            )
            .Single()
            .Reading.Order!;

        Assert.Equal([Material.WhiteMetal, Material.PuResin], order.Traits.Materials);
        Assert.Equal(
            ("port side", 3, (int?)40, Tier.Leader, MoldLines.Many, Gaps.Large, 6, Sheen.Satin, 90, 5),
            (
                order.Batch,
                order.Traits.Parts,
                order.Traits.BaseMm,
                order.Traits.Tier,
                order.Traits.MoldLines,
                order.Traits.Gaps,
                order.Traits.Transfers,
                order.Traits.FinalSheen,
                order.Traits.PaintMinutes,
                order.Weight
            )
        );
        Assert.Equal(new NodaTime.LocalDate(2026, 3, 24), order.Deadline);
        Assert.Equal(["dyke: north"], order.Notes);
    }

    [Theory]
    [InlineData("models", "some", "whole number from 1 to 500")]
    [InlineData("models", "0", "1 to 500")]
    [InlineData("models", "501", "1 to 500")]
    [InlineData("models", "3.5", "whole number")]
    [InlineData("models", "99999999999999", "1 to 500")]
    [InlineData("parts", "61", "1 to 60")]
    [InlineData("base_mm", "9", "10 to 200")]
    [InlineData("transfers", "-1", "0 to 60")]
    [InlineData("paint_min", "6001", "0 to 6000")]
    [InlineData("weight", "0", "1 to 100")]
    [InlineData("deadline", "24.03.2026", "2026-03-24")]
    [InlineData("deadline", "1999-01-01", "2026-03-24")]
    [InlineData("tier", "hero", "rank_and_file")]
    [InlineData("gaps", "huge", "none, small, large")]
    public void A_wrong_cell_names_its_column_value_and_remedy(string column, string value, string remedy)
    {
        var problem =
            column == "models"
                ? Problem("unit,models,material", $"Reed Pikes,{value},plastic")
                : Problem($"unit,models,material,{column}", $"Reed Pikes,1,plastic,{value}");

        Assert.Equal((column, value), (problem.Column, problem.Value));
        Assert.Contains(remedy, problem.Remedy, StringComparison.Ordinal);
        Assert.NotEmpty(problem.Message);
    }

    [Theory]
    [InlineData("resin", "'resin' may be cast or printed.")]
    [InlineData("clay", "'clay' is no material.")]
    [InlineData("", "It is empty.")]
    public void A_material_that_is_not_one_says_why(string value, string message) =>
        Assert.Equal(message, Problem("unit,models,material", $"Reed Pikes,1,{value}").Message);

    [Fact]
    public void Good_lines_are_read_beside_bad_ones_and_each_keeps_its_own_line_number()
    {
        var lines = Read("unit,models,material\nA,1,plastic\n\nB,some,plastic\n\"C\nD\",1,plastic\nE,2,metal\n");

        Assert.Equal([2, 4, 5, 7], lines.Select(l => l.Line));
        Assert.Equal([true, false, false, true], lines.Select(l => l.Reading.Order is not null));
    }

    [Fact]
    public void Cells_beyond_the_header_are_not_dropped_in_silence()
    {
        Assert.Contains(
            "4 cells, the header has 3",
            Assert.Single(Read("unit,models,material\nReed Pikes,1,plastic,rest\n").Single().Reading.Problems).Message,
            StringComparison.Ordinal
        );
    }

    [Theory]
    [InlineData("", "file")]
    [InlineData("unit,models\nA,1\n", "header")]
    [InlineData("unit,models,material,models\nA,1,plastic,2\n", "header")]
    public void A_file_that_cannot_be_read_at_all_says_what_it_needs(string text, string field)
    {
        var refused = Refused(text);

        Assert.Equal(field, refused.Field);
        Assert.NotEmpty(refused.Remedy);
    }

    [Fact]
    public void Text_in_another_encoding_is_refused_by_its_line() =>
        Assert.Contains(
            "not UTF-8",
            Assert
                .Throws<RefusedException>(() =>
                    RosterCsv.Read(new MemoryStream([.. "unit,models,material\nK"u8, 0xE4, (byte)'m', .. ",1,plastic\n"u8])).ToList()
                )
                .Refusal.Message,
            StringComparison.Ordinal
        );

    [Fact]
    public void More_than_ten_thousand_lines_are_refused()
    {
        var text =
            "unit,models,material\n" + string.Concat(Enumerable.Range(0, RosterCsv.MostLines + 1).Select(i => $"Unit {i},1,plastic\n"));

        Assert.Contains("10000 lines", Refused(text).Message, StringComparison.Ordinal);
    }

    [Fact]
    public void Lines_are_handed_out_one_by_one()
    {
        using var stream = new MemoryStream(
            Encoding.UTF8.GetBytes("unit,models,material\n" + string.Concat(Enumerable.Range(0, 9000).Select(i => $"Unit {i},1,plastic\n")))
        );

        Assert.Equal(2, RosterCsv.Read(stream).Take(2).Count());
        Assert.True(stream.Position < stream.Length / 2);
    }
}
