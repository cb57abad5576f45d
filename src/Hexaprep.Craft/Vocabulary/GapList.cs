using System.Globalization;
using System.Text.RegularExpressions;

namespace Hexaprep.Craft.Vocabulary;

/// <summary>The gaps of a model, said once for all models of a batch, in the words of a person: <c>left shoulder 0.6 x 9 mm, belt 0.4 x
/// 10 mm, hidden</c>. What follows a gap and has no size is said of it.</summary>
public sealed partial class GapList : IEquatable<GapList>
{
    /// <summary>The most kinds of gap of a model.</summary>
    public const int Most = 24;

    /// <summary>The longest line, characters.</summary>
    public const int LongestLine = 200;

    /// <summary>Wider than this a gap is large: the widest that acrylic putty takes, mm.</summary>
    public const double LargeMm = 0.6;

    private const string Example = "Write them as: left shoulder 0.6 x 9 mm, breastplate 0.2 x 12 mm, belt 0.4 x 10 mm, hidden.";

    // Rules of thumb for gaps named by their class: across, mm. As long as a usual joint of a figure.
    private static readonly Dictionary<string, double> Classes = new()
    {
        ["hairline"] = 0.1,
        ["narrow"] = 0.4,
        ["wide"] = 1,
    };

    private const double UsualLengthMm = 8;

    private GapList(IReadOnlyList<JointGap> gaps) => Gaps = gaps;

    /// <summary>The gaps, at least one, each place once.</summary>
    public IReadOnlyList<JointGap> Gaps { get; }

    /// <summary>A line a gap, as <see cref="Read"/> reads it.</summary>
    public IReadOnlyList<string> Lines => [.. Gaps.Select(g => g.Line)];

    /// <summary>How wide they are in a word: large where one is wider than <see cref="LargeMm"/>.</summary>
    public Gaps Size => Gaps.Any(g => g.WidthMm > LargeMm) ? Vocabulary.Gaps.Large : Vocabulary.Gaps.Small;

    /// <summary>Reads gaps as a person lists them, divided by commas, semicolons or lines. A gap: how many, its place, across by along in
    /// mm, or <c>hairline</c>, <c>narrow</c>, <c>wide</c>. What may follow it: <c>1 mm deep</c>; <c>smooth</c>, <c>edge</c>,
    /// <c>textured</c>; <c>focal</c>, <c>front</c>, <c>side</c>, <c>under</c>, <c>hidden</c>; <c>fill</c>, <c>leave</c>.</summary>
    /// <param name="texts">The list, in one text or several.</param>
    /// <param name="wrong">Why not, in words with their remedy.</param>
    /// <returns>Null where it is no list of gaps.</returns>
    public static GapList? Read(IEnumerable<string> texts, out (string Message, string Remedy) wrong)
    {
        var gaps = new List<JointGap>();
        wrong = default;
        foreach (
            var word in texts.SelectMany(t =>
                (t ?? "").Split([',', ';', '\n'], StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)
            )
        )
        {
            if (gaps is [.., var last] && With(last, word) is { } more)
            {
                gaps[^1] = more;
                continue;
            }
            if (One(word, out wrong) is not { } gap)
                return null;
            if (gaps.Exists(g => g.IsAt(gap.Place)))
            {
                wrong = ($"'{gap.Place}' stands there twice.", "Give each place once, with its number: 2 shoulders 0.6 x 9 mm.");
                return null;
            }
            gaps.Add(gap);
        }
        if (gaps.Count is > 0 and <= Most)
            return new GapList(gaps);
        wrong =
            gaps.Count == 0 ? ("There are no gaps.", Example) : ($"{gaps.Count} gaps are more than {Most}.", "Leave out what is alike.");
        return null;
    }

    /// <summary>The same with a gap decided.</summary>
    /// <param name="place">Its place.</param>
    /// <param name="choice">What is decided.</param>
    public GapList With(string place, GapChoice choice) => new([.. Gaps.Select(g => g.IsAt(place) ? g with { Choice = choice } : g)]);

    /// <inheritdoc />
    public bool Equals(GapList? other) => other is not null && Gaps.SequenceEqual(other.Gaps);

    /// <inheritdoc />
    public override bool Equals(object? obj) => Equals(obj as GapList);

    /// <inheritdoc />
    public override int GetHashCode() => string.Join('\n', Lines).GetHashCode(StringComparison.Ordinal);

    private static JointGap? One(string word, out (string Message, string Remedy) wrong)
    {
        var head = Head().Match(word);
        if (!head.Success)
        {
            wrong = ($"'{Texts.Cut(word, 40)}' has no size.", Example);
            return null;
        }
        var place = head.Groups["place"].Value.Trim();
        if (Texts.WhyNot(place, JointGap.LongestPlace) is { } why)
        {
            wrong = ($"'{Texts.Cut(place, 40)}': {why.Message}", why.Remedy);
            return null;
        }
        var count = head.Groups["count"] is { Success: true, Value: var many } ? int.Parse(many, CultureInfo.InvariantCulture) : 1;
        var (wide, along) = head.Groups["class"] is { Success: true, Value: var named }
            ? (Classes[named.ToLowerInvariant()], UsualLengthMm)
            : (Millimetres(head.Groups["wide"].Value), Millimetres(head.Groups["along"].Value));
        wrong =
            count is < 1 or > 24 ? ($"{count} {place} are not from 1 to 24.", "Say how many a model has.")
            : wide is < 0.02 or > 20 ? ($"'{place}': {JointGap.Number(wide)} mm across is not from 0.02 to 20.", Example)
            : along is < 0.5 or > 500 ? ($"'{place}': {JointGap.Number(along)} mm along is not from 0.5 to 500.", Example)
            : default;
        return wrong.Message is null ? new JointGap(place, count, wide, along) : null;
    }

    // The gap with what a word says of it; null where the word says nothing of a gap.
    private static JointGap? With(JointGap gap, string word)
    {
        var small = word.ToLowerInvariant();
        if (Ids.TryParse<GapGround>(small, out var ground))
            return gap with { Ground = ground };
        if (Ids.TryParse<GapView>(small, out var view))
            return gap with { View = view };
        if (small is "fill" or "leave")
            return gap with { Choice = Ids.Parse<GapChoice>(small) };
        return Deep().Match(small) is { Success: true } deep && Millimetres(deep.Groups["n"].Value) is >= 0.02 and <= 50 and var mm
            ? gap with
            {
                DepthMm = mm,
            }
            : null;
    }

    private static double Millimetres(string text) => double.Parse(text, CultureInfo.InvariantCulture);

    [GeneratedRegex(
        @"^(?:(?<count>\d{1,3})\s+)?(?<place>\D.*?)\s+"
            + @"(?:(?<wide>\d{1,3}(?:\.\d{1,2})?)\s*(?:x|×)\s*(?<along>\d{1,4}(?:\.\d{1,2})?)(?:\s*mm)?|(?<class>hairline|narrow|wide))$",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant,
        1000
    )]
    private static partial Regex Head();

    [GeneratedRegex(@"^(?<n>\d{1,3}(?:\.\d{1,2})?)\s*mm\s+deep$", RegexOptions.CultureInvariant, 1000)]
    private static partial Regex Deep();
}
