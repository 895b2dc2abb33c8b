using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Working;

namespace Stampo.Core.Tooling;

/// <summary>What of a tool forms a place of the part.</summary>
public enum FormedBy : byte
{
    /// <summary>The half that forms its outside.</summary>
    Cavity,

    /// <summary>The half that reaches into it; the part shrinks onto it and is ejected from it.</summary>
    Core,

    /// <summary>Neither half leaves it: a slide, a lifter or a loose core.</summary>
    Side,
}

/// <summary>
/// Which half forms each sample of a part. What a ray along the pull leaves is formed by the half on that side; what both could form, the
/// outermost walls, belongs to the cavity. The core is the half that forms more of the walls that only one half can.
/// </summary>
public sealed class ToolHalves
{
    private ToolHalves(Vec3 toCore, FormedBy[] of) => (ToCore, Of) = (toCore, of);

    /// <summary>The pull, turned towards the core.</summary>
    public Vec3 ToCore { get; }

    /// <summary>By sample.</summary>
    public FormedBy[] Of { get; }

    public static ToolHalves Split(SolidSurface surface, Vec3 pull, Progress progress)
    {
        var samples = surface.Samples.All;
        var (up, down) = (new bool[samples.Length], new bool[samples.Length]);
        progress.Over(
            samples.Length,
            i =>
            {
                var outside = surface.JustOutside(samples[i]);
                up[i] = surface.Leaves(outside, pull);
                down[i] = surface.Leaves(outside, pull * -1);
            }
        );
        var grip = 0.0;
        for (var i = 0; i < samples.Length; i++)
            if (up[i] != down[i])
                grip += samples[i].AreaMm2 * Steepness(surface, samples[i], pull) * (up[i] ? 1 : -1);
        // Adding nought takes the sign off a nought.
        var toCore = (grip > 0 ? pull : pull * -1) + new Vec3(0, 0, 0);
        var (core, cavity) = grip > 0 ? (up, down) : (down, up);
        var of = new FormedBy[samples.Length];
        for (var i = 0; i < of.Length; i++)
            of[i] =
                cavity[i] ? FormedBy.Cavity
                : core[i] ? FormedBy.Core
                : FormedBy.Side;
        return new ToolHalves(toCore, of);
    }

    /// <summary>Edges where cavity and core meet, as far as they are seen from outside: the parting line without its shut-offs.</summary>
    public IEnumerable<(Vec3 From, Vec3 To)> OuterEdges(SolidSurface surface)
    {
        var (mesh, neighbours) = (surface.Mesh, surface.Topology.Neighbours);
        for (var edge = 0; edge < neighbours.Length; edge++)
        {
            var (t, across) = (edge / 3, neighbours[edge]);
            if (across <= t || !Meet(surface, t, across))
                continue;
            var (from, to) = (mesh.Corner(t, edge % 3), mesh.Corner(t, (edge + 1) % 3));
            var outward = surface.Normals[t] + surface.Normals[across];
            var level = outward - ToCore * outward.Dot(ToCore);
            if (level.Length < 1e-9)
                continue;
            var away = level.Unit();
            if (surface.Leaves((from + to) * 0.5 + away * (10 * surface.Tiny), away))
                yield return (from, to);
        }
    }

    private bool Meet(SolidSurface surface, int one, int other) =>
        (HalfOf(surface, one), HalfOf(surface, other)) is (FormedBy.Cavity, FormedBy.Core) or (FormedBy.Core, FormedBy.Cavity);

    private FormedBy? HalfOf(SolidSurface surface, int triangle) =>
        surface.Samples.Divisions[triangle] > 0 ? Of[surface.Samples.Starts[triangle]] : null;

    /// <summary>1 for a wall along the pull, 0 for one across it.</summary>
    public static double Steepness(SolidSurface surface, SurfaceSample sample, Vec3 pull)
    {
        var rise = surface.Normals[sample.Triangle].Dot(pull);
        return Math.Sqrt(Math.Max(0, 1 - rise * rise));
    }
}
