using Hexaprep.Bench.Judgement;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Screens.BenchScreen;

/// <summary>A coat and the readiness it is tested for.</summary>
public sealed record TestedCoat(Guid CoatId, Readiness Stage);

/// <summary>The test that a step begins with: dry, and it begins; not yet, and it waits on.</summary>
/// <param name="Words">Where to touch, and what tells.</param>
/// <param name="Times">When it usually is ready, and when it surely is.</param>
/// <param name="Coats">What is tested; "not yet" is said of the last of them.</param>
public sealed record TestView(string Words, string Times, IReadOnlyList<TestedCoat> Coats)
{
    /// <summary>The test with which a step may begin now; null where nothing is tested, or it is not time yet.</summary>
    public static TestView? Of(Blocker? blocker, Clockface clock)
    {
        if (blocker is not { TestFrom: { } from } || from > clock.Now)
            return null;
        var last = blocker.Waits.OrderBy(w => w.Times.Sure).ToList();
        return new TestView(
            string.Join(" ", last.Select(w => TestWords.Of(w.Coat.Step, w.Coat.Product, w.Stage)).Distinct()),
            $"usually by {clock.At(last.Max(w => w.Times.Usual))}, surely by {clock.At(last[^1].Times.Sure)}",
            [.. last.Select(w => new TestedCoat(w.Coat.Id, w.Stage))]
        );
    }
}
