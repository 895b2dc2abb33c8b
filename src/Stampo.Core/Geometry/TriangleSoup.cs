namespace Stampo.Core.Geometry;

/// <summary>
/// Triangles as a file lists them, nine coordinates each, not yet joined at shared corners. The coordinates are in the file's
/// own unit; a format that states its unit is handed over in millimetres and names the unit it stated.
/// </summary>
public sealed record TriangleSoup(string Format, float[] Coordinates, string? StatedUnit = null)
{
    public int TriangleCount => Coordinates.Length / 9;
}
