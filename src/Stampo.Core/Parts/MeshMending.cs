using Stampo.Core.Geometry;
using Stampo.Core.Wording;

namespace Stampo.Core.Parts;

/// <summary>What can be mended on a mesh, in the order it is done.</summary>
public enum Mend
{
    JoinCorners,
    DropFaulty,
    CloseHoles,
    TurnFaces,
}

/// <summary>A mend that would change something, in a sentence. Nothing is mended unless a person asks for it.</summary>
public sealed record MendOffer(Mend Mend, string Text);

/// <summary>Mends that leave the part as it was drawn: joining, dropping, closing small flat holes, turning faces.</summary>
public static class MeshMending
{
    /// <summary>Corners on open edges closer than this share of the box diagonal were meant to be one.</summary>
    private const double JoinShareOfDiagonal = 2e-4;

    public static IReadOnlyList<MendOffer> Offers(CheckedMesh part)
    {
        var offers = new List<MendOffer>();
        var mesh = part.Mesh;
        if (part.Topology.OpenEdges > 0 && mesh.VertexCount - Join(mesh, part.Topology).VertexCount is > 0 and var joined)
            offers.Add(
                new MendOffer(
                    Mend.JoinCorners,
                    $"Join {Text.Count(joined, "corner")} on open edges that lie within "
                        + $"{Text.Number(JoinShareOfDiagonal * mesh.Bounds().Diagonal, 2)} mm of another."
                )
            );
        if (part.Faults.LeftOut.Count(left => left) is > 0 and var faulty)
            offers.Add(
                new MendOffer(
                    Mend.DropFaulty,
                    $"Drop {Text.Count(faulty, "triangle")} that {(faulty == 1 ? "is" : "are")} a repeat or "
                        + $"{(faulty == 1 ? "has" : "have")} a corner twice."
                )
            );
        if (Holes.Patches(mesh, part.Faults.LeftOut, part.Topology).Count is > 0 and var holes)
            offers.Add(
                new MendOffer(
                    Mend.CloseHoles,
                    $"Close {Text.Count(holes, "flat hole")} with {(holes == 1 ? "a flat patch" : "flat patches")}."
                )
            );
        if (
            FaceTurner.Turn(mesh, part.Faults.LeftOut, part.Topology).Turned is > 0 and var turned
            && (part.Topology.FlippedEdges > 0 || part.Topology.IsClosed)
        )
            offers.Add(
                new MendOffer(
                    Mend.TurnFaces,
                    $"Turn {Text.Count(turned, "triangle")} so that all faces look outward, and those of voids inward."
                )
            );
        return offers;
    }

    /// <summary>The mended mesh: a new one; the given one stays as it is.</summary>
    public static Mesh Apply(Mesh mesh, IReadOnlyCollection<Mend> mends)
    {
        foreach (var mend in mends.Order())
        {
            var (faults, topology) = Topology.Connect(mesh);
            mesh = mend switch
            {
                Mend.JoinCorners => Join(mesh, topology),
                Mend.DropFaulty => Without(mesh, faults.LeftOut),
                Mend.CloseHoles => new Mesh(
                    mesh.Positions,
                    [.. mesh.Corners, .. Holes.Patches(mesh, faults.LeftOut, topology).SelectMany(patch => patch)]
                ),
                _ => FaceTurner.Turn(mesh, faults.LeftOut, topology).Mesh,
            };
        }

        return mesh;
    }

    private static Mesh Join(Mesh mesh, Topology topology) => Welder.WeldNear(mesh, topology.OpenVertices, JoinShareOfDiagonal);

    private static Mesh Without(Mesh mesh, bool[] leftOut) =>
        new(
            mesh.Positions,
            [
                .. Enumerable
                    .Range(0, mesh.TriangleCount)
                    .Where(t => !leftOut[t])
                    .SelectMany(t => new[] { mesh.Corners[3 * t], mesh.Corners[3 * t + 1], mesh.Corners[3 * t + 2] }),
            ]
        );
}
