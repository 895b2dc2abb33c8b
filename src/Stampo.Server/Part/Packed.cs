using System.IO.Compression;

namespace Stampo.Server.Part;

/// <summary>Bytes as they are kept and sent: gzip.</summary>
internal static class Packed
{
    public static byte[] Pack(ReadOnlySpan<byte> bytes)
    {
        using var packed = new MemoryStream();
        using (var zip = new GZipStream(packed, CompressionLevel.Fastest))
            zip.Write(bytes);
        return packed.ToArray();
    }

    public static async Task<byte[]> PackAsync(Stream bytes, CancellationToken cancel)
    {
        using var packed = new MemoryStream();
        await using (var zip = new GZipStream(packed, CompressionLevel.Fastest))
            await bytes.CopyToAsync(zip, cancel);
        return packed.ToArray();
    }

    public static byte[] Unpack(byte[] packed)
    {
        using var zip = Unpacking(packed);
        using var bytes = new MemoryStream();
        zip.CopyTo(bytes);
        return bytes.ToArray();
    }

    /// <summary>The bytes, unpacked as they are read.</summary>
    public static Stream Unpacking(byte[] packed) => new GZipStream(new MemoryStream(packed), CompressionMode.Decompress);
}
