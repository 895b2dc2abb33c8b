namespace Stampo.Core.Geometry;

/// <summary>Triangles as a file lists them, nine coordinates each, in the file's own unit and not yet joined at shared corners.</summary>
public sealed record TriangleSoup(string Format, float[] Coordinates)
{
    public int TriangleCount => Coordinates.Length / 9;
}
