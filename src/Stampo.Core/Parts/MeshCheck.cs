using Stampo.Core.Geometry;
using Stampo.Core.Geometry.Reading;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Parts;

/// <summary>A read mesh with what was found on it.</summary>
public sealed record CheckedMesh(Mesh Mesh, Faults Faults, Topology Topology, MeshReport Report, IReadOnlyList<WorkLine> Working);

/// <summary>Reads a mesh file, joins it and measures what can honestly be measured.</summary>
public static class MeshCheck
{
    private const string Source = "summed over the mesh's own triangles";

    public static CheckedMesh Run(ReadOnlySpan<byte> file, LengthUnit unit, CancellationToken cancel = default) =>
        Run(MeshReader.Read(file, cancel), unit, cancel);

    public static CheckedMesh Run(TriangleSoup soup, LengthUnit unit, CancellationToken cancel = default)
    {
        if (soup.StatedUnit is not null)
            unit = LengthUnit.Mm;
        var mesh = soup.InMm(unit.Millimetres());
        cancel.ThrowIfCancellationRequested();
        var (faults, topology) = Topology.Connect(mesh);
        if (topology.OpenEdges > 0 && Welder.WeldNear(mesh, topology.OpenVertices) is var joined && joined != mesh)
        {
            mesh = joined;
            (faults, topology) = Topology.Connect(mesh);
        }

        cancel.ThrowIfCancellationRequested();
        var shellsMm3 = topology is { IsClosed: true, FlippedEdges: 0 } ? Measures.ShellVolumesMm3(mesh, topology) : [];
        var sheet = new Worksheet();
        var findings = new List<Finding>();
        var size = mesh.Bounds().Size;
        Figure Side(string name, double mm) => Figure.Given(name, mm, "mm");
        sheet.Line(
            "box",
            "Longest side of the box",
            Term.Max(Side("x", size.X), Side("y", size.Y), Side("z", size.Z)),
            "mm",
            "largest − smallest coordinate, per axis"
        );
        var area = sheet
            .Found(
                "search",
                "area",
                "Surface area",
                "Σ ½·|e₁ × e₂|",
                faults.AreaMm2,
                "mm²",
                Source,
                Figure.Given("triangles", mesh.TriangleCount - faults.LeftOut.Count(left => left), "")
            )
            .Value.Likely;
        AddFaults(findings, faults, topology);
        var volume = Volume(mesh, topology, shellsMm3, findings, sheet);
        AddUnitQuestion(findings, soup, unit, size);

        return new CheckedMesh(
            mesh,
            faults,
            topology,
            new MeshReport(
                soup.Format,
                soup.TriangleCount,
                mesh.VertexCount,
                topology.ShellCount,
                topology.IsClosed,
                topology.OpenEdges,
                topology.NonManifoldEdges,
                topology.FlippedEdges,
                faults.Degenerate,
                faults.Duplicate,
                volume,
                area,
                [size.X, size.Y, size.Z],
                findings
            )
            {
                StatedUnit = soup.StatedUnit,
            },
            sheet.Lines
        );
    }

    private static void AddFaults(List<Finding> findings, Faults faults, Topology topology)
    {
        if (topology.OpenEdges > 0)
            findings.Add(
                new Finding(
                    Severity.Fault,
                    "open-edges",
                    $"{Text.Count(topology.OpenEdges, "edge")} with one triangle only: the part is not closed, so no "
                        + "volume is given. Close the holes in the model and export again."
                )
            );
        if (topology.NonManifoldEdges > 0)
            findings.Add(
                new Finding(
                    Severity.Fault,
                    "non-manifold",
                    $"{Text.Count(topology.NonManifoldEdges, "edge")} shared by three or more triangles: walls meet in a "
                        + "way no real part can. Join the bodies in the model and export again."
                )
            );
        if (topology.FlippedEdges > 0)
            findings.Add(
                new Finding(
                    Severity.Fault,
                    "flipped-edges",
                    $"{Text.Count(topology.FlippedEdges, "edge")} where neighbouring triangles face opposite ways: inside "
                        + "and outside are mixed up. Turn the reversed faces in the model."
                )
            );
        if (faults.Degenerate > 0)
            findings.Add(
                new Finding(
                    Severity.Note,
                    "degenerate",
                    $"{Text.Count(faults.Degenerate, "triangle")} without area; they change no figure."
                )
            );
        if (faults.Duplicate > 0)
            findings.Add(
                new Finding(
                    Severity.Warning,
                    "duplicate",
                    $"{Text.Count(faults.Duplicate, "triangle")} listed more than once; each is counted once."
                )
            );
    }

