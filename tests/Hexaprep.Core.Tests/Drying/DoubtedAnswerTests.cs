using CsCheck;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Core.Tests.Drying;

/// <summary>An answer that the product cannot give is kept as said, asked again, and moves nothing.</summary>
public sealed class DoubtedAnswerTests
{
    private static readonly Instant Evening = Instant.FromUtc(2026, 3, 12, 19, 35);
    private static readonly Product Gloss = new(ProductClass.AcrylicWb, "brush", CoatUse.Varnish);

    private static Coat Coat(Finding finding, double minutes) =>
        new(
            Guid.NewGuid(),
            Guid.NewGuid(),
            StepKind.GlossBed,
            ProductClass.AcrylicWb,
            "brush",
            1,
            Film.Normal,
            null,
            null,
            Evening,
            Evening,
            [],
            [new CoatTest(Guid.NewGuid(), Readiness.Handle, finding, Evening + Duration.FromMinutes(minutes))]
        );

    private static DryingBook Book(params Coat[] coats) => new(coats, [], [], _ => HouseRuleChoices.Default);

    [Theory]
    [InlineData(Finding.DryAt, 0.1)]
    [InlineData(Finding.DryAt, 2)]
    [InlineData(Finding.Exact, 1)]
    [InlineData(Finding.NotDryAt, 60_000)]
    public void What_a_product_cannot_do_teaches_nothing(Finding finding, double minutes)
    {
        var coat = Coat(finding, minutes);
        var book = Book(coat);

        Assert.True(book.IsDoubted(coat, coat.Tests[0]));
        Assert.Equal(Book().BeliefOf(Gloss), book.BeliefOf(Gloss));
        // What was said stays said.
        Assert.Single(coat.Tests);
    }

    [Fact]
    public void A_coat_that_cannot_be_dry_yet_is_waited_for_all_the_same()
    {
        var (soon, never) = (Coat(Finding.DryAt, 0.5), Coat(Finding.NotDryAt, 60_000));

        Assert.Equal(Book().When(Coat(Finding.DryAt, -1), Readiness.Handle), Book(soon).When(soon, Readiness.Handle));
        // Still tacky is never doubted where somebody waits for it.
        Assert.True(Book(never).When(never, Readiness.Handle)!.Sure > Evening + Duration.FromMinutes(60_000));
    }

    [Fact]
    public void No_answers_make_a_factor_surer_than_as_many_exact_times() =>
        Gen.Select(Gen.Bool, Gen.Double[0.3, 4])
            .List[1, 12]
            .Holds(
                seen =>
                {
                    var usual = Book().Expected(StepKind.GlossBed, Gloss, Readiness.Handle, HouseRuleChoices.Default, Evening).Usual;
                    var coats = seen.Select(s => Coat(s.Item1 ? Finding.DryAt : Finding.NotDryAt, s.Item2 * usual)).ToArray();
                    var belief = Book(coats).BeliefOf(Gloss);
                    var least = 1 / Math.Sqrt(1 / (belief.PriorSd * belief.PriorSd) + belief.Count / (0.25 * 0.25));

                    Assert.InRange(belief.Factor, 0.15, 7);
                    Assert.True(belief.Sd >= least - 1e-9, $"{belief}");
                },
                iter: 200
            );
}
