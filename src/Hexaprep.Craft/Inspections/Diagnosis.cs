using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Inspections;

/// <summary>A cause and how sure it is.</summary>
/// <param name="Id">The cause.</param>
/// <param name="Probability">0 to 1.</param>
/// <param name="For">What in the log speaks for it.</param>
/// <param name="Against">What in the log speaks against it.</param>
/// <param name="Next">What to do otherwise next time.</param>
public sealed record Cause(CauseId Id, double Probability, IReadOnlyList<string> For, IReadOnlyList<string> Against, string Next);

/// <summary>Why a flaw came about, as far as the log can tell.</summary>
/// <param name="Flaw">The flaw.</param>
/// <param name="Causes">The likeliest first, at most five.</param>
/// <param name="Unexplained">That it was something else: with the causes it makes 1.</param>
/// <param name="Test">What would tell the first two apart.</param>
public sealed record Diagnosis(SeenFlaw Flaw, IReadOnlyList<Cause> Causes, double Unexplained, string Test)
{
    /// <summary>Said of a flaw whose log speaks for no cause.</summary>
    public const string Nothing = "Nothing in the log points to it.";

    private const int Most = 5;

    // From here the first cause is said without "perhaps".
    private const double Plain = 0.5;

    // How far several models of one coat move the odds of what comes over a whole coat, and of what befalls one model.
    private const double MostShared = 2,
        SharedPower = 0.4;

    /// <summary>The likeliest cause that the log speaks for; null where it speaks for none.</summary>
    public Cause? Named => Causes.FirstOrDefault(c => c.For.Count > 0);

    /// <summary>The likeliest cause in a sentence; where the log speaks for none, that it does not.</summary>
    public string Words =>
        Named is { } named ? $"{(named.Probability >= Plain ? "" : "Perhaps ")}{CauseBook.Of(named.Id).Words}." : Nothing;

    /// <summary>By Bayes in odds against "something else": the cause's own odds, times the ratio of each fact that looks at it.</summary>
    /// <param name="log">What the log knows.</param>
    /// <param name="flaw">The flaw.</param>
    /// <param name="learned">By how much this bench's own counts move a cause's odds; 1 without any.</param>
    public static Diagnosis Of(GateCase log, SeenFlaw flaw, Func<CauseId, double>? learned = null)
    {
        var facts = Evidence.Of(new EvidenceContext(log, flaw)).ToLookup(f => f.Cause);
        var odds = CauseBook
            .Explaining(flaw.Kind)
            .Select(c =>
                (
                    c.Cause,
                    Odds: c.Odds
                        * Shared(c.Cause, flaw.Models)
                        * (learned?.Invoke(c.Cause) ?? 1)
                        * facts[c.Cause].Aggregate(1.0, (product, fact) => product * fact.Ratio)
                )
            )
            .OrderByDescending(c => c.Odds)
            .ThenBy(c => c.Cause)
            .ToList();
        // What is not named counts as unexplained: what is said makes 1.
        var whole = 1 + odds.Sum(c => c.Odds);
        var causes = odds.Take(Most)
            .Select(c => new Cause(
                c.Cause,
                c.Odds / whole,
                [.. facts[c.Cause].Where(f => f.Ratio > 1).OrderByDescending(f => f.Ratio).Select(f => f.Text).Distinct()],
                [.. facts[c.Cause].Where(f => f.Ratio < 1).OrderBy(f => f.Ratio).Select(f => f.Text).Distinct()],
                CauseBook.Of(c.Cause).Next
            ))
            .ToList();
        return new(flaw, causes, 1 - causes.Sum(c => c.Probability), Apart(causes));
    }

    private static double Shared(CauseId cause, int models) =>
        CauseBook.Of(cause).OfTheCoat
            ? Math.Min(MostShared, Math.Pow(models, SharedPower))
            : Math.Max(1 / MostShared, Math.Pow(models, -SharedPower));

    private static string Apart(IReadOnlyList<Cause> causes) =>
        causes switch
        {
            [] => "Nothing known explains this.",
            [var only] => Look(only),
            [var first, var second, ..] => $"{Look(first)} {Look(second)}",
        };

    private static string Look(Cause cause) => $"If {CauseBook.Of(cause.Id).Words}: {Sentence.Within(CauseBook.Of(cause.Id).Tell)}";
}
