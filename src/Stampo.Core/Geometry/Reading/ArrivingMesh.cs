using System.Buffers;

namespace Stampo.Core.Geometry.Reading;

/// <summary>
/// A mesh file read piece by piece while it comes. A binary STL is joined on its way and none of its bytes are kept; any other file
/// is gathered and read when it is whole.
/// </summary>
public sealed class ArrivingMesh(long expectedBytes = 0)
{
    private const int PieceBytes = 256 << 10;

    private ArrayBufferWriter<byte>? _gathered = new();
    private StlBinaryPieces? _stl;

    /// <summary>Reads a stream to its end; the next piece is fetched, or unpacked, while one is joined.</summary>
    public static async Task<TriangleSoup> ReadAsync(Stream file, long expectedBytes, CancellationToken cancel)
    {
        var mesh = new ArrivingMesh(expectedBytes);
        var (piece, ahead) = (new byte[PieceBytes], new byte[PieceBytes]);
        for (var bytes = await FillAsync(piece); bytes > 0; (piece, ahead) = (ahead, piece))
        {
            var next = Task.Run(() => FillAsync(ahead), cancel);
            mesh.Add(piece.AsSpan(0, bytes));
            bytes = await next;
        }

        return mesh.Soup(cancel);

        async Task<int> FillAsync(byte[] room) => await file.ReadAtLeastAsync(room, room.Length, throwOnEndOfStream: false, cancel);
    }

    public void Add(ReadOnlySpan<byte> piece)
    {
        if (_gathered is null)
        {
            _stl!.Add(piece);
            return;
        }

        var told = _gathered.WrittenCount >= StlBinary.TellingBytes;
        _gathered.Write(piece);
        if (told || _gathered.WrittenCount < StlBinary.TellingBytes || !StlBinary.TellsItself(_gathered.WrittenSpan))
            return;
        _stl = new StlBinaryPieces(expectedBytes);
        _stl.Add(_gathered.WrittenSpan);
        _gathered = null;
    }

    /// <summary>What has come, as the whole file.</summary>
    public TriangleSoup Soup(CancellationToken cancel = default) =>
        _gathered is null ? MeshReader.Usable(_stl!.Soup()) : MeshReader.Read(_gathered.WrittenSpan, cancel);
}
