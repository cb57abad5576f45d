using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Bench.State;

/// <summary>Where a method is sprayed: a fact of the house.</summary>
public enum SprayPlace
{
    Outdoors,
    Booth,
    AiredRoom,
}

/// <summary>How a step is sprayed, as far as the air decides it: what with, where, and what its label asks of the air.</summary>
/// <param name="Medium">A can, or an airbrush with water-borne or solvent paint.</param>
/// <param name="Place">Where.</param>
/// <param name="MinTempC">The label's least temperature, °C; null without one.</param>
/// <param name="MaxHumidityPct">The label's highest humidity, %; null without one.</param>
public sealed record SprayManner(SprayMedium Medium, SprayPlace Place, double? MinTempC, double? MaxHumidityPct)
{
    /// <summary>A can outdoors without a label: what a bench without sprays is asked about.</summary>
    public static readonly SprayManner Usual = new(SprayMedium.Aerosol, SprayPlace.Outdoors, null, null);

    /// <summary>From where each light pass of a can is sprayed; the last is the one that is forgotten.</summary>
    public static readonly IReadOnlyList<string> Sides = ["front", "back", "left", "right", "top", "underneath"];

    /// <summary>The weather decides; elsewhere the bench's own air does.</summary>
    public bool IsOutdoors => Place == SprayPlace.Outdoors;

    /// <summary>Names its hours in a plan.</summary>
    public string Name =>
        string.Join(' ', new[] { Ids.Of(Medium), Ids.Of(Place), $"{MinTempC}", $"{MaxHumidityPct}" }.Where(p => p.Length > 0));

    /// <summary>How a step is sprayed; null when nothing is.</summary>
    /// <remarks>A can is never taken into a room, nor solvent from an airbrush: that is for the booth, or for outdoors.</remarks>
    public static SprayManner? Of(BenchIndex bench, BenchStep step) =>
        step.Amounts.Mode is null ? null : Of(bench, step.BatchId, step.Key.Kind, step.Amounts.Way);

    /// <summary>How a kind of step would be sprayed for a batch; null when nothing would be.</summary>
    public static SprayManner? Of(BenchIndex bench, Guid batchId, StepKind kind, Technique way)
    {
        if (way.Product is not { } product || SprayFitness.MediumOf(way.Method, product) is not { } medium)
            return null;
        var (house, label) = (bench.HouseOf(batchId), bench.Drying.LabelOf(Product.Of(kind, product, way.Method)));
        var place =
            medium == SprayMedium.Aerosol ? (house.Follows(HouseRuleCatalog.CanPlace, "booth") ? SprayPlace.Booth : SprayPlace.Outdoors)
            : house.Follows(HouseRuleCatalog.AirbrushPlace, "booth") ? SprayPlace.Booth
            : house.Follows(HouseRuleCatalog.AirbrushPlace, "outdoors") || medium == SprayMedium.AirbrushLacquer ? SprayPlace.Outdoors
            : SprayPlace.AiredRoom;
        return new SprayManner(medium, place, label?.MinTempC, label?.MaxHumidityPct);
    }

    /// <summary>Whether the air suits it: the label first, then the medium.</summary>
    public Fitness In(Weather weather)
    {
        var fit = SprayFitness.Of(Medium, weather);
        var binding =
            weather.Air.AirC < MinTempC ? "label_temp_c"
            : weather.Air.HumidityPct > MaxHumidityPct ? "label_rh_pct"
            : null;
        return binding is null ? fit : fit with { Score = 0, Binding = binding };
    }
}
