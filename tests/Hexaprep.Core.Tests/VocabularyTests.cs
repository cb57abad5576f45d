using System.Text.RegularExpressions;
using Hexaprep.Craft.Inspections;

namespace Hexaprep.Core.Tests;

/// <summary>One word for one thing, in every text of Core and of the screens: a transfer, never a mark (that is a unit's sign); a bath
/// and a shade, never a wash (that is the stage, and what is done); hands-on, never of hands; no sentence that ends twice.</summary>
public sealed partial class VocabularyTests
{
    // Where fingers, tools and supports leave marks, and where a unit carries one.
    private static readonly string[] RealMarks =
    [
        "finger marks",
        "support mark",
        "Support marks",
        "tide marks",
        "Their marks are cleaning",
        "drawn mark",
        "this mark",
        "ingers mark",
        "would mark",
        "marks the fingers",
        "marks paper",
        "to mark with",
        "give or mark",
        "no mark",
        "the mark for the centre",
        "Its mark",
    ];

    [GeneratedRegex("\"((?:[^\"\\\\]|\\\\.)*)\"")]
    private static partial Regex Literal();

    [GeneratedRegex(@">([^<>{}=;]*[a-z] [a-z][^<>{}=;]*)<")]
    private static partial Regex Shown();

    [GeneratedRegex(@"\{[^{}]*\}")]
    private static partial Regex Filled();

    [GeneratedRegex(@"\bmarks?\b", RegexOptions.IgnoreCase)]
    private static partial Regex Mark();

    [GeneratedRegex(@"\b(the|a|an|one|no|any|its|damp|own|each) wash\b(?! water)", RegexOptions.IgnoreCase)]
    private static partial Regex Wash();

    [GeneratedRegex(@"\bof (your )?hands\b(?!-on)")]
    private static partial Regex Hands();

    [GeneratedRegex(@"[^.]\.\.($|[^./])")]
    private static partial Regex TwoStops();

    private static string Root
    {
        get
        {
            var at = new DirectoryInfo(AppContext.BaseDirectory);
            while (!File.Exists(Path.Combine(at.FullName, "Hexaprep.slnx")))
                at = at.Parent!;
            return at.FullName;
        }
    }

    private static IEnumerable<(string Where, string Text)> Texts()
    {
        string[] projects = ["Craft", "Scheduling", "Bench", "Planning", "Screens"];
        var core = projects.SelectMany(p =>
            Directory.EnumerateFiles(Path.Combine(Root, "src", $"Hexaprep.{p}"), "*.cs", SearchOption.AllDirectories)
        );
        var client = Directory
            .EnumerateFiles(Path.Combine(Root, "src", "client", "src"), "*.tsx", SearchOption.AllDirectories)
            .Where(f => !f.Contains(".test.", StringComparison.Ordinal));
        foreach (var file in core.Where(f => !f.Contains("/obj/", StringComparison.Ordinal)).Concat(client))
        {
            var number = 0;
            foreach (var line in File.ReadLines(file))
            {
                number++;
                if (line.TrimStart().StartsWith("//", StringComparison.Ordinal) || line.Contains("className", StringComparison.Ordinal))
                    continue;
                IEnumerable<Match> shown = file.EndsWith(".tsx", StringComparison.Ordinal) ? Shown().Matches(line) : [];
                foreach (var found in Literal().Matches(line).Concat(shown))
                {
                    var text = Filled().Replace(Filled().Replace(found.Groups[1].Value, "x"), "x");
                    if (text.Contains(' '))
                        yield return ($"{Path.GetFileName(file)}:{number}", text);
                }
            }
        }
    }

    [Fact]
    public void A_transfer_is_never_a_mark() =>
        Assert.DoesNotContain(Texts(), t =>
            Mark().IsMatch(RealMarks.Aggregate(t.Text, (text, real) => text.Replace(real, "", StringComparison.Ordinal)))
        );

    [Fact]
    public void Thin_paint_is_shade_and_water_a_bath() => Assert.DoesNotContain(Texts(), t => Wash().IsMatch(t.Text));

    [Fact]
    public void Work_is_hands_on() => Assert.DoesNotContain(Texts(), t => Hands().IsMatch(t.Text));

    [Fact]
    public void No_sentence_ends_twice() => Assert.DoesNotContain(Texts(), t => TwoStops().IsMatch(t.Text));

    [Fact]
    public void Enough_texts_are_read_to_mean_it() => Assert.True(Texts().Count() > 1500);
}
