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

    public static byte[] Unpack(byte[] packed)
    {
        using var zip = new GZipStream(new MemoryStream(packed), CompressionMode.Decompress);
        using var bytes = new MemoryStream();
        zip.CopyTo(bytes);
        return bytes.ToArray();
    }
}
