using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.Edits;

/// <summary>Photos of models are kept at a look, and taken out again.</summary>
public static class PhotoEdits
{
    /// <summary>The most photos of one model.</summary>
    public const int MostOfAModel = 24;

    /// <summary>What all pictures of a bench take at most, bytes: with them its file can still be carried away.</summary>
    public const long MostBytes = 64L * 1024 * 1024;

    /// <summary>Keeps a photo.</summary>
    /// <param name="bench">Before.</param>
    /// <param name="id">Its identity.</param>
    /// <param name="stepId">The step looked at.</param>
    /// <param name="model">The model's number.</param>
    /// <param name="picture">What is kept.</param>
    /// <param name="now">When.</param>
    /// <exception cref="RefusedException">There is no such step or model, or there are too many photos.</exception>
    public static Decision Keep(BenchIndex bench, Guid id, Guid stepId, int model, Picture picture, Instant now)
    {
        if (!bench.Steps.TryGetValue(stepId, out var step) || step.NotNeeded is not null)
            throw Edit.Missing("stepId", stepId, "step on the bench");
        var found = bench.ModelsOf[step.BatchId].FirstOrDefault(m => m.Number == model)
            ?? throw new RefusedException(
                new Refusal("model", $"There is no model {model} in this batch.", "Choose one of its models.", RefusalKind.NotFound)
            );
        var kept = bench.State.Photos;
        if (kept.Count(p => p.ModelId == found.Id) >= MostOfAModel)
            throw Full("model", $"Model {model} has {MostOfAModel} photos already.");
        if (kept.Sum(p => (long)p.Bytes) + picture.Jpeg.Length > MostBytes)
            throw Full("photo", $"The photos of this bench take {MostBytes / (1024 * 1024)} MB, which is all there is for them.");
        var photo = new Photo(id, found.Id, stepId, now, picture.Width, picture.Height, picture.Jpeg.Length, picture.Sha256);
        return new Decision("unit", now, stepId, new { photo }, [new Change.PhotoKept(photo, picture.Jpeg)]);
    }

    /// <summary>Takes a photo out; one that is not there is out already.</summary>
    public static Decision TakeOut(BenchIndex bench, Guid id, Instant now) =>
        new("unit", now, null, new { photoOut = id }, bench.State.Photos.Exists(p => p.Id == id) ? [new Change.PhotoGone(id)] : []);

    private static RefusedException Full(string field, string words) =>
        new(new Refusal(field, words, "Take one out first.", RefusalKind.Conflict));
}
