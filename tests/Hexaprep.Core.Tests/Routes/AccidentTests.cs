using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Screens.Wording;

namespace Hexaprep.Core.Tests.Routes;

/// <summary>What to do when it has gone wrong at a step.</summary>
public sealed class AccidentTests
{
    private static readonly string[] NeverSaid = ["rinse the eye", "vinegar", "acetone", "mg/m", "ppm", "harmless"];

    [Fact]
    public void Glue_on_skin_is_stop_label_and_medical_help_and_nothing_else_is_told_of_it()
    {
        foreach (var kind in new[] { StepKind.Glue, StepKind.Reassemble, StepKind.Base, StepKind.Magnet })
        foreach (var product in new ProductClass?[] { ProductClass.Ca, ProductClass.PlasticCement, ProductClass.EpoxyPutty, null })
        {
            var skin = Assert.Single(Accident.At(kind, new Technique(null, product)), a =>
                a.What.Contains("skin", StringComparison.Ordinal)
            );
            Assert.StartsWith("Stop.", skin.Now, StringComparison.Ordinal);
            Assert.Contains("label", skin.Now, StringComparison.Ordinal);
            Assert.Contains("medical help", skin.Now, StringComparison.Ordinal);
            Assert.Empty(skin.Then);
        }
    }

    [Fact]
    public void Soft_cement_is_left_alone_until_it_is_hard() =>
        Assert.Contains(Accident.At(StepKind.Glue, new Technique("plastic_cement", ProductClass.PlasticCement)), a =>
            a.Now.Contains("Do not wipe", StringComparison.Ordinal) && a.Then.Contains("It is hard after 2 h", StringComparison.Ordinal)
        );

    [Fact]
    public void No_accident_names_a_treatment_or_a_dose()
    {
        foreach (var kind in Enum.GetValues<StepKind>())
        foreach (var product in Enum.GetValues<ProductClass>())
            Assert.All(Accident.At(kind, new Technique(null, product)), a =>
            {
                Assert.NotEmpty(a.Now);
                Assert.All(NeverSaid, word => Assert.DoesNotContain(word, $"{a.Now} {a.Then}", StringComparison.OrdinalIgnoreCase));
            });
    }
}
