using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Core.Tests;

public sealed class ShareTests
{
    [Theory]
    [InlineData(0, "Under 5 %")]
    [InlineData(0.049, "Under 5 %")]
    [InlineData(0.05, "About 5 %")]
    [InlineData(0.325, "About 35 %")]
    [InlineData(0.63, "About 65 %")]
    [InlineData(0.95, "About 95 %")]
    [InlineData(0.951, "Over 95 %")]
    public void A_likelihood_is_told_no_finer_than_it_is_known(double share, string says) => Assert.Equal(says, Share.Likely(share));
}
