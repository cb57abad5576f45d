using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Formats;
using NetVips;

namespace Hexaprep.Core.Tests.Formats;

/// <summary>What a camera wrote becomes the picture and nothing else.</summary>
public sealed class PhotoFileTests
{
    private static Image Plain(int width, int height, int bands = 3) =>
        (Image.Black(width, height, bands) + 120).Cast(Enums.BandFormat.Uchar);

    // As a phone writes it: lying on its side, with where it was taken.
    private static byte[] FromAPhone(int width, int height)
    {
        using var image = Plain(width, height)
            .Mutate(m =>
            {
                m.Set(GValue.GIntType, "orientation", 6);
                m.Set(GValue.GStrType, "exif-ifd0-Make", "a phone");
                m.Set(GValue.GStrType, "exif-ifd3-GPSLatitude", "52/1 30/1 0/1");
                m.Set(GValue.GStrType, "exif-ifd3-GPSLatitudeRef", "N");
            });
        return image.JpegsaveBuffer(q: 95);
    }

    [Fact]
    public void A_phones_photo_is_turned_upright_scaled_down_and_says_nothing_of_where_it_was_taken()
    {
        var file = FromAPhone(4000, 3000);
        using (var before = Image.NewFromBuffer(file))
            Assert.Contains(before.GetFields(), f => f.Contains("GPSLatitude", StringComparison.Ordinal));

        var picture = PhotoFile.Read(file);

        Assert.Equal((1200, 1600), (picture.Width, picture.Height));
        Assert.Equal(64, picture.Sha256.Length);
        using var kept = Image.NewFromBuffer(picture.Jpeg);
        Assert.Equal((1200, 1600, "jpegload_buffer"), (kept.Width, kept.Height, kept.Get("vips-loader")));
        Assert.DoesNotContain(kept.GetFields(), f => f.StartsWith("exif", StringComparison.Ordinal) || f == "orientation");
        Assert.DoesNotContain("a phone", System.Text.Encoding.Latin1.GetString(picture.Jpeg));
    }

    [Theory]
    [InlineData("png", 3)]
    [InlineData("png", 4)]
    [InlineData("webp", 4)]
    [InlineData("webp", 3)]
    public void Png_and_webp_are_read_too_seen_through_against_white(string kind, int bands)
    {
        using var image = Plain(300, 200, bands).Copy(interpretation: Enums.Interpretation.Srgb);
        var picture = PhotoFile.Read(kind == "png" ? image.PngsaveBuffer() : image.WebpsaveBuffer());
        Assert.Equal((300, 200), (picture.Width, picture.Height));
    }

    [Fact]
    public void The_same_file_gives_the_same_picture()
    {
        var file = FromAPhone(900, 700);
        Assert.Equal(PhotoFile.Read(file).Sha256, PhotoFile.Read(file).Sha256);
    }

    [Fact]
    public void What_is_no_photo_is_refused_by_name_with_what_is()
    {
        using var gif = Plain(20, 20);
        var large = Plain(9000, 6000).PngsaveBuffer();
        foreach (var bad in new[] { [], "not a picture"u8.ToArray(), gif.TiffsaveBuffer(), FromAPhone(400, 300)[..200], large })
        {
            var refused = Assert.Throws<RefusedException>(() => PhotoFile.Read(bad)).Refusal;
            Assert.Equal("photo", refused.Field);
            Assert.Contains("JPEG, PNG or WebP", refused.Remedy);
        }
    }
}
