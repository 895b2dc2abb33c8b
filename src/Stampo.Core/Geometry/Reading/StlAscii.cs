using System.Numerics;
using System.Text;

namespace Stampo.Core.Geometry.Reading;

/// <summary>
/// ASCII STL: solid … facet normal … outer loop … three vertex lines … endloop endfacet … endsolid, several solids allowed.
/// </summary>
public sealed class StlAscii : IMeshFormat
{
    private const string Name = "ASCII STL";

    public bool Recognises(ReadOnlySpan<byte> file)
    {
        var tokens = new TextTokens(file[..Math.Min(file.Length, 4096)], Name);
        return tokens.Next() && tokens.Is("solid") && (file.Length < 16 || HoldsAny(file, "facet", "endsolid"));
    }

    public TriangleSoup Read(ReadOnlySpan<byte> file, CancellationToken cancel)
    {
        var facets = new Facets();
        var tokens = new TextTokens(file, Name);
        var inSolid = false;
        while (tokens.Next())
        {
            if (tokens.Is("solid"))
            {
                inSolid = true;
                tokens.SkipLine();
            }
            else if (tokens.Is("endsolid"))
            {
                inSolid = false;
                tokens.SkipLine();
            }
            else if (inSolid && tokens.Is("facet"))
            {
                ReadFacet(ref tokens, facets);
                if (facets.Count % 65_536 == 0)
                    cancel.ThrowIfCancellationRequested();
            }
            else
            {
                throw tokens.Unexpected(inSolid ? "\"facet\" or \"endsolid\"" : "\"solid\"");
            }
        }

        if (inSolid)
            throw tokens.Truncated();
        return facets.Soup("stl-ascii");
    }

    private static bool HoldsAny(ReadOnlySpan<byte> file, params ReadOnlySpan<string> words)
    {
        foreach (var word in words)
        {
            if (file.IndexOf(Encoding.ASCII.GetBytes(word)) >= 0 || file.IndexOf(Encoding.ASCII.GetBytes(word.ToUpperInvariant())) >= 0)
                return true;
        }

        return false;
    }

    private static void ReadFacet(ref TextTokens tokens, Facets facets)
    {
        if (facets.Count >= MeshReader.MaxTriangles)
            throw MeshReader.TooMany(facets.Count + 1L);
        Span<Vector3> corners = stackalloc Vector3[3];
        tokens.Expect("normal");
        for (var i = 0; i < 3; i++)
            tokens.Number();
        tokens.Expect("outer");
        tokens.Expect("loop");
        for (var corner = 0; corner < 3; corner++)
        {
            tokens.Expect("vertex");
            corners[corner] = new Vector3(tokens.Number(), tokens.Number(), tokens.Number());
        }

        tokens.Expect("endloop");
        tokens.Expect("endfacet");
        facets.Add(corners);
    }
}
