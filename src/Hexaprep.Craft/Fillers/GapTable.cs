using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Fillers;

/// <summary>What decides about the gaps of a batch, beside their sizes.</summary>
/// <param name="Welds">Every part is of a plastic that cement melts.</param>
/// <param name="Tier">How closely its models are looked at.</param>
/// <param name="Ground">What lies beside a gap of which nothing was said.</param>
/// <param name="Models">How many models, at least 1.</param>
/// <param name="Prefers">The filler that is taken wherever it does; null: whatever takes the fewest minutes.</param>
/// <param name="HouseFills">The house fills gaps at this tier.</param>
public sealed record GapTerms(bool Welds, Tier Tier, GapGround Ground, int Models, string? Prefers, bool HouseFills);

/// <summary>The gaps of a batch, each with its filler: the fewest minutes over all models, another filler only where its set-up
/// pays.</summary>
public static class GapTable
{
    /// <summary>The fillers a gap before primer is given, those that dry longest first.</summary>
    public static readonly IReadOnlyList<string> Methods = ["epoxy_putty", "ca_filler", "cement_reflow", "acrylic_putty"];

    /// <summary>Minutes of setting up a filler, for each round.</summary>
    public static int SetupMinutes(string method) => method == "epoxy_putty" ? 4 : 2;

    private const double OverfillShare = 0.2,
        LostShare = 0.15;

    /// <summary>The least worth of a minute for which a gap is filled; rule of thumb of the study.</summary>
    public const double EnoughPerMinute = 0.15;

    /// <summary>Judges the gaps of a list.</summary>
    public static IReadOnlyList<JudgedGap> Of(GapList list, GapTerms terms)
    {
        var may = list.Gaps.Select(g => Methods.Where(m => Takes(m, g, terms)).ToList()).ToList();
        var chosen = Chosen(list.Gaps, may, terms);
        return [.. list.Gaps.Zip(chosen, (gap, method) => Judge(gap, method, terms))];
    }

    /// <summary>The rounds in which the gaps are filled, those of one filler together.</summary>
    public static IReadOnlyList<FillRound> Rounds(IReadOnlyList<JudgedGap> gaps) =>
        [
            .. from method in Methods
            let filled = gaps.Where(g => g.IsFilled && g.Method == method).ToList()
            where filled.Count > 0
            from pass in Enumerable.Range(1, filled.Max(g => g.Passes))
            select new FillRound(method, [.. filled.Where(g => g.Passes >= pass)]),
        ];

    // Of all sets of fillers, each with the most layers it is given, the one that closes what can be closed in the fewest minutes. Where
    // one filler is preferred, it goes wherever it does.
    private static string?[] Chosen(IReadOnlyList<JointGap> gaps, List<List<string>> may, GapTerms terms)
    {
        var best = (Minutes: double.PositiveInfinity, Of: new string?[gaps.Count]);
        foreach (var most in MostLayers(gaps, may, terms))
        {
            var of = new string?[gaps.Count];
            for (var k = 0; k < gaps.Count; k++)
                of[k] =
                    terms.Prefers is { } prefers && may[k].Contains(prefers)
                        ? prefers
                        : may[k].Where(m => Passes(gaps[k], m, terms) <= most[m]).MinBy(m => Minutes(gaps[k], m, terms));
            if (of.Zip(may).Any(g => g.First is null && g.Second.Count > 0))
                continue;
            var used = of.Index().Where(m => m.Item is not null).ToList();
            var minutes =
                used.Sum(m => Minutes(gaps[m.Index], m.Item!, terms)) * terms.Models
                + used.GroupBy(m => m.Item!).Sum(m => SetupMinutes(m.Key) * m.Max(g => Passes(gaps[g.Index], g.Item!, terms)));
            if (minutes < best.Minutes - 1e-9)
                best = (minutes, of);
        }
        return best.Of;
    }

