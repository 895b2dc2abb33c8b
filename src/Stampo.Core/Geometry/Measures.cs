namespace Stampo.Core.Geometry;

/// <summary>Sums over the triangles of a mesh.</summary>
public static class Measures
{
    /// <summary>Area in mm²: Σ ½·|e₁ × e₂|.</summary>
    public static double AreaMm2(Mesh mesh, bool[] leftOut) =>
        Turns.Sum(
            mesh.TriangleCount,
            (first, end) =>
            {
                var twice = 0.0;
                for (var t = first; t < end; t++)
                {
                    if (!leftOut[t])
                        twice += mesh.AreaNormal(t).Length;
                }

                return twice;
            }
        ) / 2;

    /// <summary>
    /// Signed volume of each shell in mm³: Σ v₀·(v₁ × v₂)/6 (divergence theorem), with the box centre as origin
    /// so that a part far from zero loses no digits. Negative: the shell faces inward.
    /// </summary>
    public static double[] ShellVolumesMm3(Mesh mesh, Topology topology)
    {
        var origin = mesh.Bounds().Centre;
        if (topology.ShellCount == 1)
            return [Turns.Sum(mesh.TriangleCount, Whole) / 6];
        var volumes = new double[topology.ShellCount];
        for (var t = 0; t < mesh.TriangleCount; t++)
        {
            if (topology.ShellOf[t] >= 0)
                volumes[topology.ShellOf[t]] += Product(t) / 6;
        }

        return volumes;

        double Whole(int first, int end)
        {
            var sum = 0.0;
            for (var t = first; t < end; t++)
                sum += topology.ShellOf[t] == 0 ? Product(t) : 0;
            return sum;
        }

        double Product(int t) => (mesh.Corner(t, 0) - origin).Dot((mesh.Corner(t, 1) - origin).Cross(mesh.Corner(t, 2) - origin));
    }
}
