using Hexaprep.Craft.Inspections;
using Hexaprep.Formats;
using Hexaprep.Testing;

namespace Hexaprep.Core.Tests.Formats;

public sealed class PublishedSchemaTests
{
    private static readonly string Page = Path.Combine(Project.Root, "docs", "rule-book.md");

    private static readonly string Published = Path.Combine(Project.Root, "docs", "workspace.schema.json");

    [Fact]
    public void The_published_schema_is_the_one_in_force() =>
        Assert.Equal(WorkspaceFile.Schema(), File.ReadAllText(Published).TrimEnd('\n'));

    [Fact]
    public void The_published_rule_book_is_the_one_in_force() => Assert.Equal(RuleBookPage.Write(), File.ReadAllText(Page));

    /// <summary>Publishes them; run by hand with <c>--explicit only</c>.</summary>
    [Fact(Explicit = true)]
    public void Publish()
    {
        File.WriteAllText(Published, WorkspaceFile.Schema() + "\n");
        File.WriteAllText(Page, RuleBookPage.Write());
        // The demo world ships in the newest version.
        var demo = Path.Combine(Project.Root, "demo", "saltfen-workspace.json");
        File.WriteAllText(demo, WorkspaceFile.Write(WorkspaceFile.Read(File.ReadAllText(demo))) + "\n");
    }
}