    // Every way to give each filler so many layers, or none.
    private static IEnumerable<Dictionary<string, int>> MostLayers(IReadOnlyList<JointGap> gaps, List<List<string>> may, GapTerms terms)
    {
        IEnumerable<Dictionary<string, int>> all =
        [
            [],
        ];
        foreach (var method in Methods)
        {
            int[] layers = [0, .. gaps.Where((_, k) => may[k].Contains(method)).Select(g => Passes(g, method, terms)).Distinct().Order()];
            all = all.SelectMany(a => layers.Select(n => new Dictionary<string, int>(a) { [method] = n })).ToList();
        }
        return all;
    }

    private static JudgedGap Judge(JointGap gap, string? method, GapTerms terms)
    {
        var (showsFrom, _, plainness) = GapFilling.Severity(gap.WidthMm);
        if (method is null)
            return new(gap, null, 0, 0, 0, 0, showsFrom, plainness, 0, false, "too fine for a filler: primer closes it");
        var passes = Passes(gap, method, terms);
        var (each, finish) = (TradeDefaults.GapMethods[method].MinutesPer10Mm * Tens(gap), FinishMinutes(gap, method, terms));
        var value =
            plainness
            * TradeDefaults.VisibilityWeight[Ids.Of(gap.View)]
            * TradeDefaults.TierWeight[Ids.Of(terms.Tier)]
            * Math.Sqrt(gap.LengthMm / 10)
            * gap.Count;
        var worth = value / (passes * each + finish);
        var (fill, why) = gap.Choice switch
        {
            GapChoice.Leave => (false, "left, by your word"),
            GapChoice.Fill => (true, "filled, by your word"),
            _ when gap.View == GapView.Hidden => (false, "nobody looks there"),
            _ when !terms.HouseFills => (false, "stays, by house rule"),
            _ when worth < EnoughPerMinute => (false, "shows too little for its minutes"),
            _ => (true, $"shows from {Metres(showsFrom)}"),
        };
        return new(
            gap,
            method,
            passes,
            (int)Math.Ceiling(each * 60 - 1e-9),
            (int)Math.Ceiling(finish * 60 - 1e-9),
            Wet(gap, method),
            showsFrom,
            plainness,
            worth,
            fill,
            why
        );
    }

    private static string Metres(double mm) => mm >= 1000 ? $"{mm / 1000:0.#} m" : $"{Math.Max(1, Math.Round(mm / 100)) * 10:0} cm";

    private static bool Takes(string method, JointGap gap, GapTerms terms)
    {
        var of = TradeDefaults.GapMethods[method];
        // Thick CA sets hard as glass: taken where the house or the user wants it.
        return (method != "ca_filler" || terms.Prefers == method)
            && (!of.Weld || terms.Welds)
            && gap.WidthMm >= of.Width[0]
            && gap.WidthMm <= of.Width[1];
    }

    private static double Minutes(JointGap gap, string method, GapTerms terms) =>
        Passes(gap, method, terms) * TradeDefaults.GapMethods[method].MinutesPer10Mm * Tens(gap) + FinishMinutes(gap, method, terms);

    private static int Passes(JointGap gap, string method, GapTerms terms)
    {
        var of = TradeDefaults.GapMethods[method];
        return Math.Max(
            1,
            GapFilling.Passes(gap.DepthMm ?? gap.WidthMm, of.Shrink, of.DepthMax, GapFilling.ToleranceMm(Where(gap, terms))).Count
        );
    }

    private static double FinishMinutes(JointGap gap, string method, GapTerms terms) =>
        Where(gap, terms) is "smooth" or "edge" ? (3 - TradeDefaults.GapMethods[method].Smooth) * Tens(gap) : 0;

    private static string Where(JointGap gap, GapTerms terms) => gap.View == GapView.Hidden ? "hidden" : Ids.Of(gap.Ground ?? terms.Ground);

    // Length of all of them on a model, in pieces of 10 mm.
    private static double Tens(JointGap gap) => gap.Count * gap.LengthMm / 10;

    private static double Wet(JointGap gap, string method) =>
        gap.Count
        * gap.WidthMm
        * (gap.DepthMm ?? gap.WidthMm)
        * gap.LengthMm
        / 1000
        * (1 + OverfillShare)
        / (1 - TradeDefaults.GapMethods[method].Shrink)
        / (1 - LostShare);
}
