using Hexaprep.Testing;

namespace Hexaprep.Core.Tests;

public sealed class CopiesTests
{
    [Theory]
    [InlineData("interface/tokens.css", "src/client/src/tokens.css")]
    [InlineData("scheduling/instances", "tests/Hexaprep.Core.Tests/Instances")]
    public void What_was_copied_in_is_still_the_same(string original, string copy)
    {
        var from = Path.Combine(TestApp.Root, "..", "shared", original);
        if (!Path.Exists(from)) Assert.Skip("The folder it was copied from is not here.");
        var to = Path.Combine(TestApp.Root, copy);

        if (File.Exists(from)) Assert.Equal(File.ReadAllText(from), File.ReadAllText(to));
        else
            Assert.All(Directory.GetFiles(from), f => Assert.Equal(File.ReadAllText(f), File.ReadAllText(Path.Combine(to, Path.GetFileName(f)))));
    }
}
