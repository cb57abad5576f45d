using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Steps;

/// <summary>What methods and products are called.</summary>
public static class MethodWords
{
    private static readonly Dictionary<string, string> All = new(StringComparer.Ordinal)
    {
        ["soap_cool"] = "cool soapy water, 30 °C at most",
        ["soap_warm"] = "soapy water of 40 °C at most",
        ["degreaser"] = "household degreaser",
        ["maker_wash"] = "the resin maker's own bath",
        ["wipe"] = "a wipe with degreaser",
        ["acid_dip"] = "mild acid dip, then soap",
        ["plastic_cement"] = "solvent cement",
        ["ca"] = "CA",
        ["epoxy_adhesive"] = "two-part adhesive",
        ["pva"] = "white glue",
        ["flexible_adhesive"] = "flexible adhesive",
        ["cement_reflow"] = "cement run into the seam",
        ["acrylic_putty"] = "acrylic putty",
        ["epoxy_putty"] = "two-part putty",
        ["ca_filler"] = "thick CA",
        ["surfacer"] = "filling primer",
        ["gloss_varnish"] = "gloss varnish",
        ["spray_can"] = "spray can",
        ["airbrush"] = "airbrush",
        ["brush"] = "brush",
        ["warm_water"] = "hot water",
        [WorkshopLimits.ByScraping] = "scraping",
        ["bind"] = "binding till it holds",
        ["cold_bend"] = "bending cold",
        ["tape"] = "tape",
        ["putty"] = "putty",
        ["liquid"] = "liquid film",
        ["ca_drop"] = "a drop of CA",
        ["peg"] = "friction peg",
        ["pin"] = "its own pin",
        ["rack"] = "a rack",
    };

    /// <summary>The words of a method or stand.</summary>
    public static string Of(string method) => All.TryGetValue(method, out var words) ? words : method.Replace('_', ' ');

    /// <summary>What a coating product is called, to tell two of the same method apart.</summary>
    public static string Of(ProductClass product) =>
        product switch
        {
            ProductClass.AcrylicWb => "water-based acrylic",
            ProductClass.AcrylicSolvent => "acrylic spray",
            ProductClass.Lacquer => "lacquer",
            ProductClass.EnamelAlkyd => "enamel",
            ProductClass.PlasticCement => "solvent cement",
            ProductClass.Ca => "CA",
            ProductClass.EpoxyPutty => "two-part",
            ProductClass.AcrylicPutty => "acrylic putty",
            ProductClass.Pva => "white glue",
            ProductClass.SettingSolution => "setting solution",
            ProductClass.SofteningSolution => "softening solution",
            _ => "water",
        };

    // Which mask is decided by the edge.
    private static readonly Dictionary<string, string> EdgeOf = new(StringComparer.Ordinal)
    {
        ["tape"] = "for straight edges and patterns",
        ["putty"] = "for soft and irregular edges",
        ["liquid"] = "for tight shapes",
    };

    /// <summary>A way in words: the method, with the product where it is a coat, and the edge where it is a mask.</summary>
    public static string? Of(StepKind step, Technique way) =>
        way.Method is not { } method ? null
        : step == StepKind.Mask && EdgeOf.TryGetValue(method, out var edge) ? $"{Of(method)}, {edge}"
        : step.Coats() && way.Product is { } product ? $"{Of(method)}, {Of(product)}"
        : Of(method);
}
