using System.Numerics;
using System.Runtime.InteropServices;
using Stampo.Core.Wording;

namespace Stampo.Core.Geometry.Reading.ThreeMf;

/// <summary>Lays out what the build lists: every object where its placings put it, in millimetres.</summary>
internal sealed class Assembly
{
    private const int DeepestNesting = 32,
        MostPlacings = 100_000;

    private readonly Package _package;
    private readonly CancellationToken _cancel;
    private readonly string _start,
        _unit;
    private readonly HashSet<(string, int)> _open = [];
    private readonly Facets _facets = new();
    private readonly float _mmPerUnit;
    private int _placings;

    public Assembly(Package package, CancellationToken cancel)
    {
        (_package, _cancel) = (package, cancel);
        _start = package.StartPath();
        _unit = package.ModelAt(_start).Unit;
        _mmPerUnit = _unit switch
        {
            "micron" => 0.001f,
            "millimeter" => 1,
            "centimeter" => 10,
            "inch" => 25.4f,
            "foot" => 304.8f,
            "meter" => 1000,
            _ => throw new RefusalException(
                "mesh.unit",
                $"The 3MF says its unit is \"{(_unit.Length > 24 ? _unit[..24] : _unit)}\"; micron, millimeter, centimeter, "
                    + "inch, foot and meter are known. Export the part again.",
                "file"
            ),
        };
    }

    public TriangleSoup Soup()
    {
        var root = _package.ModelAt(_start);
        foreach (var item in root.Build)
            Place(item.Path ?? _start, item.ObjectId, item.Transform);
        return _facets.Soup("3mf", _unit);
    }

    private void Place(string path, int id, Transform transform)
    {
        _cancel.ThrowIfCancellationRequested();
        if (++_placings > MostPlacings || _open.Count >= DeepestNesting)
            throw new RefusalException(
                "mesh.too-large",
                $"The 3MF nests components deeper than {DeepestNesting} or places more than {MostPlacings:#,0} objects; "
                    + "export the part alone.",
                "file"
            );
        if (!_package.ModelAt(path).Objects.TryGetValue(id, out var thing))
            throw new RefusalException(
                "mesh.bad-index",
                $"The 3MF places object {id}, which it does not hold; export the part again.",
                "file"
            );
        if (!_open.Add((path, id)))
            throw new RefusalException(
                "mesh.component-loop",
                $"Object {id} of the 3MF holds itself through its components; export the part again.",
                "file"
            );
        if (!thing.IsSupport)
        {
            AddTriangles(thing, id, transform);
            foreach (var component in thing.Components)
                Place(component.Path ?? path, component.ObjectId, component.Transform.Within(transform));
        }

        _open.Remove((path, id));
    }

    private void AddTriangles(ModelObject thing, int id, Transform transform)
    {
        var count = _facets.Count + thing.Corners.Count / 3L;
        if (count > MeshReader.MaxTriangles)
            throw MeshReader.TooMany(count);
        var vertices = MemoryMarshal.Cast<float, Vector3>(CollectionsMarshal.AsSpan(thing.Vertices));
        var mirrors = transform.Mirrors;
        Span<Vector3> triangle = stackalloc Vector3[3];
        for (var i = 0; i < thing.Corners.Count; i++)
        {
            var corner = thing.Corners[i];
            if (corner >= vertices.Length)
                throw new RefusalException(
                    "mesh.bad-index",
                    $"Triangle {i / 3 + 1:#,0} of object {id} in the 3MF names vertex {corner}, but the object has "
                        + $"{vertices.Length:#,0}; export the part again.",
                    "file"
                );
            triangle[i % 3] = Vector3.Transform(vertices[corner], transform.Matrix) * _mmPerUnit;
            // A mirrored triangle takes its second and third corner the other way round.
            if (i % 3 == 2)
                _facets.Add(triangle[0], triangle[mirrors ? 2 : 1], triangle[mirrors ? 1 : 2]);
        }
    }
}
