using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Joining;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using static Hexaprep.Craft.Inspections.CauseId;
using static Hexaprep.Craft.Inspections.Evidence;

namespace Hexaprep.Craft.Inspections;

/// <summary>Materials and products that do not bear one another: solvents, plasticiser, CA vapour, heat, age.</summary>
internal static class MaterialEvidence
{
    private const int DaysAYear = 365;

    public static IEnumerable<Fact> Of(EvidenceContext scene) =>
        [
            .. Soft(scene),
            .. Loudest([.. Attack(scene)]),
            .. Fog(scene),
            .. Loudest([.. Bond(scene)]),
            .. Loudest([.. Bath(scene)]),
            .. Loudest([.. Old(scene)]),
        ];

    private static IEnumerable<Fact> Soft(EvidenceContext scene)
    {
        var materials = scene.Log.Job.Batch.Materials;
        if (materials.Contains(Material.FlexiblePvc))
        {
            if (scene.Shown.FirstOrDefault(c => c.Laid.Product.HasSolvent()) is { } coat)
                yield return new(
                    Plasticiser,
                    15,
                    $"A coat with solvent ({MethodWords.Of(coat.Laid.Product)}) lies on soft flexible plastic."
                );
            else if (scene.Shown.Count > 0)
                yield return new(Plasticiser, 0.5, "What lies on the soft plastic is water-based.");
        }
        else if (!materials.Contains(Material.Unknown))
            yield return new(Plasticiser, 0.05, "No part is soft flexible plastic.");
    }

    // How strong a solvent is: what it can bite is weaker, and not sealed.
    private static int Strength(ProductClass product) =>
        product switch
        {
            ProductClass.Lacquer => 3,
            ProductClass.AcrylicSolvent => 2,
            ProductClass.EnamelAlkyd => 1,
            _ => 0,
        };

    private static IEnumerable<Fact?> Attack(EvidenceContext scene)
    {
        // The coat that shows it may be the one that bites or the one that is bitten.
        foreach (var over in scene.Log.Coats.Where(c => c.Laid.Product.HasSolvent() && c.Begun is not null))
        {
            foreach (var below in scene.Log.Coats.Where(c => c.Laid.Step.Coats() && c.Begun < over.Begun))
            {
                if (over.Laid.Step != scene.Flaw.Step && below.Laid.Step != scene.Flaw.Step)
                    continue;
                var (strong, weak) = (over.Laid.Product, below.Laid.Product);
                // A solvent acrylic over dry water-borne paint is daily practice; a lacquer over it, or either over enamel, is not.
                if (Strength(strong) > Strength(weak) && (strong == ProductClass.Lacquer || weak == ProductClass.EnamelAlkyd))
                    yield return new(SolventAttack, 8, $"{Sentence.Opened(MethodWords.Of(strong))} went over {MethodWords.Of(weak)}.");
            }
        }
        // A strong solvent over transfers without a seal between them.
        foreach (
            var over in scene.Log.Coats.Where(c =>
                c.Laid.Product is ProductClass.EnamelAlkyd or ProductClass.Lacquer && c.Begun is not null
            )
        )
        {
            var placed = scene.Log.LastAt(StepKind.PlaceTransfer)
                ?? scene.Log.Coats.Where(c => c.Laid.Step is StepKind.PlaceTransfer or StepKind.SoftenTransfer).Max(c => c.Begun);
            var isSealed =
                scene.Log.Coats.Any(c => c.Laid.Step == StepKind.Seal && c.Begun < over.Begun)
                || scene.Log.Done.Any(d => d.Step == StepKind.Seal && !d.LeftOut && !(d.At >= over.Begun));
            if (over.Laid.Step != StepKind.Seal && placed < over.Begun && !isSealed)
                yield return new(
                    SolventAttack,
                    9,
                    $"{Sentence.Opened(MethodWords.Of(over.Laid.Product))} went over transfers that were not sealed."
                );
        }
        if (scene.Shown.Count > 0 && scene.Log.Coats.Where(c => c.Laid.Step.Coats()).All(c => !c.Laid.Product.HasSolvent()))
            yield return new(SolventAttack, 0.1, "All coats are water-based.");
    }

