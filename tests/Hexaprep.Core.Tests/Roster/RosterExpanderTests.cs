using Hexaprep.Bench.Edits;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Testing;

namespace Hexaprep.Core.Tests.Roster;

public sealed class RosterExpanderTests
{
    private static IReadOnlyList<NewUnit> Call(params UnitOrder[] orders) => RosterExpander.Expand(orders, Guid.NewGuid);

    [Fact]
    public void Lines_of_the_same_unit_become_one_unit_with_a_batch_each()
    {
        var units = Call(
            RehearsedBench.Order("Reed Pikes", 3) with
            {
                Batch = "front",
            },
            RehearsedBench.Order("reed  pikes", 2) with
            {
                Batch = "rear",
            }
        );

        var unit = Assert.Single(units);
        Assert.Equal(["front", "rear"], unit.Batches.Select(b => b.Name));
        Assert.Equal(5, unit.Models.Count);
    }

    [Fact]
    public void A_line_stays_one_batch_whatever_its_size()
    {
        var unit = Call(RehearsedBench.Order("Reed Pikes", 61))[0];

        Assert.Equal(61, Assert.Single(unit.Batches).Traits.Models);
        Assert.Equal(61, unit.Models.Count);
    }

    [Fact]
    public void Every_material_named_is_on_a_part_of_every_model()
    {
        var unit = Call(
            RehearsedBench.Order("Punt Crew", 2).Of(t => t with { Materials = [Material.WhiteMetal, Material.PuResin], Parts = 1 })
        )[0];

        Assert.All(unit.Models, m =>
            Assert.Equal([Material.WhiteMetal, Material.PuResin], m.Pieces.Single().Parts.Select(p => p.Material))
        );
        Assert.Equal([Material.PuResin, Material.WhiteMetal], unit.Batches[0].Traits.Materials);
    }

    [Fact]
    public void A_unit_takes_the_heaviest_weight_the_earliest_deadline_and_every_note_once()
    {
        var early = new NodaTime.LocalDate(2026, 4, 1);
        var unit = Call(
            RehearsedBench.Order() with
            {
                Weight = 1,
                Notes = ["dyke: north"],
            },
            RehearsedBench.Order() with
            {
                Weight = 5,
                Deadline = early,
                Notes = ["dyke: north", "age: old"],
            }
        )[0].Unit;

        Assert.Equal((5, (NodaTime.LocalDate?)early), (unit.Weight, unit.Deadline));
        Assert.Equal(["dyke: north", "age: old"], unit.Notes);
    }

    [Theory]
    [InlineData("Lantern Keepers", "lantern")]
    [InlineData("Bell Sergeants", "bell")]
    [InlineData("Quiet Ones", "QU")]
    [InlineData("?!", "??")]
    public void A_mark_is_chosen_by_the_name_or_is_two_letters(string name, string mark) => Assert.Equal(mark, UnitMarks.For(name));

    [Theory]
    [InlineData("plastic", Material.Polystyrene)]
    [InlineData(" Cast Resin ", Material.PuResin)]
    [InlineData("old_lead", Material.OldLead)]
    [InlineData("Printed resin", Material.Photopolymer)]
    [InlineData("unsure", Material.Unknown)]
    public void Materials_are_read_by_word_or_id(string text, Material material)
    {
        Assert.True(Materials.TryRead(text, out var read));
        Assert.Equal(material, read);
    }

    [Fact]
    public void Resin_alone_is_no_material() => Assert.False(Materials.TryRead("resin", out _));

    [Fact]
    public void Every_unit_of_a_bench_has_a_drawn_mark_of_its_own_until_all_are_used()
    {
        var taken = new HashSet<string>();
        for (var i = 0; i < UnitMarks.Drawn.Count; i++)
            Assert.True(taken.Add(UnitMarks.Free(i % 2 == 0 ? "Reed Pikes" : $"Quay {i}", taken)));

        Assert.Equal(UnitMarks.Drawn.Select(d => d.Mark).Order(), taken.Order());
        Assert.Equal("QU", UnitMarks.Free("Quay", taken));
        Assert.Equal("bell", UnitMarks.Free("Bell Sergeants", []));
    }
}
