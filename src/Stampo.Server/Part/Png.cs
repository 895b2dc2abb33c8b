using SkiaSharp;
using Stampo.Core.Geometry;

namespace Stampo.Server.Part;

/// <summary>A grey picture with transparency as PNG.</summary>
public static class Png
{
    public static byte[] Of(Picture picture)
    {
        var pixels = new byte[4 * picture.Shade.Length];
        for (var i = 0; i < picture.Shade.Length; i++)
        {
            pixels.AsSpan(4 * i, 3).Fill(picture.Shade[i]);
            pixels[4 * i + 3] = picture.Coverage[i];
        }

        using var image = SKImage.FromPixelCopy(
            new SKImageInfo(picture.Width, picture.Height, SKColorType.Rgba8888, SKAlphaType.Unpremul),
            pixels
        );
        using var png = image.Encode(SKEncodedImageFormat.Png, 100);
        return png.ToArray();
    }
}
