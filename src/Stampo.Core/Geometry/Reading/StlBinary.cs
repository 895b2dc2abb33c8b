using System.Buffers.Binary;

namespace Stampo.Core.Geometry.Reading;

/// <summary>
/// Binary STL: 80 bytes of header, a 32-bit count, then 50 bytes a triangle (normal, three corners, two spare bytes), little-endian.
/// The stored normals are ignored: the winding decides.
/// </summary>
public sealed class StlBinary : IMeshFormat
{
    /// <summary>So many bytes tell text from a binary file.</summary>
    internal const int TellingBytes = 512;

    private const int Piece = 1 << 20;

    public bool Recognises(ReadOnlySpan<byte> file) => HasExactLength(file) || !LooksLikeText(file);

    public TriangleSoup Read(ReadOnlySpan<byte> file, CancellationToken cancel)
    {
        var pieces = new StlBinaryPieces(file.Length);
        for (; !file.IsEmpty; file = file[Math.Min(Piece, file.Length)..])
        {
            cancel.ThrowIfCancellationRequested();
            pieces.Add(file[..Math.Min(Piece, file.Length)]);
        }

        return pieces.Soup();
    }

    /// <summary>Whether the beginning of a file already tells that it will be read as a binary STL, however it goes on.</summary>
    internal static bool TellsItself(ReadOnlySpan<byte> beginning) => !LooksLikeText(beginning) && !ThreeMf.ThreeMfFormat.Begins(beginning);

    private static bool HasExactLength(ReadOnlySpan<byte> file) =>
        file.Length >= StlBinaryPieces.Head
        && StlBinaryPieces.Head + StlBinaryPieces.Facet * (long)BinaryPrimitives.ReadUInt32LittleEndian(file[(StlBinaryPieces.Head - 4)..])
            == file.Length;

    private static bool LooksLikeText(ReadOnlySpan<byte> file)
    {
        foreach (var b in file[..Math.Min(file.Length, TellingBytes)])
        {
            if (b < 0x20 && b is not ((byte)'\t' or (byte)'\n' or (byte)'\r' or (byte)'\f'))
                return false;
        }

        return true;
    }
}
