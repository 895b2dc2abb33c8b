using System.Buffers.Binary;
using System.Numerics;
using System.Runtime.InteropServices;
using Stampo.Core.Wording;

namespace Stampo.Core.Geometry.Reading;

/// <summary>A facet as a binary STL has it, 50 bytes.</summary>
[StructLayout(LayoutKind.Sequential, Pack = 1)]
internal readonly record struct StlFacet(Vector3 Normal, Vector3 A, Vector3 B, Vector3 C, ushort Spare);

/// <summary>Reads a binary STL in pieces that may end anywhere. Whether it is as long as it says is known at its end.</summary>
internal sealed class StlBinaryPieces(long expectedBytes)
{
    public const int Head = 84,
        Facet = 50;

    /// <summary>The begun head or facet that the next piece goes on with.</summary>
    private readonly byte[] _begun = new byte[Head];
    private int _begunBytes;
    private Facets? _facets;
    private uint _says;
    private long _bytes;

    public void Add(ReadOnlySpan<byte> piece)
    {
        _bytes += piece.Length;
        if (_facets is null && !Took(ref piece, Head))
            return;
        if (_facets is null)
            Begin();
        if (_begunBytes > 0)
        {
            if (!Took(ref piece, Facet))
                return;
            Add(MemoryMarshal.Cast<byte, StlFacet>(_begun.AsSpan(0, Facet)));
            _begunBytes = 0;
        }

        Add(MemoryMarshal.Cast<byte, StlFacet>(piece));
        piece = piece[(piece.Length - piece.Length % Facet)..];
        Took(ref piece, Facet);
    }

    public TriangleSoup Soup()
    {
        if (_facets is null)
            throw new RefusalException(
                "mesh.truncated",
                $"The file ends after {_bytes} bytes, inside the header of a binary STL; it was cut off. Export it again.",
                "file"
            );
        var present = (_bytes - Head) / Facet;
        if (_says > present)
            throw new RefusalException(
                "mesh.truncated",
                $"The file says {_says:#,0} triangles but holds {present:#,0}; it was cut off, or is no STL file. Export it again.",
                "file"
            );
        var over = _bytes - Head - _says * (long)Facet;
        if (over > 0)
            throw new RefusalException(
                "mesh.count-mismatch",
                $"The file says {_says:#,0} triangles but {over:#,0} bytes follow them; the count is wrong. Export it again.",
                "file"
            );
        return _says > MeshReader.MaxTriangles ? throw MeshReader.TooMany(_says) : _facets.Soup("stl-binary");
    }

    private void Begin()
    {
        _says = BinaryPrimitives.ReadUInt32LittleEndian(_begun.AsSpan(Head - 4));
        _begunBytes = 0;
        // As many as it says, but no more than can come: room is made for those.
        _facets = new Facets((int)Math.Min(Math.Min(_says, MeshReader.MaxTriangles), Math.Max(0, expectedBytes) / Facet));
    }

    private void Add(ReadOnlySpan<StlFacet> facets)
    {
        var wanted = Math.Min(_says, MeshReader.MaxTriangles) - _facets!.Count;
        foreach (ref readonly var facet in facets[..(int)Math.Min(facets.Length, wanted)])
            _facets.Add(facet.A, facet.B, facet.C);
    }

    /// <summary>Moves bytes from the piece to what is begun until so many are there; false when the piece ends before.</summary>
    private bool Took(ref ReadOnlySpan<byte> piece, int wanted)
    {
        var taken = Math.Min(wanted - _begunBytes, piece.Length);
        piece[..taken].CopyTo(_begun.AsSpan(_begunBytes));
        _begunBytes += taken;
        piece = piece[taken..];
        return _begunBytes == wanted;
    }
}