    private static double? Volume(Mesh mesh, Topology topology, double[] shells, List<Finding> findings, Worksheet sheet)
    {
        if (shells.Length == 0)
            return null;
        var order = ShellOrder.Of(mesh, topology, shells);
        if (order is null)
        {
            findings.Add(
                new Finding(
                    Severity.Fault,
                    "too-many-shells",
                    $"{Text.Count(shells.Length, "separate shell")}: too many to tell solids from voids, so no volume is "
                        + "given. Join the bodies in the model."
                )
            );
            return null;
        }

        var (voids, reversed) = order.Value;
        var wholeInsideOut = reversed.Count == shells.Length;
        if (wholeInsideOut)
            findings.Add(
                new Finding(
                    Severity.Warning,
                    "inside-out",
                    "The whole part is inside out (its faces point inward). The volume is right; turn the faces before making a tool path."
                )
            );
        else if (reversed.Count > 0)
            findings.Add(
                new Finding(
                    Severity.Fault,
                    "shell-reversed",
                    $"{Text.Count(reversed.Count, "shell")} of {shells.Length} {(reversed.Count == 1 ? "is" : "are")} "
                        + $"inside out (shell {string.Join(", ", reversed.Take(5).Select(s => s + 1))}), so the volume would be "
                        + "wrong and is not given. Turn the shell in the model and export again."
                )
            );
        if (voids > 0)
            findings.Add(new Finding(Severity.Note, "void", $"{Text.Count(voids, "closed void")} inside the part, taken off the volume."));
        if (shells.Length - voids > 1)
            findings.Add(
                new Finding(
                    Severity.Warning,
                    "several-shells",
                    $"{shells.Length - voids} separate solids in one file. If they are one part, join them; overlaps would count twice."
                )
            );
        if (reversed.Count > 0 && !wholeInsideOut)
            return null;
        return sheet
            .Found(
                "search",
                "volume",
                "Volume",
                "| Σ v₀·(v₁ × v₂) / 6 |",
                Math.Abs(shells.Sum()),
                "mm³",
                "divergence theorem over the closed mesh",
                Figure.Given("triangles", mesh.TriangleCount, ""),
                Figure.Given("shells", shells.Length, "")
            )
            .Value.Likely;
    }

    private static void AddUnitQuestion(List<Finding> findings, TriangleSoup soup, LengthUnit unit, Vec3 sizeMm)
    {
        if (soup.StatedUnit is not null)
            return;
        var longest = Math.Max(sizeMm.X, Math.Max(sizeMm.Y, sizeMm.Z)) / unit.Millimetres();
        if (LengthUnits.Suggest(longest, unit) is { } better)
            findings.Add(
                new Finding(
                    Severity.Warning,
                    "unit",
                    $"The longest side is {Text.Number(longest * unit.Millimetres())} mm. {Format(soup.Format)} files "
                        + $"carry no unit: if this one is in {Name(better)}, that side is "
                        + $"{Text.Number(longest * better.Millimetres())} mm. Choose the unit beside the file's name."
                )
            );
    }

    private static string Format(string format) => format.Split('-')[0].ToUpperInvariant();

    private static string Name(LengthUnit unit) =>
        unit switch
        {
            LengthUnit.Mm => "millimetres",
            LengthUnit.Cm => "centimetres",
            LengthUnit.M => "metres",
            _ => "inches",
        };
}
