using Hexaprep.Formats;
using Hexaprep.Testing;

namespace Hexaprep.Core.Tests.Formats;

public sealed class PublishedSchemaTests
{
    private static readonly string Published = Path.Combine(TestApp.Root, "docs", "workspace.schema.json");

    [Fact]
    public void The_published_schema_is_the_one_in_force() => Assert.Equal(WorkspaceFile.Schema(), File.ReadAllText(Published).TrimEnd('\n'));

    /// <summary>Publishes it; run by hand with <c>--explicit only</c>.</summary>
    [Fact(Explicit = true)]
    public void Publish() => File.WriteAllText(Published, WorkspaceFile.Schema() + "\n");
}
