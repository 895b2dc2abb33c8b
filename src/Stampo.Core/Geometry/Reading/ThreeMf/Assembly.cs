using System.Numerics;
using System.Runtime.InteropServices;
using Stampo.Core.Working;

namespace Stampo.Core.Geometry.Reading.ThreeMf;

/// <summary>Lays out what the build lists: every object where its placings put it, in millimetres.</summary>
internal sealed class Assembly
{
    private const int DeepestNesting = 32,
        MostPlacings = 100_000;

    private readonly Package _package;
    private readonly CancellationToken _cancel;
    private readonly string _start;
    private readonly HashSet<(string, int)> _open = [];
    private readonly List<float> _coordinates = [];
    private readonly float _mmPerUnit;
    private int _placings;

    public Assembly(Package package, CancellationToken cancel)
    {
        (_package, _cancel) = (package, cancel);
        _start = package.StartPath();
        Unit = package.ModelAt(_start).Unit;
        _mmPerUnit = Unit switch
        {
            "micron" => 0.001f,
            "millimeter" => 1,
            "centimeter" => 10,
            "inch" => 25.4f,
            "foot" => 304.8f,
            "meter" => 1000,
            _ => throw new RefusalException(
                "mesh.unit",
                $"The 3MF says its unit is \"{(Unit.Length > 24 ? Unit[..24] : Unit)}\"; micron, millimeter, centimeter, "
                    + "inch, foot and meter are known. Export the part again.",
                "file"
            ),
        };
    }

    public string Unit { get; }

    public float[] Coordinates()
    {
        var root = _package.ModelAt(_start);
        foreach (var item in root.Build)
            Place(item.Path ?? _start, item.ObjectId, item.Transform);
        return CollectionsMarshal.AsSpan(_coordinates).ToArray();
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
        var count = (_coordinates.Count + 3L * thing.Corners.Count) / 9;
        if (count > MeshReader.MaxTriangles)
            throw MeshReader.TooMany(count);
        var vertices = MemoryMarshal.Cast<float, Vector3>(CollectionsMarshal.AsSpan(thing.Vertices));
        var mirrors = transform.Mirrors;
        for (var i = 0; i < thing.Corners.Count; i++)
        {
            // A mirrored triangle takes its second and third corner the other way round.
            var corner = thing.Corners[mirrors && i % 3 > 0 ? i - i % 3 + 3 - i % 3 : i];
            if (corner >= vertices.Length)
                throw new RefusalException(
                    "mesh.bad-index",
                    $"Triangle {i / 3 + 1:#,0} of object {id} in the 3MF names vertex {corner}, but the object has "
                        + $"{vertices.Length:#,0}; export the part again.",
                    "file"
                );
            var point = Vector3.Transform(vertices[corner], transform.Matrix) * _mmPerUnit;
            _coordinates.AddRange([point.X, point.Y, point.Z]);
        }
    }
}
