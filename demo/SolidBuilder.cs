using Stampo.Core.Geometry;

namespace Stampo.Demo;

/// <summary>Collects triangles, counter-clockwise seen from outside.</summary>
public sealed class SolidBuilder
{
    private readonly List<Vec3> _corners = [];

    public IReadOnlyList<Vec3> Corners => _corners;

    public SolidBuilder Triangle(Vec3 a, Vec3 b, Vec3 c)
    {
        if (a != b && b != c && c != a)
            _corners.AddRange([a, b, c]);
        return this;
    }

    public SolidBuilder Quad(Vec3 a, Vec3 b, Vec3 c, Vec3 d) => Triangle(a, b, c).Triangle(a, c, d);

    public SolidBuilder Add(SolidBuilder other)
    {
        _corners.AddRange(other._corners);
        return this;
    }

    /// <summary>The same solid with its faces turned inside out: a fault on purpose.</summary>
    public SolidBuilder TurnedOver()
    {
        var turned = new SolidBuilder();
        for (var i = 0; i < _corners.Count; i += 3)
            turned.Triangle(_corners[i], _corners[i + 2], _corners[i + 1]);
        return turned;
    }
}
