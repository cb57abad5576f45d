using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Screens.UnitsScreen;

/// <summary>Which primer a batch's colours take the fewest coats over.</summary>
/// <param name="BatchId">The batch.</param>
/// <param name="Version">The batch's version.</param>
/// <param name="Lines">The colours as they are edited; empty where nobody said.</param>
/// <param name="Colours">The colours.</param>
/// <param name="Primers">The primers, the best first; empty without colours.</param>
/// <param name="Why">Why the best is the best, in a sentence; empty without colours.</param>
/// <param name="Note">How sure all of it is, in a sentence.</param>
/// <param name="Chosen">The option that the house follows for this batch.</param>
/// <param name="Stands">What a choice cannot change any more, or does not; empty for nothing.</param>
/// <param name="FromPasses">The colours of its own passes, where they have any; null for none.</param>
/// <param name="Like">Other batches whose colours could be taken.</param>
public sealed record PrimerView(
    Guid BatchId,
    int Version,
    IReadOnlyList<string> Lines,
    IReadOnlyList<PaletteColourView> Colours,
    IReadOnlyList<PrimerRowView> Primers,
    string Why,
    string Note,
    string Chosen,
    string Stands,
    IReadOnlyList<string>? FromPasses,
    IReadOnlyList<LikeView> Like
);

/// <summary>A colour of a batch.</summary>
/// <param name="Name">What has it.</param>
/// <param name="Hex">#rrggbb.</param>
/// <param name="Percent">Of the model, in hundredths.</param>
/// <param name="Hiding">How well it hides.</param>
/// <param name="IsGuessed">That is guessed by its colour.</param>
public sealed record PaletteColourView(string Name, string Hex, int Percent, PaintHiding Hiding, bool IsGuessed);

/// <summary>A primer under the colours.</summary>
/// <param name="Option">The option of the house rule.</param>
/// <param name="Name">In words.</param>
/// <param name="Greys">What it looks like, #rrggbb each, from above first.</param>
/// <param name="Coats">Coats of each colour.</param>
/// <param name="CoatsInAll">Coats in all by share, touching in counted, in tenths.</param>
/// <param name="Painting">What it does to the painting of all models, in words.</param>
/// <param name="Instead">What it does to the painting instead of the primer that the house follows, in words.</param>
/// <param name="Cannot">Which paints do not show over it, in words; empty for none.</param>
/// <param name="IsBest">Fewest coats.</param>
/// <param name="IsChosen">The house follows it for this batch.</param>
public sealed record PrimerRowView(
    string Option,
    string Name,
    IReadOnlyList<string> Greys,
    IReadOnlyList<ColourCoatsView> Coats,
    double CoatsInAll,
    string Painting,
    string Instead,
    string Cannot,
    bool IsBest,
    bool IsChosen
);

/// <summary>The coats of a colour.</summary>
/// <param name="Name">What has it.</param>
/// <param name="Hex">#rrggbb.</param>
/// <param name="Coats">Coats, in tenths.</param>
public sealed record ColourCoatsView(string Name, string Hex, double Coats);
