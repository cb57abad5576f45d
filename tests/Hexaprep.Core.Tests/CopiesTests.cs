using Hexaprep.Testing;

namespace Hexaprep.Core.Tests;

public sealed class CopiesTests
{
    [Theory]
    [InlineData("interface/tokens.css", "src/client/src/tokens.css")]
    [InlineData("computation/defaults.json", "src/Hexaprep.Craft/Data/defaults.json")]
    [InlineData("computation/vectors/00-kit.json", "tests/Hexaprep.Core.Tests/Vectors/00-kit.json")]
    [InlineData("computation/vectors/01-drying.json", "tests/Hexaprep.Core.Tests/Vectors/01-drying.json")]
    [InlineData("computation/vectors/02-spray.json", "tests/Hexaprep.Core.Tests/Vectors/02-spray.json")]
    [InlineData("computation/vectors/05-build.json", "tests/Hexaprep.Core.Tests/Vectors/05-build.json")]
    [InlineData("computation/vectors/07-gaps.json", "tests/Hexaprep.Core.Tests/Vectors/07-gaps.json")]
    [InlineData("computation/vectors/09-mixing.json", "tests/Hexaprep.Core.Tests/Vectors/09-mixing.json")]
    [InlineData("computation/vectors/11-seams.json", "tests/Hexaprep.Core.Tests/Vectors/11-seams.json")]
    [InlineData("computation/vectors/13-yield.json", "tests/Hexaprep.Core.Tests/Vectors/13-yield.json")]
    [InlineData("computation/vectors/16-heat.json", "tests/Hexaprep.Core.Tests/Vectors/16-heat.json")]
    [InlineData("job/closing-examples.json", "tests/cases/closing.json")]
    [InlineData("scheduling/instances", "tests/Hexaprep.Core.Tests/Instances")]
    public void What_was_copied_in_is_still_the_same(string original, string copy)
    {
        var from = Path.Combine(Project.Root, "..", "shared", original);
        if (!Path.Exists(from))
            Assert.Skip("The folder it was copied from is not here.");
        var to = Path.Combine(Project.Root, copy);

        if (File.Exists(from))
            Assert.Equal(File.ReadAllText(from), File.ReadAllText(to));
        else
            Assert.All(Directory.GetFiles(from), f =>
                Assert.Equal(File.ReadAllText(f), File.ReadAllText(Path.Combine(to, Path.GetFileName(f))))
            );
    }
}
