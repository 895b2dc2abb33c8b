using Stampo.Core.Geometry;

namespace Stampo.Demo;

/// <summary>The invented parts of the demo world, in millimetres.</summary>
public static class DemoParts
{
    public static IReadOnlyDictionary<string, SolidBuilder> All { get; } =
        new Dictionary<string, SolidBuilder>
        {
            ["gateway-housing.stl"] = GatewayHousing(),
            ["probe-grommet.stl"] = ProbeGrommet(),
            ["scale-foot.stl"] = ScaleFoot(),
            ["feeder-tray.stl"] = FeederTray(),
            ["weather-roof.stl"] = WeatherRoof(),
            ["frame-grip.stl"] = FrameGrip(),
            ["vent-disc.stl"] = VentDisc(),
            ["sensor-prism.stl"] = SensorPrism(),
        };

    /// <summary>A box of 2.2 mm wall with two blind bosses and a stepped lip for its lid.</summary>
    private static SolidBuilder GatewayHousing()
    {
        var outside = Layers.RoundedRectangle(118, 82, 8);
        var wall = outside.Difference(Layers.RoundedRectangle(113.6, 77.6, 5.8));
        var lip = outside.Difference(Layers.RoundedRectangle(115.8, 79.8, 6.9));
        NetTopologySuite.Geometries.Geometry Bosses(double radius) => Layers.Circle(-38, 0, radius).Union(Layers.Circle(38, 0, radius));
        return Layers.Stack(
            (0, 2.2, outside),
            (2.2, 6, wall.Union(Bosses(4.5))),
            (6, 20, wall.Union(Bosses(4.5).Difference(Bosses(1.6)))),
            (20, 32, wall),
            (32, 34, lip)
        );
    }

    /// <summary>A cable grommet with a lip on both sides of the panel it sits in.</summary>
    private static SolidBuilder ProbeGrommet() =>
        Lathe.Turn(72, (5, 0), (16, 0), (16, 4), (10.5, 6), (10.5, 10.5), (14, 12), (12.5, 16), (8.5, 24), (5, 24));

    /// <summary>A load pad moulded over a flanged, threaded bush: the bush's seat is a stepped bore from above.</summary>
    private static SolidBuilder ScaleFoot() =>
        Lathe.Turn(72, (0, 0), (20, 0), (24, 5), (24, 14), (17, 24), (15, 30), (6, 30), (6, 12), (10, 12), (10, 8), (0, 8));

    /// <summary>A drawn tray of 1.5 mm with sloping walls and three ribs across its floor.</summary>
    private static SolidBuilder FeederTray()
    {
        return Sheet.Between(420, 320, 60, 46, Inner, (x, y) => Inner(x, y) + 1.5);

        static double Inner(double x, double y)
        {
            var edge = InsideRounded(x, y, 210, 160, 70);
            var floor = 53.5 * (1 - Sheet.Step(edge, 15, 45));
            var rib = new[] { -100, 0, 100 }.Sum(at => 10 * (1 - Sheet.Step(Math.Abs(x - at), 4, 12)));
            return floor + rib * Sheet.Step(edge, 45, 60);
        }
    }

    /// <summary>How far a point lies inside a rectangle with rounded corners, given by its half sides.</summary>
    private static double InsideRounded(double x, double y, double half, double halfAcross, double radius)
    {
        var (qx, qy) = (Math.Abs(x) - half + radius, Math.Abs(y) - halfAcross + radius);
        return radius - Math.Sqrt(Math.Pow(Math.Max(qx, 0), 2) + Math.Pow(Math.Max(qy, 0), 2)) - Math.Min(Math.Max(qx, qy), 0);
    }

    /// <summary>A domed roof of 3 mm with a turned-down rim.</summary>
    private static SolidBuilder WeatherRoof()
    {
        return Sheet.Between(560, 480, 42, 36, Under, (x, y) => Under(x, y) + 3);

        static double Under(double x, double y)
        {
            var dome = 45 * Math.Cos(x / 560 * Math.PI) * Math.Cos(y / 480 * Math.PI);
            var edge = Math.Min(280 - Math.Abs(x), 240 - Math.Abs(y));
            return dome + 42 * Sheet.Step(edge, 0, 35);
        }
    }

    /// <summary>A waisted handle with an oval section, closed at both ends.</summary>
    private static SolidBuilder FrameGrip()
    {
        const int around = 64,
            along = 60;
        var solid = new SolidBuilder();
        for (var i = 0; i < along; i++)
        for (var j = 0; j < around; j++)
            solid.Quad(At(i, j), At(i, j + 1), At(i + 1, j + 1), At(i + 1, j));
        return solid;

        Vec3 At(int station, int step)
        {
            var t = station / (double)along;
            var end = Math.Sqrt(Math.Max(0, 1 - Math.Pow(Math.Abs(2 * t - 1), 6)));
            var finger = 1 - 0.09 * (1 - Math.Cos(2 * Math.PI * 4 * t)) * Math.Sin(Math.PI * t);
            var (sin, cos) = Math.SinCos(2 * Math.PI * (step % around) / around);
            return end < 1e-9 ? new Vec3(190 * t, 0, 0) : new Vec3(190 * t, 17 * end * finger * cos, 14 * end * finger * sin);
        }
    }

    /// <summary>A flat disc with rings of fine grooves that stop a film of water from creeping through.</summary>
    private static SolidBuilder VentDisc()
    {
        List<(double, double)> profile = [(0, 0), (13, 0), (13, 4)];
        for (var r = 12.0; r > 5; r -= 1)
            profile.AddRange([(r, 4), (r - 0.1, 3.75), (r - 0.35, 3.75), (r - 0.45, 4)]);
        profile.Add((0, 4));
        return Lathe.Turn(72, [.. profile]);
    }

    /// <summary>A lens block, and beside it in the same file a locating stud that was exported inside out.</summary>
    private static SolidBuilder SensorPrism()
    {
        var block = Sheet.Between(30, 30, 40, 40, (_, _) => 0, (x, y) => 12 + 6 * Math.Cos(x / 30 * Math.PI) * Math.Cos(y / 30 * Math.PI));
        var stud = Lathe.Turn(32, (0, -4), (3, -4), (3, -0.5), (0, -0.5));
        return block.Add(stud.TurnedOver());
    }
}
