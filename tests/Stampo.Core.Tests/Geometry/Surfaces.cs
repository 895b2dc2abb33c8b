using Stampo.Core.Geometry;
using Stampo.Core.Parts;

namespace Stampo.Core.Tests.Geometry;

/// <summary>Closed solids made ready for questions about their inside.</summary>
public static class Surfaces
{
    public static SolidSurface Of(List<Vec3> corners) => Of(Solids.StlBinary(corners));

    public static SolidSurface Of(byte[] file)
    {
        var part = MeshCheck.Run(file, LengthUnit.Mm);
        Assert.NotNull(part.Report.VolumeMm3);
        return new SolidSurface(part.Mesh, part.Faults, part.Topology, false);
    }

    public static SolidSurface Demo(string name) => Of(File.ReadAllBytes(Path.Combine(Root, "demo", "meshes", name)));

    /// <summary>Of the checkout.</summary>
    public static string Root { get; } = RootOf(AppContext.BaseDirectory);

    private static string RootOf(string from) =>
        Directory.Exists(Path.Combine(from, "demo", "meshes")) ? from : RootOf(Path.GetDirectoryName(from.TrimEnd('/'))!);
}
