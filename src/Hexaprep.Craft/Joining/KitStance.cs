using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Joining;

/// <summary>How a model of a kit stands on its base, by rule of thumb where no weights were said.</summary>
/// <param name="Now">As it is.</param>
/// <param name="ModelMm">How high the model is taken to be, mm.</param>
/// <param name="Larger">The smallest base that bears the wanted angle, with that angle; null where it has it, or none of the sizes
/// does.</param>
/// <param name="Washers">Steel washers under it that bear the wanted angle, and their weight in all, g; null where none do.</param>
public sealed record KitStance(Stance Now, double ModelMm, (int BaseMm, double Degrees)? Larger, (int Count, double Grams)? Washers)
{
    /// <summary>The angle a model on the table is wanted to bear: it is carried, brushed against, set down on a slope. Rule of
    /// thumb.</summary>
    public const double WantedDegrees = 30;

    /// <summary>Outer width of a washer, mm.</summary>
    public const double WasherMm = 20;

    // A base of plastic, and washers in its hollow.
    private const double BaseHighMm = 3,
        WasherHoleMm = 8,
        WasherThickMm = 1.5,
        WasherHighMm = 1.5,
        Steel = 7.85;

    private const int MostWashers = 6;

    /// <summary>How a kit stands; null for a model without a base.</summary>
    public static KitStance? Of(ModelKit kit, BatchTraits batch)
    {
        if (batch.BaseMm is not { } mm)
            return null;
        var high = batch.Bulk == ModelSize.Figure ? 32.0 : 70;
        var masses = Places(kit, batch.Bulk, high);
        Stance On(double baseMm) => Stance.Of([.. masses, Base(baseMm)], baseMm);
        var now = On(mm);
        if (now.Degrees >= WantedDegrees)
            return new(now, high, null, null);
        var larger = TradeDefaults
            .BaseSizesMm.Where(b => b > mm && On(b).Degrees >= WantedDegrees)
            .Select(b => ((int, double)?)((int)b, On(b).Degrees))
            .FirstOrDefault();
        var one = BaseStability.WasherMass(WasherMm, WasherHoleMm, WasherThickMm, Steel);
        var washers = now.Ballast(WantedDegrees, WasherHighMm) is { } grams && mm > WasherMm + 2 ? (int)Math.Ceiling(grams / one) : 0;
        return new(now, high, larger, washers is > 0 and <= MostWashers ? (washers, washers * one) : null);
    }

    private static PlacedMass Base(double mm) =>
        new(Math.PI / 4 * mm * mm * BaseHighMm * PartShape.Density(Material.Polystyrene) / 1000, BaseHighMm / 2);

    // What reaches out lies beside what carries it: to its side, those of one name to both in turn.
    private static List<PlacedMass> Places(ModelKit kit, ModelSize bulk, double high)
    {
        var beside = new Dictionary<(string, int), double>();
        var masses = new List<PlacedMass>();
        foreach (var part in kit.Parts.Parts)
        {
            var shape = PartShape.Of(part, bulk);
            for (var n = 1; n <= part.Count; n++)
            {
                var joint = kit.Joints.FirstOrDefault(j => j.Part == part && j.Number == n && j.Other != part);
                var carrier = joint is null ? 0 : beside.GetValueOrDefault((joint.Other.Name, joint.OtherNumber));
                var side = part.Side switch
                {
                    PartSide.Left => -1,
                    PartSide.Right => 1,
                    _ => carrier < 0 || (carrier == 0 && n % 2 == 0) ? -1 : 1,
                };
                var x = carrier + (shape.Reaches ? side * (part.LeverMm ?? shape.LeverMm) : 0);
                beside[(part.Name, n)] = x;
                masses.Add(new(part.Grams ?? shape.Ml * PartShape.Density(part.Material), BaseHighMm + shape.Height * high, x));
            }
        }
        return masses;
    }
}
