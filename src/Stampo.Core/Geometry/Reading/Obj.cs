using System.Buffers.Text;
using System.Numerics;
using Stampo.Core.Wording;

namespace Stampo.Core.Geometry.Reading;

/// <summary>
/// Wavefront OBJ: "v x y z" and "f a b c …", corners counted from 1 or, when negative, back from the last vertex; a face of
/// more than three corners is cut into a fan. Everything else (normals, textures, groups, lines) is passed over.
/// </summary>
public sealed class Obj : IMeshFormat
{
    private const string Name = "OBJ";
    private const int MostVertices = 3 * MeshReader.MaxTriangles,
        MostCorners = 1000;

    public bool Recognises(ReadOnlySpan<byte> file)
    {
        var tokens = new TextTokens(file[..Math.Min(file.Length, 65_536)], Name);
        for (var lines = 0; lines < 1000 && tokens.Next(); lines++)
        {
            if (tokens.Is("v"))
                return tokens.NextOnLine() && Utf8Parser.TryParse(tokens.Token, out double _, out var used) && used == tokens.Token.Length;
            if (!Known(tokens))
                return false;
            tokens.SkipLine();
        }

        return false;
    }

    public TriangleSoup Read(ReadOnlySpan<byte> file, CancellationToken cancel)
    {
        var vertices = new List<Vector3>();
        var facets = new Facets();
        var tokens = new TextTokens(file, Name);
        while (tokens.Next())
        {
            if (tokens.Is("v"))
                ReadVertex(ref tokens, vertices);
            else if (tokens.Is("f") || tokens.Is("fo"))
                ReadFace(ref tokens, vertices, facets);
            else if (tokens.Is("surf"))
                throw new RefusalException(
                    "mesh.free-form",
                    $"Line {tokens.Line:#,0} of the OBJ is a free-form surface, which has no triangles. Export the part as a mesh.",
                    "file"
                );
            tokens.SkipLine();
            if (tokens.Line % 65_536 == 0)
                cancel.ThrowIfCancellationRequested();
        }

        return facets.Soup("obj");
    }

    /// <summary>What may stand before the first vertex.</summary>
    private static readonly string[] Statements =
    [
        "o",
        "g",
        "s",
        "mg",
        "vn",
        "vt",
        "vp",
        "l",
        "p",
        "mtllib",
        "usemtl",
        "maplib",
        "usemap",
        "lod",
        "bevel",
        "c_interp",
        "d_interp",
        "shadow_obj",
        "trace_obj",
        "cstype",
        "deg",
        "bmat",
        "step",
        "call",
    ];

    private static bool Known(TextTokens tokens)
    {
        if (tokens.Token[0] == '#')
            return true;
        foreach (var statement in Statements)
        {
            if (tokens.Is(statement))
                return true;
        }

        return false;
    }

    private static void ReadVertex(ref TextTokens tokens, List<Vector3> vertices)
    {
        if (vertices.Count >= MostVertices)
            throw new RefusalException(
                "mesh.too-large",
                $"Line {tokens.Line:#,0} of the OBJ has vertex {MostVertices + 1:#,0}; the limit is {MostVertices:#,0}. "
                    + "Export with a coarser tolerance.",
                "file"
            );
        var vertex = Vector3.Zero;
        for (var axis = 0; axis < 3; axis++)
        {
            if (!tokens.NextOnLine())
                throw new RefusalException(
                    "mesh.malformed",
                    $"Line {tokens.Line:#,0} of the OBJ is a vertex with {axis} of its three coordinates; export the part again.",
                    "file"
                );
            vertex[axis] = tokens.NumberHere();
        }

        vertices.Add(vertex);
    }

    private static void ReadFace(ref TextTokens tokens, List<Vector3> vertices, Facets facets)
    {
        int first = -1,
            before = -1,
            corners = 0;
        while (tokens.NextOnLine() && tokens.Token[0] != '#')
        {
            var corner = Corner(tokens, vertices.Count);
            if (++corners > MostCorners)
                throw new RefusalException(
                    "mesh.malformed",
                    $"Line {tokens.Line:#,0} of the OBJ is a face of more than {MostCorners:#,0} corners; export the part as triangles.",
                    "file"
                );
            if (corners == 1)
                first = corner;
            if (corners >= 3)
                Add(facets, vertices[first], vertices[before], vertices[corner]);
            before = corner;
        }

        if (corners < 3)
            throw new RefusalException(
                "mesh.malformed",
                $"Line {tokens.Line:#,0} of the OBJ is a face with {corners} corners; a face has three or more. Export the part again.",
                "file"
            );
    }

    /// <summary>"7", "7/2", "7//3" or "7/2/3": the vertex is the first number.</summary>
    private static int Corner(TextTokens tokens, int vertices)
    {
        if (!Utf8Parser.TryParse(tokens.Token, out int number, out var used) || (used < tokens.Token.Length && tokens.Token[used] != '/'))
            throw tokens.Unexpected("a vertex number");
        var corner = number < 0 ? vertices + (long)number : number - 1L;
        return corner >= 0 && corner < vertices && number != 0
            ? (int)corner
            : throw new RefusalException(
                "mesh.bad-index",
                $"Line {tokens.Line:#,0} of the OBJ names vertex {number}, but {vertices:#,0} stand before it; export the part again.",
                "file"
            );
    }

    private static void Add(Facets facets, Vector3 a, Vector3 b, Vector3 c)
    {
        if (facets.Count >= MeshReader.MaxTriangles)
            throw MeshReader.TooMany(facets.Count + 1L);
        facets.Add(a, b, c);
    }
}