    private static IEnumerable<Fact> Fog(EvidenceContext scene)
    {
        var log = scene.Log;
        var painted = log.Coats.Where(c => c.Laid.Step.Coats()).Min(c => c.Laid.EndedAt);
        var late = log.Coats.Where(c => c.Laid.Product == ProductClass.Ca && (painted is null || c.Begun > painted)).ToList();
        if (late.Count > 0)
            yield return new(
                CaFog,
                late.Any(c => c.Accelerator) ? 9 : 6,
                late.Any(c => c.Accelerator) ? "CA with accelerator was used after paint." : "CA was used after paint."
            );
        else if (log.Coats.Count > 0 && log.Coats.All(c => c.Laid.Product != ProductClass.Ca))
            yield return new(CaFog, 0.1, "No CA is in the log.");
        else if (log.Coats.Count > 0)
            yield return new(CaFog, 0.3, "CA was used before paint only.");
    }

    private static IEnumerable<Fact?> Bond(EvidenceContext scene)
    {
        foreach (var glue in scene.Log.Coats.Where(c => c.Laid.Step is StepKind.Glue or StepKind.Reassemble or StepKind.Base))
        {
            var id = Ids.Of(glue.Laid.Product);
            if (!TradeDefaults.RatesGlue(id))
                continue;
            var poor = scene.Log.Job.Batch.Materials.Where(m => m != Material.Unknown && PairGlue.Rating(id, m) <= 1).ToList();
            if (poor.Count > 0)
                yield return new(
                    WeakJoint,
                    5,
                    $"{Sentence.Opened(MethodWords.Of(glue.Laid.Product))} holds {Materials.Word(poor[0])} poorly or not at all."
                );
        }
    }

    private static IEnumerable<Fact?> Bath(EvidenceContext scene)
    {
        foreach (var water in scene.Log.Coats.Where(c => c.BathC is not null))
        {
            var weakest = scene
                .Log.Job.Batch.Materials.Select(TradeDefaults.NameOf)
                .OfType<string>()
                .Where(TradeDefaults.HeatMaterials.Contains)
                .MinBy(m => TradeDefaults.Heat(m).Wash);
            if (weakest is null)
                continue;
            var (bath, most) = (water.BathC!.Value, TradeDefaults.Heat(weakest).Wash);
            yield return bath > most
                ? new(
                    CauseId.Heat,
                    Math.Min(15, 6 + (bath - most) / 2),
                    $"The bath had {Number(bath)} °C: {Name(weakest)} bears {most} °C."
                )
                : new(CauseId.Heat, 0.3, $"The bath had {Number(bath)} °C: {Name(weakest)} bears {most} °C.");
        }
    }

    private static string Name(string material) =>
        Ids.TryParse<Material>(material, out var known) ? Materials.Word(known) : material.Replace('_', ' ');

    // How long an opened product usually keeps, days: a rule of thumb, the label first.
    private static int KeepsDays(ProductClass product) =>
        product switch
        {
            ProductClass.Ca => DaysAYear,
            ProductClass.PlasticCement or ProductClass.AcrylicPutty or ProductClass.EpoxyPutty => 2 * DaysAYear,
            ProductClass.AcrylicSolvent or ProductClass.Lacquer or ProductClass.EnamelAlkyd => 4 * DaysAYear,
            _ => 3 * DaysAYear,
        };

    private static IEnumerable<Fact?> Old(EvidenceContext scene)
    {
        foreach (var deed in scene.Log.Done.Where(d => d.Opened is not null && !d.LeftOut && d.Step == scene.Flaw.Step))
        {
            var product = scene.Log.Coats.LastOrDefault(c => c.Laid.Step == deed.Step)?.Laid.Product ?? UsualProduct(scene.Log, deed.Step);
            if (product is not { } known)
                continue;
            var (age, keeps) = (((deed.At ?? scene.Log.Now) - deed.Opened!.Value).TotalDays, KeepsDays(known));
            var text = $"Its {MethodWords.Of(known)} was open for {Clockface.Lasts((long)(age * 1440))}; it usually keeps {keeps} days.";
            yield return age > keeps ? new(OldProduct, Math.Min(9, 3 + 3 * age / keeps), text) : new(OldProduct, 0.3, text);
        }
    }

    private static ProductClass? UsualProduct(GateCase log, StepKind step) =>
        RouteBuilder.WayOf(log.Book.Choice(step), log.Job, log.Book).Product;
}
