using System.Text.RegularExpressions;
using Hexaprep.Testing;

namespace Hexaprep.Core.Tests;

/// <summary>The words of the code are those of docs/glossary.md: no type, function or member bears one that it retires.</summary>
public sealed partial class GlossaryTests
{
    [GeneratedRegex(@"^\| (?<words>[^|]+) \| [^|]+ \| [^|]+ \| [^|]+ \| (?<retired>[^|]+) \|$", RegexOptions.Multiline)]
    private static partial Regex Row();

    [GeneratedRegex(@"\b(?:class|record|record struct|struct|enum|interface|function|const|type)\s+(?<name>[A-Za-z]\w*)")]
    private static partial Regex Declared();

    private static readonly Match[] Rows =
    [
        .. Row().Matches(File.ReadAllText(Path.Combine(Project.Root, "docs", "glossary.md"))).Where(r => r.Groups["words"].Value != "word"),
    ];

    private static string[] Split(string words) => [.. words.Split(',').Select(w => w.Split('(')[0].Trim().Replace("page: ", ""))];

    private static IEnumerable<string> Sources() =>
        new[] { "src", "tests" }
            .SelectMany(top => Directory.EnumerateFiles(Path.Combine(Project.Root, top), "*.*", SearchOption.AllDirectories))
            .Where(f => Path.GetExtension(f) is ".cs" or ".ts" or ".tsx")
            .Where(f => !f.Contains("/obj/", StringComparison.Ordinal) && !f.Contains("/node_modules/", StringComparison.Ordinal));

    [Fact]
    public void No_type_bears_a_retired_name()
    {
        // The timetable's piece is a chunk; a model's piece keeps the word. May-I's question keeps its own name within other things.
        string[] elsewhere = ["Piece", "Answer", "Ask", "Held", "Hold", "Way", "Better", "Trial", "Replay"];
        var retired = Rows.SelectMany(r => Split(r.Groups["retired"].Value)).Where(w => w != "-").Except(elsewhere).ToHashSet();
        var found = new List<string>();
        foreach (var file in Sources())
        foreach (Match match in Declared().Matches(File.ReadAllText(file)))
        {
            if (retired.Contains(match.Groups["name"].Value))
                found.Add($"{Path.GetFileName(file)}: {match.Groups["name"].Value}");
        }
        Assert.Empty(found);
    }

    [Fact]
    public void Every_word_of_the_glossary_is_in_the_code()
    {
        var code = string.Concat(Sources().Where(f => !f.EndsWith("GlossaryTests.cs", StringComparison.Ordinal)).Select(File.ReadAllText));
        Assert.True(Rows.Length > 40);
        Assert.Empty(Rows.SelectMany(r => Split(r.Groups["words"].Value)).Where(w => !code.Contains(w, StringComparison.Ordinal)).ToList());
    }
}
