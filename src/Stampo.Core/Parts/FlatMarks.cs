using Stampo.Core.Geometry;

namespace Stampo.Core.Parts;

/// <summary>Marks that stand on a flat face, or are sunk into it, by so much: what lettering and logos look like to a mesh.</summary>
public sealed record MarksFound(int Count, double HeightMm, bool Raised, Place? Place)
{
    public static MarksFound None { get; } = new(0, 0, false, null);
}

/// <summary>
/// Finds lettering on flat faces: several small flat faces at one low height over, or depth under, a large one that they lie within.
/// Marks on curved faces are not seen, and feet or pads as low and small as letters are taken for them, so a person has the last word.
/// </summary>
public static class FlatMarks
{
    /// <summary>Neighbouring facets of one flat face, and of two faces that lie alike.</summary>
    private const double FlatDeg = 0.5,
        AlikeCos = 0.9999;

    private const double LowestMm = 0.1,
        HighestMm = 1.5,
        SameHeightMm = 0.05;

    /// <summary>A mark covers less than this share of its face.</summary>
    private const double SmallShare = 0.1;

    private const int Fewest = 3;

    /// <summary>Faces smaller than this share of the surface carry no lettering that matters.</summary>
    private const double CarrierShare = 0.02;

    public static MarksFound Of(SolidSurface surface)
    {
        var (regionOf, count) = SmoothRegions.Of(surface.Normals, surface.LeftOut, surface.Topology.Neighbours, FlatDeg);
        var carriers = Faces(surface, regionOf, LargeIn(surface, regionOf, count));
        var best = MarksFound.None;
        foreach (var carrier in carriers)
        {
            var near = NearIn(surface, regionOf, count, carrier);
            var low = Faces(surface, regionOf, near).Where(f => f.AreaMm2 < SmallShare * carrier.AreaMm2 && carrier.Carries(f));
            var alike = MostAlike([.. low.OrderBy(f => f.Offset)]);
            if (alike.Count >= Fewest && alike.Count > best.Count)
                best = Found(carrier, alike);
        }

        return best;
    }

    /// <summary>The most faces at one height, of faces from low to high.</summary>
    private static List<FlatFace> MostAlike(List<FlatFace> byHeight)
    {
        var (first, from, count) = (0, 0, 0);
        for (var last = 0; last < byHeight.Count; last++)
        {
            while (byHeight[last].Offset - byHeight[first].Offset > SameHeightMm)
                first++;
            if (last - first + 1 > count)
                (from, count) = (first, last - first + 1);
        }

        return byHeight.GetRange(from, count);
    }

    /// <summary>The regions that are large enough to be written on.</summary>
    private static bool[] LargeIn(SolidSurface surface, int[] regionOf, int count)
    {
        var areas = new double[count];
        for (var t = 0; t < regionOf.Length; t++)
        {
            if (regionOf[t] >= 0)
                areas[regionOf[t]] += surface.Mesh.AreaNormal(t).Length / 2;
        }

        return Array.ConvertAll(areas, area => area > CarrierShare * surface.AreaMm2);
    }

    /// <summary>The regions with a facet that lies as a mark on this face would.</summary>
    private static bool[] NearIn(SolidSurface surface, int[] regionOf, int count, FlatFace carrier)
    {
        var near = new bool[count];
        for (var t = 0; t < regionOf.Length; t++)
        {
            if (regionOf[t] >= 0 && surface.Normals[t].Dot(carrier.Normal) > AlikeCos && carrier.IsLow(surface.Mesh.Corner(t, 0)))
                near[regionOf[t]] = true;
        }

        return near;
    }

    private static MarksFound Found(FlatFace carrier, IReadOnlyList<FlatFace> marks)
    {
        var height = marks.Average(m => m.Offset) - carrier.Offset;
        var middle = marks.Aggregate(new Vec3(0, 0, 0), (sum, m) => sum + m.Middle) * (1.0 / marks.Count);
        return new MarksFound(
            marks.Count,
            Math.Abs(height),
            height > 0,
            Place.Of(middle, carrier.Normal, Math.Max(5, marks.Max(m => (m.Middle - middle).Length) * 1.5))
        );
    }

    private static List<FlatFace> Faces(SolidSurface surface, int[] regionOf, bool[] wanted)
    {
        var faces = new Dictionary<int, FlatFace>();
        for (var t = 0; t < regionOf.Length; t++)
        {
            if (regionOf[t] is not (>= 0 and var region) || !wanted[region])
                continue;
            if (!faces.TryGetValue(region, out var face))
                faces[region] = face = new FlatFace(surface.Normals[t]);
            face.Take(surface, t);
        }

        return [.. faces.Values.Where(f => f.IsFlat)];
    }

    /// <summary>Facets that lie in one plane, with the box they reach over.</summary>
    private sealed class FlatFace(Vec3 normal)
    {
        private Vec3 _least = new(double.MaxValue, double.MaxValue, double.MaxValue),
            _most = new(double.MinValue, double.MinValue, double.MinValue);
        private double _lowest = double.MaxValue,
            _highest = double.MinValue;

        public Vec3 Normal => normal;

        public double AreaMm2 { get; private set; }

        public double Offset => (_lowest + _highest) / 2;

        public Vec3 Middle => (_least + _most) * 0.5;

        /// <summary>A gently curved face is smooth from facet to facet too.</summary>
        public bool IsFlat => _highest - _lowest < SameHeightMm;

        public void Take(SolidSurface surface, int triangle)
        {
            AreaMm2 += surface.Mesh.AreaNormal(triangle).Length / 2;
            for (var k = 0; k < 3; k++)
            {
                var corner = surface.Mesh.Corner(triangle, k);
                var offset = corner.Dot(normal);
                (_lowest, _highest) = (Math.Min(_lowest, offset), Math.Max(_highest, offset));
                _least = new Vec3(Math.Min(_least.X, corner.X), Math.Min(_least.Y, corner.Y), Math.Min(_least.Z, corner.Z));
                _most = new Vec3(Math.Max(_most.X, corner.X), Math.Max(_most.Y, corner.Y), Math.Max(_most.Z, corner.Z));
            }
        }

        /// <summary>Whether a point lies as low over this face, or as little under it, as letters do.</summary>
        public bool IsLow(Vec3 point) => Math.Abs(point.Dot(normal) - Offset) is >= LowestMm and <= HighestMm;

        public bool Carries(FlatFace mark) => IsLow(mark.Middle) && Covers(mark.Middle);

        private bool Covers(Vec3 p) =>
            p.X > _least.X - HighestMm
            && p.X < _most.X + HighestMm
            && p.Y > _least.Y - HighestMm
            && p.Y < _most.Y + HighestMm
            && p.Z > _least.Z - HighestMm
            && p.Z < _most.Z + HighestMm;
    }
}
