using System.Text.Json.Serialization;
using Stampo.Core.Wording;

namespace Stampo.Core.Parts;

public enum ShapeClass
{
    /// <summary>A solid or boxy part with walls, bosses and ribs on both sides.</summary>
    Compact,

    /// <summary>A sheet-like open shell of near-constant wall that could be drawn over a mold.</summary>
    OpenShell,
}

/// <summary>What a mesh shows that a person agrees to or not.</summary>
public enum Seen
{
    Undercut,
    SlenderHoles,
    Walls,
    Lettering,
}

public enum Undercut
{
    None,
    Mild,
    Strong,
}

/// <summary>The size of a part that has no mesh yet.</summary>
public sealed record DeclaredSize(
    double LengthMm,
    double WidthMm,
    double HeightMm,
    [property: JsonPropertyName("volumeCm3")] double VolumeCm3,
    [property: JsonPropertyName("areaCm2")] double AreaCm2
)
{
    internal void Check()
    {
        foreach (var (side, field) in new[] { (LengthMm, "lengthMm"), (WidthMm, "widthMm"), (HeightMm, "heightMm") })
            Wording.Check.Between(side, 0.1, 10_000, $"size.{field}", "mm", "a part is between a tenth of a millimetre and ten metres");
        var box = LengthMm * WidthMm * HeightMm / 1000;
        Wording.Check.Between(
            VolumeCm3,
            1e-6,
            box * 1.000001,
            "size.volumeCm3",
            "cm³",
            "the volume of a part can't be more than that of its box"
        );
        // No body of this volume has less surface than a ball.
        var least = Math.Pow(36 * Math.PI * VolumeCm3 * VolumeCm3, 1 / 3.0);
        Wording.Check.Between(
            AreaCm2,
            least * 0.999999,
            1e9,
            "size.areaCm2",
            "cm²",
            $"a body of {Text.Number(VolumeCm3)} cm³ has at least the surface of a ball, {Text.Number(least, 3)} cm²"
        );
    }
}

/// <summary>What a person says about the part; each answer goes before what the mesh says.</summary>
[Whole]
public sealed record PartDeclaration
{
    /// <summary>Null until somebody has answered: nobody is taken to have said what he has not.</summary>
    public ShapeClass? Shape { get; init; }

    /// <summary>Null: as measured.</summary>
    public Undercut? Undercut { get; init; }

    public double? NominalWallMm { get; init; }

    public double? ThinnestWallMm { get; init; }

    /// <summary>Null: as measured; 0 when they are drilled afterwards, or left out.</summary>
    public int? SlenderHoles { get; init; }

    /// <summary>What was looked at and found as measured.</summary>
    public IReadOnlyList<Seen> Agreed { get; init; } = [];

    /// <summary>For a part without a mesh.</summary>
    public DeclaredSize? Size { get; init; }

    public PartDeclaration Checked()
    {
        if (NominalWallMm is { } wall)
            Check.Between(wall, 0.05, 500, "nominalWallMm", "mm", "a wall is neither foil nor a block");
        if (ThinnestWallMm is { } thinnest)
        {
            Check.Between(thinnest, 0.02, 500, "thinnestWallMm", "mm", "a wall is neither foil nor a block");
            if (thinnest > NominalWallMm)
                throw new RefusalException(
                    "input.out-of-range",
                    $"The thinnest wall ({Text.Number(thinnest)} mm) can't be thicker than the nominal wall "
                        + $"({Text.Number(NominalWallMm.Value)} mm).",
                    "thinnestWallMm"
                );
        }

        if (SlenderHoles is { } holes)
            Check.Between(holes, 0, 10_000, "slenderHoles", "holes", "a part with more is a sieve");
        Check.Between(Check.Given(Agreed, "agreed").Count, 0, Enum.GetValues<Seen>().Length, "agreed", "", "each is agreed to once");
        Size?.Check();
        return this;
    }
}
