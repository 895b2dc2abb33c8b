using System.IO.Pipelines;
using System.Security.Cryptography;
using Stampo.Core.Geometry.Reading;
using Stampo.Core.Wording;
using Stampo.Server.Hosting;

namespace Stampo.Server.Part;

/// <summary>
/// A mesh file that is in: what it is found by, what is kept of it and its mesh. It is hashed, packed and joined piece by piece as it
/// comes, packing beside the rest, so that of the file no more than some pieces are in memory.
/// </summary>
internal sealed record MeshArrival(string Hash, byte[] Packed, ArrivingMesh Mesh)
{
    private const int PieceBytes = 256 << 10,
        AheadBytes = 4 << 20;

    public static async Task<MeshArrival> OfAsync(ArrivingFile file, long mostBytes, CancellationToken cancel)
    {
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        var mesh = new ArrivingMesh(file.ExpectedBytes);
        var pipe = new Pipe(new PipeOptions(pauseWriterThreshold: AheadBytes, resumeWriterThreshold: AheadBytes / 2));
        var packed = Task.Run(() => Part.Packed.PackAsync(pipe.Reader.AsStream(), cancel), cancel);
        try
        {
            for (var bytes = 0L; ; )
            {
                var piece = pipe.Writer.GetMemory(PieceBytes);
                piece = piece[..await file.Bytes.ReadAsync(piece, cancel)];
                if (piece.IsEmpty)
                    break;
                bytes += piece.Length;
                if (bytes > mostBytes)
                    throw TooLarge(Math.Max(bytes, file.ExpectedBytes), mostBytes);
                hash.AppendData(piece.Span);
                mesh.Add(piece.Span);
                pipe.Writer.Advance(piece.Length);
                await pipe.Writer.FlushAsync(cancel);
            }
        }
        finally
        {
            await pipe.Writer.CompleteAsync();
        }

        return new MeshArrival(Convert.ToHexStringLower(hash.GetHashAndReset()), await packed, mesh);
    }

    public static RefusalException TooLarge(long bytes, long mostBytes) =>
        new(
            "mesh.too-large",
            $"The file has {bytes / 1e6:0} MB; the limit is {mostBytes / 1e6:0} MB. Export it with a coarser tolerance.",
            "file"
        );
}
