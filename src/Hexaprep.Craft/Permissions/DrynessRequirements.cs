using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Permissions;

/// <summary>What a step asks of each coat that lies on the model: how dry it must be.</summary>
/// <param name="job">The batch and its house rules.</param>
/// <param name="book">The rules.</param>
public sealed class DrynessRequirements(Job job, RuleBook book)
{
    /// <summary>The rules that ask something of a coat before a step: those about this very pair, else what holds for all wet
    /// work.</summary>
    public IEnumerable<(Rule Rule, Readiness Stage, int Least)> Of(StepKind step, Technique way, LaidCoat coat)
    {
        if (step.LeavesTheModelAlone())
            yield break;
        if (step == coat.Step)
        {
            if (coat.Product.Binds() || coat.Product is ProductClass.Water or ProductClass.SettingSolution)
                yield break;
            if (way.Product is { } other && other != coat.Product && step.Coats())
                yield return (DryingRules.Layer, Readiness.NextLayer, 0);
            else
                yield return (DryingRules.NextPass, Readiness.Recoat, 0);
            yield break;
        }
        var own = book.EdgesInto[step]
            .Where(r => r.Subject == coat.Step && r.Stage is not null && r.Strength != Strength.Taste && r.When(job))
            .ToList();
        foreach (var rule in own)
            yield return (rule, rule.StageOver(coat.Product)!.Value, rule.LeastMinutes);
        if (own.Count > 0)
            yield break;
        // A cloth is no bath: a wipe asks only that nothing is smeared.
        var force = (step == StepKind.Wash && way.Method != Washing.ByCloth) || step == StepKind.Straighten || step.MakesDust();
        if (coat.Product.Binds() && force)
            yield return (DryingRules.Force, Readiness.NextLayer, 0);
        else if (
            coat.Product is ProductClass.SofteningSolution or ProductClass.SettingSolution
            && (step.Coats() || step == StepKind.PlaceTransfer)
        )
            yield return (DryingRules.OverMarks, Readiness.Handle, 0);
        else if (step.Coats() && (coat.Step.Coats() || coat.Product == ProductClass.Water))
            yield return (DryingRules.Layer, Over(coat, step, way), 0);
        else if (coat.Product != ProductClass.Water)
            yield return (DryingRules.Handling, Readiness.Touch, 0);
    }

    // Varnish over painted acrylic, and a coat over its own class, wait until it can be handled; any other for its next layer.
    private static Readiness Over(LaidCoat coat, StepKind step, Technique way) =>
        coat.Product != ProductClass.Water
        && (
            coat.Product == way.Product
            || (coat.Product == ProductClass.AcrylicWb && step is (StepKind.GlossBed or StepKind.ProtectiveCoat or StepKind.FinalCoat))
        )
            ? Readiness.Handle
            : Readiness.NextLayer;
}
