using Stampo.Core.Geometry;
using Stampo.Core.Plans.Composites;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Tests.Plans.Composites;

/// <summary>Fill times against the laws of line and point, on flat and on bent plates of two triangles a face.</summary>
public class InfusionFillTests
{
    private static readonly InfusedFibre Stack = new(0.52, 0.28, 2e-9, 95_000);

    private static Mesh Faces(params IReadOnlyList<Vec3>[] faces)
    {
        List<Vec3> points = [];
        List<int> corners = [];
        foreach (var face in faces)
        {
            int[] at = [.. face.Select(Of)];
            for (var i = 2; i < at.Length; i++)
                corners.AddRange([at[0], at[i - 1], at[i]]);
        }

        return new Mesh([.. points.SelectMany(p => new[] { p.X, p.Y, p.Z })], [.. corners]);

        int Of(Vec3 point)
        {
            if (points.IndexOf(point) is >= 0 and var known)
                return known;
            points.Add(point);
            return points.Count - 1;
        }
    }

    private static Mesh Plate(double x, double y, double at = 0) =>
        Faces((Vec3[])[new(0, 0, at), new(x, 0, at), new(x, y, at), new(0, y, at)]);

    private static InfusionFill Fill(Mesh mesh, Vec3[]? ports = null, (Vec3, Vec3)[]? lines = null, double radius = 6) =>
        InfusionFill.Of(mesh, new Feeds(ports ?? [], radius, lines ?? []), null, Progress.None);

    private static void Near(double wanted, double? got, double share) =>
        Assert.InRange(got!.Value, wanted * (1 - share), wanted * (1 + share));

    private static double Line(double mm) => Infusion.Line(new(0.52, 0.28, mm / 1000, 2e-9, 95_000)).Seconds;

    private static double Point(double mm, double port) => Infusion.Point(new(0.52, 0.28, mm / 1000, port / 1000, 2e-9, 95_000)).Seconds;

    [Fact]
    public void From_a_line_at_the_edge_and_round_a_bend()
    {
        var flat = Fill(Plate(600, 200), lines: [(new(0, 0, 0), new(0, 200, 0))]);
        Near(Line(600), flat.Seconds(Stack), 0.03);
        Assert.Equal(600, flat.LastAt.X, 10.0);
        foreach (var at in new[] { 100.0, 250, 400, 550 })
            Near(Line(at), flat.SecondsAt(new Vec3(at, 77, 0), Stack), 0.04);
        var bent = Faces(
            [new(0, 0, 0), new(400, 0, 0), new(400, 200, 0), new(0, 200, 0)],
            [new(400, 0, 0), new(400, 0, 200), new(400, 200, 200), new(400, 200, 0)]
        );
        var round = Fill(bent, lines: [(new(0, 0, 0), new(0, 200, 0))]);
        Near(Line(600), round.Seconds(Stack), 0.03);
        Near(Line(500), round.SecondsAt(new Vec3(400, 50, 100), Stack), 0.04);
    }

    [Theory]
    [InlineData(6)]
    [InlineData(20)]
    public void From_a_point_all_round(double port)
    {
        var plate = Fill(Plate(800, 800), ports: [new(400, 400, 0)], radius: port);
        foreach (var radius in new[] { 100.0, 200, 350 })
        foreach (var turn in new[] { 0.3, 1.9, 4.4 })
        {
            var (sin, cos) = Math.SinCos(turn);
            Near(Point(radius, port), plate.SecondsAt(new Vec3(400 + radius * cos, 400 + radius * sin, 0), Stack), 0.05);
        }
    }

    [Fact]
    public void The_last_place_lies_opposite_and_a_piece_apart_stays_dry()
    {
        var corner = Fill(Plate(300, 200), ports: [new(0, 0, 0)]);
        Assert.True((corner.LastAt - new Vec3(300, 200, 0)).Length < 12);
        Assert.Empty(corner.Dry());
        var apart = Faces(
            [new(0, 0, 0), new(300, 0, 0), new(300, 200, 0), new(0, 200, 0)],
            [new(0, 0, 50), new(100, 0, 50), new(100, 100, 50), new(0, 100, 50)]
        );
        var fill = Fill(apart, ports: [new(150, 100, 0)]);
        Assert.Equal(50, Assert.Single(fill.Dry()).Z);
        Assert.Null(fill.SecondsAt(new Vec3(50, 50, 50), Stack));
        Assert.Equal(0, fill.SecondsAt(new Vec3(150, 100, 0), Stack)!.Value, 1e-9);
    }

    [Fact]
    public void What_cannot_be_filled_is_refused_by_its_place()
    {
        string? FieldOf(Action act) => Assert.Throws<RefusalException>(act).Field;
        Assert.Equal("ports[0]", FieldOf(() => Fill(Plate(100, 100), ports: [new(50, 50, 30)])));
        Assert.Equal("lines[0][1]", FieldOf(() => Fill(Plate(100, 100), lines: [(new(0, 0, 0), new(0, 300, 0))])));
        Assert.Equal("permeabilityM2", FieldOf(() => (Stack with { PermeabilityM2 = 0 }).Checked()));
    }
}
