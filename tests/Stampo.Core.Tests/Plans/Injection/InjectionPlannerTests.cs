using Stampo.Core.Briefs;
using Stampo.Core.Parts;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Injection;
using Stampo.Core.Tests.Geometry;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Plans.Injection;

/// <summary>A metal tool, its process and its runs.</summary>
public class InjectionPlannerTests
{
    private static readonly SolidSurface Housing = Surfaces.Demo("gateway-housing.stl");

    [Fact]
    public void Look()
    {
        var (plan, f) = new InjectionPlan { Surface = Housing }.Worked();
        foreach (var h in plan.Head)
            Console.WriteLine($"{h.Value} {h.Unit} {h.Says}");
        foreach (var (k, v) in plan.At)
        foreach (var x in v)
            Console.WriteLine($"{k} {x.Severity} {x.Code} {x.Text}");
        Console.WriteLine(System.Text.Json.JsonSerializer.Serialize(f.Layout));
        Console.WriteLine(System.Text.Json.JsonSerializer.Serialize(f.Feed));
        Console.WriteLine(System.Text.Json.JsonSerializer.Serialize(f.Process));
        Console.WriteLine(
            f.Pins
                + " pins; vents "
                + string.Join("-", f.VentMm!)
                + $" fill {f.Filling!.Ratio:0} len {f.Filling.LengthMm:0} wall {f.Filling.UsualWallMm}"
        );
        foreach (var p in f.Presses)
            Console.WriteLine($"{p.Name} {string.Join("; ", p.Against)} {p.ShotPct:0} {p.ResidenceMin:0.0}");
        foreach (var c in f.Changes)
            Console.WriteLine($"{c.By} {c.Hours} {c.Euros}");
        foreach (var b in f.Beside.Take(9))
            Console.WriteLine(
                $"{b.Name} {b.Cavities} hot {b.IsHot} tool {b.ToolEuros.Likely:0} piece {b.PieceEuros.Likely:0.00} total {b.TotalEuros.Likely:0} tools {b.Tools} lead {b.LeadDays.Likely:0} {b.IsChosen}"
            );
        foreach (var s in f.SteelSafe)
            Console.WriteLine(s);
        foreach (var o in plan.Operations)
            Console.WriteLine($"{o.Id} {o.Repeats} {o.Name} {o.HandsMin / 60:0.0} + {o.WaitMin / 60:0.0} h; {o.Detail}");
        Console.WriteLine(plan.Schedule?.ToString()?[..200]);
    }
}
