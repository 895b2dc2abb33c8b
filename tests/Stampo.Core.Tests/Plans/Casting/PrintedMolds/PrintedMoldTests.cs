using Stampo.Core.Briefs;
using Stampo.Core.Geometry;
using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Plans.Casting.PrintedMolds;
using Stampo.Core.Reference;
using Stampo.Core.Tests.Geometry;

namespace Stampo.Core.Tests.Plans.Casting.PrintedMolds;

public class PrintedMoldTests
{
    private static readonly Material Rigid = MaterialLibrary.Find("pu-rigid-fast")!,
        Soft = MaterialLibrary.Find("pu-elastomer-50a")!,
        Silicone = MaterialLibrary.Find("casting-silicone-20a")!;

    private static readonly Material Clear = MaterialLibrary.Find("print-resin-clear")!,
        Tough = MaterialLibrary.Find("print-resin-tough")!,
        Pa = MaterialLibrary.Find("print-powder-pa12")!,
        Hot = MaterialLibrary.Find("print-resin-high-temp")!;

    private static Job For(Material resin, double wallMm = 3, Undercut? undercut = null) =>
        new(
            new PartFacts(
                60,
                40,
                30,
                20,
                120,
                new PartDeclaration
                {
                    NominalWallMm = wallMm,
                    ThinnestWallMm = wallMm,
                    Undercut = undercut,
                }
            ),
            new Brief(),
            resin,
            RateCard.Shipped
        );

    private static PrintedMold Mold(
        Job job,
        PrintedMoldKind kind,
        Material print,
        double shell = 1,
        OverhangFigures? overhangs = null,
        double? made = null,
        int cavities = 1
    ) =>
        PrintedMoldCheck.Of(
            job,
            new PrintedChoices { ShellMm = shell },
            kind,
            new MoldedShape(overhangs, made is { } cm3 ? new GeneratedMold(cm3) : null, Cavities: cavities),
            print,
            23
        );

    private static IEnumerable<string> Codes(PrintedMold mold) => mold.Messages.Select(m => m.Code);

    [Fact]
    public void Its_solid_is_the_shell_the_block_or_the_generated_halves()
    {
        Assert.Equal(120 * 1.0 / 10, Mold(For(Rigid), PrintedMoldKind.Sacrificial, Clear).SolidCm3, 1e-9);
        Assert.Equal(3 * 12.0, Mold(For(Rigid), PrintedMoldKind.Sacrificial, Clear, cavities: 3).SolidCm3, 1e-9);
        Assert.Equal(84 * 64 * 54 / 1000.0 - 20, Mold(For(Rigid), PrintedMoldKind.Split, Clear).SolidCm3, 1e-9);
        Assert.Equal(3 * 88, Mold(For(Rigid), PrintedMoldKind.Split, Clear, made: 88, cavities: 3).SolidCm3, 1e-9);
        var mold = Mold(For(Rigid), PrintedMoldKind.Split, Clear, made: 88);
        // Two halves of 84 × 64 mm stand flat beside each other, half of 54 mm high with 5 mm of support.
        Assert.Equal(32 / 15.0 + 0.5, mold.PrintH, 1e-9);
        Assert.True(mold.Price.Low < mold.Price.Likely && mold.Price.Likely < mold.Price.High);
    }

    [Fact]
    public void A_rigid_part_locks_where_a_soft_one_stretches_off()
    {
        Assert.Contains(
            Mold(For(Rigid, undercut: Undercut.Mild), PrintedMoldKind.Split, Clear).Messages,
            m => m is { Code: "lock-undercut", Severity: Severity.Fault }
        );
        Assert.Contains(
            Mold(For(Soft, undercut: Undercut.Mild), PrintedMoldKind.Split, Clear).Messages,
            m => m is { Code: "lock-undercut", Severity: Severity.Warning }
        );
        Assert.DoesNotContain("lock-undercut", Codes(Mold(For(Rigid, undercut: Undercut.Strong), PrintedMoldKind.Sacrificial, Clear)));
    }

    [Fact]
    public void A_tough_thick_shell_does_not_break_and_a_thin_brittle_one_does()
    {
        Assert.Contains("shell-tough", Codes(Mold(For(Rigid), PrintedMoldKind.Sacrificial, Pa, shell: 2)));
        // Of a soft part no strength is given: the shell bends all the same.
        Assert.Contains("shell-tough", Codes(Mold(For(Soft), PrintedMoldKind.Sacrificial, Tough, shell: 4)));
        Assert.Contains("shell-bends", Codes(Mold(For(Rigid), PrintedMoldKind.Sacrificial, Tough)));
        Assert.Contains("shell-strong", Codes(Mold(For(Rigid, wallMm: 1), PrintedMoldKind.Sacrificial, Clear, shell: 1.2)));
        var brittle = Mold(For(Rigid, wallMm: 4), PrintedMoldKind.Sacrificial, Clear, shell: 0.8);
        Assert.DoesNotContain(brittle.Messages, m => m.Code.StartsWith("shell", StringComparison.Ordinal));
        Assert.Equal(60 * 0.64 / (Rigid.TensileMpa!.Value * 16), brittle.BreakRatio!.Value, 1e-9);
    }

    [Fact]
    public void Heat_softens_a_cool_print_and_printed_resin_stops_silicone()
    {
        Assert.Contains("mold-softens", Codes(Mold(For(Rigid, wallMm: 20), PrintedMoldKind.Split, Clear)));
        Assert.DoesNotContain("mold-softens", Codes(Mold(For(Rigid, wallMm: 20), PrintedMoldKind.Split, Hot)));
        Assert.Contains("inhibition", Codes(Mold(For(Silicone), PrintedMoldKind.Injected, Clear)));
        Assert.Null(Mold(For(Soft), PrintedMoldKind.Split, Clear).Inhibition);
        Assert.True(
            PrintedMoldCheck
                .Of(For(Silicone), new PrintedChoices { Sealed = true }, PrintedMoldKind.Putty, new MoldedShape(null, null), Clear, 23)
                .Inhibition!.IsSafe
        );
    }

    [Fact]
    public void Ceilings_flatter_than_45_degrees_trap_support()
    {
        var up = new Vec3(0, 0, 1);
        Assert.Equal(0, Overhangs.Of(Surfaces.Of(Solids.Block(30, 20, 10)), up).AreaMm2); // its top is the open fill face
        Assert.Equal(0, Overhangs.Of(Surfaces.Of(Turning.Of(64, (0, 0), (10, 0), (0, 30))), up).AreaMm2);
        // A step halfway up is a ceiling; stood the other way up there is none.
        var step = Overhangs.Of(Surfaces.Of(Prism.Of(10, (0, 0), (0, 20), (8, 20), (8, 5), (20, 5), (20, 0))), up);
        Assert.Equal(120, step.AreaMm2, 1e-6);
        Assert.Equal(5, step.At!.PointMm[2], 1e-6);
        Assert.Equal(0, step.BestAreaMm2);
        // The cap of a sphere within 45° of its pole, less the open half millimetre on top.
        var cap = 2 * Math.PI * 100 * (1 - Math.Cos(Math.PI / 4)) - 2 * Math.PI * 10 * 0.5;
        Assert.Equal(cap, Overhangs.Of(Surfaces.Of(Solids.Sphere(10, 200)), up).AreaMm2, 0.03 * cap);
        Assert.Contains("trapped-support", Codes(Mold(For(Soft), PrintedMoldKind.Soluble, Clear, overhangs: step)));
        Assert.DoesNotContain("trapped-support", Codes(Mold(For(Soft), PrintedMoldKind.Split, Clear, overhangs: step)));
    }
}
