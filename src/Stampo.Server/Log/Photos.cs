using Microsoft.EntityFrameworkCore;
using SkiaSharp;
using Stampo.Core.Wording;
using Stampo.Server.Hosting;
using Stampo.Storage;

namespace Stampo.Server.Log;

/// <summary>A photograph as it is kept.</summary>
public sealed record KeptPhoto(string Hash, int WidthPx, int HeightPx);

/// <summary>
/// Photographs of tools and parts. What is kept is drawn anew from its pixels, upright and no larger than is looked at: nothing else a
/// stranger's file holds comes along, no place, no device, no hidden content.
/// </summary>
public sealed class Photos(IDbContextFactory<StampoDb> factory, TimeProvider clock) : IDisposable
{
    public const int LargestBytes = 20_000_000;

    private const int LargestSidePx = 1_600,
        Quality = 85,
        Eighths = 8;

    private const long MostPixels = 40_000_000;

    /// <summary>One at a time: a picture unpacked is many times its file.</summary>
    private readonly Turns _turns = new(1);

    public void Dispose() => _turns.Dispose();

    public async Task<KeptPhoto> KeepAsync(IFormFile file, CancellationToken cancel)
    {
        if (file.Length is 0 or > LargestBytes)
            throw new RefusalException(
                "photo.size",
                $"The file has {file.Length / 1e6:0.0} MB; a photograph has something in it, and up to {LargestBytes / 1_000_000} MB.",
                "file"
            );
        var bytes = await Forms.BytesAsync(file, cancel);
        var (jpeg, width, height) = await _turns.RunAsync(() => Drawn(bytes), cancel);
        var hash = await factory.KeepFileAsync(jpeg, clock.Now(), cancel);
        return new KeptPhoto(hash, width, height);
    }

    /// <summary>Only what came in as a photograph.</summary>
    public async Task<byte[]> FindAsync(string hash, CancellationToken cancel)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        var content = await db.Files.Where(f => f.Hash == hash).Select(f => f.Content).SingleOrDefaultAsync(cancel);
        return content is [0xFF, 0xD8, 0xFF, ..] ? content : throw new NotFoundException("There is no such photograph here.");
    }

    /// <summary>Refuses what was not drawn here or by another installation: no JPEG, too large, or more than a picture.</summary>
    public static void CheckDrawn(byte[] jpeg)
    {
        using var data = SKData.CreateCopy(jpeg);
        using var codec = SKCodec.Create(data);
        if (codec is not { EncodedFormat: SKEncodedImageFormat.Jpeg })
            throw NotOne();
        if (Math.Max(codec.Info.Width, codec.Info.Height) > LargestSidePx || HoldsMore(jpeg))
            throw new RefusalException(
                "photo.holds-more",
                "A photograph in it is larger than one that is kept, or holds more than a picture."
            );
    }

    /// <summary>Segments before the picture itself that say where and with what it was taken, or remarks.</summary>
    private static bool HoldsMore(ReadOnlySpan<byte> jpeg)
    {
        const byte Picture = 0xDA,
            Remark = 0xFE,
            FirstOfOthers = 0xE1,
            Colours = 0xE2,
            LastOfOthers = 0xEF;
        for (var at = 2; at + 4 <= jpeg.Length && jpeg[at] == 0xFF && jpeg[at + 1] != Picture; )
        {
            if (jpeg[at + 1] is Remark or (>= FirstOfOthers and <= LastOfOthers and not Colours))
                return true;
            at += 2 + (jpeg[at + 2] << 8) + jpeg[at + 3];
        }

        return false;
    }

    private static (byte[] Jpeg, int Width, int Height) Drawn(byte[] bytes)
    {
        using var data = SKData.CreateCopy(bytes);
        using var codec = SKCodec.Create(data);
        if (codec is null)
            throw NotOne();
        if ((long)codec.Info.Width * codec.Info.Height is 0 or > MostPixels)
            throw new RefusalException(
                "photo.size",
                $"The picture has {codec.Info.Width} × {codec.Info.Height} pixels; up to {MostPixels / 1_000_000} million are read.",
                "file"
            );
        using var bitmap = Shrunk(codec);
        var turned =
            codec.EncodedOrigin
            is SKEncodedOrigin.LeftTop
                or SKEncodedOrigin.RightTop
                or SKEncodedOrigin.RightBottom
                or SKEncodedOrigin.LeftBottom;
        var scale = Math.Min(1.0, (double)LargestSidePx / Math.Max(bitmap.Width, bitmap.Height));
        var (width, height) = (Math.Max(1, (int)(bitmap.Width * scale)), Math.Max(1, (int)(bitmap.Height * scale)));
        using var surface = SKSurface.Create(new SKImageInfo(turned ? height : width, turned ? width : height));
        surface.Canvas.Clear(SKColors.White);
        surface.Canvas.Concat(Upright(codec.EncodedOrigin, width, height));
        using var picture = SKImage.FromBitmap(bitmap);
        surface.Canvas.DrawImage(picture, new SKRect(0, 0, width, height), new SKSamplingOptions(SKCubicResampler.Mitchell));
        using var image = surface.Snapshot();
        using var jpeg = image.Encode(SKEncodedImageFormat.Jpeg, Quality);
        return (jpeg.ToArray(), image.Width, image.Height);
    }

    /// <summary>
    /// Unpacked no larger than it is looked at, where its form can be read so; one that ends before its picture does is refused, not
    /// filled up with grey.
    /// </summary>
    private static SKBitmap Shrunk(SKCodec codec)
    {
        var size = Enumerable
            .Range(1, Eighths)
            .Select(n => codec.GetScaledDimensions((float)n / Eighths))
            .FirstOrDefault(s => Math.Max(s.Width, s.Height) >= LargestSidePx, codec.GetScaledDimensions(1));
        var bitmap = new SKBitmap(new SKImageInfo(size.Width, size.Height, SKColorType.Rgba8888, SKAlphaType.Premul));
        if (codec.GetPixels(bitmap.Info, bitmap.GetPixels()) == SKCodecResult.Success)
            return bitmap;
        bitmap.Dispose();
        throw NotOne();
    }

    /// <summary>From how the camera lay to how one looks at it.</summary>
    private static SKMatrix Upright(SKEncodedOrigin origin, float width, float height) =>
        origin switch
        {
            SKEncodedOrigin.TopRight => new SKMatrix(-1, 0, width, 0, 1, 0, 0, 0, 1),
            SKEncodedOrigin.BottomRight => new SKMatrix(-1, 0, width, 0, -1, height, 0, 0, 1),
            SKEncodedOrigin.BottomLeft => new SKMatrix(1, 0, 0, 0, -1, height, 0, 0, 1),
            SKEncodedOrigin.LeftTop => new SKMatrix(0, 1, 0, 1, 0, 0, 0, 0, 1),
            SKEncodedOrigin.RightTop => new SKMatrix(0, -1, height, 1, 0, 0, 0, 0, 1),
            SKEncodedOrigin.RightBottom => new SKMatrix(0, -1, height, -1, 0, width, 0, 0, 1),
            SKEncodedOrigin.LeftBottom => new SKMatrix(0, 1, 0, -1, 0, width, 0, 0, 1),
            _ => SKMatrix.Identity,
        };

    private static RefusalException NotOne() =>
        new("photo.not-one", "The file is no photograph that can be read; send a JPEG, PNG or WebP.", "file");
}
