using System.Security.Cryptography;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;
using NetVips;

namespace Hexaprep.Formats;

/// <summary>Reads a photo as a camera or a phone wrote it, and writes it as it is kept: upright, scaled down, a JPEG with nothing in it
/// but the picture. Where it was taken, when and with what goes with the rest of the file.</summary>
public static class PhotoFile
{
    private const int Quality = 82,
        LowQuality = 60;

    // Fifty megapixels: what is larger is no photo of a miniature, or is meant to fill the memory.
    private const long MostPixels = 50_000_000;
    private static readonly string[] Loaders = ["jpegload_buffer", "pngload_buffer", "webpload_buffer"];

    /// <summary>The picture of a file.</summary>
    /// <param name="file">A JPEG, PNG or WebP.</param>
    /// <exception cref="RefusedException">It is none of these, broken, or too large.</exception>
    public static Picture Read(byte[] file)
    {
        try
        {
            using (var header = Image.NewFromBuffer(file, access: Enums.Access.Sequential))
            {
                if (!Loaders.Contains(header.Get("vips-loader") as string))
                    throw Refused("It is no JPEG, PNG or WebP.");
                if ((long)header.Width * header.Height > MostPixels)
                    throw Refused($"It has {header.Width} x {header.Height} pixels, more than {MostPixels / 1_000_000} million.");
            }
            // Turned upright by what the camera noted, before that is dropped.
            using var scaled = Image.ThumbnailBuffer(file, Photo.LongestSide, height: Photo.LongestSide, size: Enums.Size.Down);
            using var flat = scaled.HasAlpha() ? scaled.Flatten([255]) : scaled.Copy();
            using var coloured = flat.Colourspace(Enums.Interpretation.Srgb);
            var jpeg = Written(coloured, Quality);
            if (jpeg.Length > Photo.MostBytes)
                jpeg = Written(coloured, LowQuality);
            return new Picture(jpeg, coloured.Width, coloured.Height, HashOf(jpeg));
        }
        catch (VipsException)
        {
            throw Refused("It cannot be read as a picture.");
        }
    }

    /// <summary>The hash a picture is kept under.</summary>
    public static string HashOf(byte[] jpeg) => Convert.ToHexStringLower(SHA256.HashData(jpeg));

    private static byte[] Written(Image image, int quality) => image.JpegsaveBuffer(q: quality, keep: Enums.ForeignKeep.None);

    private static RefusedException Refused(string words) =>
        new(new Refusal("photo", words, "Choose a JPEG, PNG or WebP of up to 50 megapixels."));
}
