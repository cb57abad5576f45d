using NodaTime;

namespace Hexaprep.Bench.State;

/// <summary>A photo of a model at a look. The picture itself lies in the store under its hash.</summary>
/// <param name="Id">Random identity.</param>
/// <param name="ModelId">The model in the picture.</param>
/// <param name="StepId">The step it was looked at.</param>
/// <param name="At">When it was kept.</param>
/// <param name="Width">Pixels, 1 to 1600.</param>
/// <param name="Height">Pixels, 1 to 1600.</param>
/// <param name="Bytes">Size of the picture as it is kept.</param>
/// <param name="Sha256">Its hash, 64 hexadecimal digits.</param>
public sealed record Photo(Guid Id, Guid ModelId, Guid StepId, Instant At, int Width, int Height, int Bytes, string Sha256)
{
    /// <summary>The longest side a picture is kept with, pixels.</summary>
    public const int LongestSide = 1600;

    /// <summary>The largest picture that is kept, bytes.</summary>
    public const int MostBytes = 2 * 1024 * 1024;
}

/// <summary>A picture ready to be kept: a JPEG without anything but the picture.</summary>
/// <param name="Jpeg">The file.</param>
/// <param name="Width">Pixels.</param>
/// <param name="Height">Pixels.</param>
/// <param name="Sha256">Its hash.</param>
public sealed record Picture(byte[] Jpeg, int Width, int Height, string Sha256);

/// <summary>A photo, for the screen.</summary>
/// <param name="Id">Its picture is at /api/photos/{id}.</param>
/// <param name="Model">The model's number.</param>
/// <param name="Stage">The look it was taken at: "after primer".</param>
/// <param name="At">When, in words.</param>
/// <param name="Width">Pixels.</param>
/// <param name="Height">Pixels.</param>
public sealed record PhotoView(Guid Id, int Model, string Stage, string At, int Width, int Height);
