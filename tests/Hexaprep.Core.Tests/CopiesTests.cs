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
    [InlineData("computation/vectors/03-paint.json", "tests/Hexaprep.Core.Tests/Vectors/03-paint.json")]
    [InlineData("computation/vectors/04-hiding.json", "tests/Hexaprep.Core.Tests/Vectors/04-hiding.json")]
    [InlineData("computation/vectors/05-build.json", "tests/Hexaprep.Core.Tests/Vectors/05-build.json")]
    [InlineData("computation/vectors/06-glue.json", "tests/Hexaprep.Core.Tests/Vectors/06-glue.json")]
    [InlineData("computation/vectors/07-gaps.json", "tests/Hexaprep.Core.Tests/Vectors/07-gaps.json")]
    [InlineData("computation/vectors/08-base.json", "tests/Hexaprep.Core.Tests/Vectors/08-base.json")]
    [InlineData("computation/vectors/09-mixing.json", "tests/Hexaprep.Core.Tests/Vectors/09-mixing.json")]
    [InlineData("computation/vectors/10-transfers.json", "tests/Hexaprep.Core.Tests/Vectors/10-transfers.json")]
    [InlineData("computation/vectors/11-seams.json", "tests/Hexaprep.Core.Tests/Vectors/11-seams.json")]
    [InlineData("computation/vectors/12-forecast.json", "tests/Hexaprep.Core.Tests/Vectors/12-forecast.json")]
    [InlineData("computation/vectors/13-yield.json", "tests/Hexaprep.Core.Tests/Vectors/13-yield.json")]
    [InlineData("computation/vectors/14-batch.json", "tests/Hexaprep.Core.Tests/Vectors/14-batch.json")]
    [InlineData("computation/vectors/16-heat.json", "tests/Hexaprep.Core.Tests/Vectors/16-heat.json")]
    [InlineData("computation/vectors/17-abrasive.json", "tests/Hexaprep.Core.Tests/Vectors/17-abrasive.json")]
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
