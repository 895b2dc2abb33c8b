using Stampo.Core.Flow;
using Stampo.Core.Jobs;
using Stampo.Core.Parts;
using Stampo.Core.Tooling;
using Stampo.Core.Wording;

namespace Stampo.Core.Plans.Injection;

/// <summary>What wants a look before the tool is cut, by the station where it is looked at.</summary>
internal static class InjectionFindings
{
    private const double Notable = 0.002,
        SteppedNotable = 0.05,
        TextureDraftDeg = 1,
        CraneKg = 25;

    private const int MostSaid = 6;

    public static Dictionary<string, IReadOnlyList<Finding>> At(
        Job job,
        InjectionFigures figures,
        OffTheMesh mesh,
        LaidTool laid,
        InjectionChoices choices
    ) =>
        new()
        {
            ["tool"] = [.. OnTool(job, figures, laid, choices)],
            ["filling"] = [.. OnFilling(job, figures, mesh)],
            ["press"] = [.. OnPress(job, figures)],
            ["beside"] = [.. OnBeside(figures)],
        };

    private static IEnumerable<Finding> OnTool(Job job, InjectionFigures figures, LaidTool laid, InjectionChoices choices)
    {
        if (choices.Gates.Kind is GateKind.Edge or GateKind.Tunnel && figures.CavityCount == 1)
            yield return new(
                Severity.Note,
                "off-centre",
                "One cavity gated at its edge: the sprue stands beside it, so the cavity or the nozzle stands off the middle "
                    + "of the tool and the clamp pulls unevenly. A gate on a face or a second cavity puts it right."
            );
        if (figures.Shape is not { } shape)
        {
            yield return new(
                Severity.Warning,
                "not-measured",
                "Without a mesh nobody knows where the tool parts, what it sparks or how the part fills: plates are laid out from the size "
                    + "that was stated. Give the part's mesh on the Part page."
            );
            yield break;
        }

        foreach (var (side, number) in shape.SideCores.Select((s, i) => (s, i + 1)))
            if (OnSideCore(side, number) is { } found)
                yield return found;
        foreach (var found in OnDraft(job))
            yield return found;
        if (shape.SteppedShare > SteppedNotable)
            yield return new(
                Severity.Note,
                "stepped",
                $"{Text.Number(100 * shape.SteppedShare, 2)} % of the parting line lies off its plane: the parting face steps "
                    + "or slopes there, and steep steps want 3° to shut without rubbing."
            );
        if (shape.ShutOffs > 0)
            yield return new(
                Severity.Note,
                "shut-offs",
                $"{Text.Count(shape.ShutOffs, "opening")} through the part, where core meets cavity: fitted to blue, flash "
                    + "shows there first."
            );
        if (shape.Ejectors.Count < figures.Pins)
            yield return new(
                Severity.Warning,
                "pins",
                $"{Text.Count(figures.Pins, "pin")} of {Text.Number(choices.Ejectors.DiameterMm)} mm are needed and the core has room for "
                    + $"{shape.Ejectors.Count}: thicker pins, a stripper plate, or more draft."
            )
            {
                Field = "ejectors.diameterMm",
            };
        if (laid.Figures.Pillars > 0)
            yield return new(
                Severity.Note,
                "pillars",
                $"The core plate would bend {Text.Number(laid.Bend.Value.Likely, 2)} mm under the melt: "
                    + $"{Text.Count(laid.Figures.Pillars, "pillar")} in a row between the rails hold it to 0.02."
            );
        if (laid.Figures.WeightKg > CraneKg)
            yield return new(
                Severity.Note,
                "crane",
                $"{Text.Number(laid.Figures.WeightKg, 3)} kg: eye bolts, rated gear and a crane that reaches the press."
            );
        if (job.Brief.Lettering)
            yield return new(
                Severity.Note,
                "lettering",
                "Lettering is cut mirrored, raised on the part: sunk into the tool, which is the cheap way."
            );
    }

    private static Finding? OnSideCore(SideCore side, int number) =>
        side.Kind switch
        {
            SideCoreKind.Loose => new Finding(
                Severity.Fault,
                $"shut-in-{number}",
                $"Undercut {number} is shut in on all sides: neither a slide nor a lifter gets out. Change the part, open its "
                    + "wall, or load a core by hand and eject it with the part."
            )
            {
                Place = side.Place,
                Concern = Concern.Undercut,
            },
            SideCoreKind.Lifter when side.AngleDeg > SideCore.MostLifterDeg => new Finding(
                Severity.Warning,
                $"steep-lifter-{number}",
                $"Undercut {number} wants a lifter that leans {Text.Number(side.AngleDeg.Value, 2)}°; over "
                    + $"{SideCore.MostLifterDeg}° it wedges: a longer ejector stroke, or a shallower undercut."
            )
            {
                Place = side.Place,
                Concern = Concern.Undercut,
            },
            _ => null,
        };

    /// <summary>Texture asks for a degree, and one more for each 0.025 mm of its depth.</summary>
    private static IEnumerable<Finding> OnDraft(Job job)
    {
        if (job.Part.Measured is not { } measured)
            yield break;
        var (needs, why) =
            job.Brief.ShowSide == Briefs.Finish.Texture
                ? (2.0, "a texture 0.025 mm deep asks 1° and 1° more")
                : (TextureDraftDeg, "steel asks 1°");
        if (measured.NoDraftShares.Below(needs) > Notable)
            yield return new(
                Severity.Warning,
                "draft",
                $"{Text.Number(100 * measured.NoDraftShares.Below(needs), 2)} % of the surface stands within "
                    + $"{Text.Number(needs)}° of the pull; {why}. Those walls drag and score as the part is pushed off."
            )
            {
                Concern = Concern.Draft,
            };
    }

    private static IEnumerable<Finding> OnFilling(Job job, InjectionFigures figures, OffTheMesh mesh)
    {
        if (mesh.Filled?.Refused is { } refused)
            yield return refused;
        else if (figures is { Shape: not null, Filling: null })
            yield return new(
                Severity.Warning,
                "filling-not-known",
                "The wall is so thin against the part that nobody can say here how it fills."
            );
        if (figures.Filling is not { } filling)
            yield break;
        foreach (var found in OnReach(job, figures, filling))
            yield return found;
        foreach (var (weld, i) in filling.Welds.Take(MostSaid).Select((w, i) => (w, i)))
            yield return new(
                Severity.Note,
                $"weld-{i + 1}",
                $"Weld line, {Text.Number(weld.LengthMm, 2)} mm, fronts meet at {Text.Number(weld.AngleDeg, 2)}°: where it "
                    + "shows or carries, move the gate."
            )
            {
                Place = weld.Place,
            };
        foreach (var (last, i) in filling.LastPoints.Where(l => !l.IsVented).Select((l, i) => (l, i)))
            yield return new(
                Severity.Warning,
                $"air-{i + 1}",
                $"Air stays here, {Text.Number(100 * last.Ratio / filling.Ratio, 2)} % of the way to the last: no parting line "
                    + "is near and it burns. A vent at an ejector or an insert, or another gate."
            )
            {
                Place = last.Place,
                Concern = Concern.Air,
            };
        foreach (var (thick, i) in filling.Thick.Take(MostSaid).Select((t, i) => (t, i)))
            yield return new(
                Severity.Warning,
                $"sink-{i + 1}",
                $"{Text.Number(thick.WallMm, 2)} mm thick where the usual wall is {Text.Number(filling.UsualWallMm, 2)}: it "
                    + $"sinks and cools last. Core it out; a rib is {Text.Number(0.6 * filling.UsualWallMm, 2)} mm at most."
            )
            {
                Place = thick.Place,
                Concern = Concern.Section,
            };
        foreach (var found in OnWarp(job, filling))
            yield return found;
        if (filling.OfGates.Count > 1 && filling.OfGates.Max() > 1.25 * filling.OfGates.Min())
            yield return new(
                Severity.Note,
                "balance",
                "The gates are out of balance: one reaches a quarter farther than another, and packs its side later. Move it."
            );
        if (filling.IsCoarse)
            yield return new(Severity.Note, "coarse", "The part is large against its wall: the ways through it are a first look.");
    }

    /// <summary>What bends a part as it cools: walls that differ, and glass that lies along the flow.</summary>
    private static IEnumerable<Finding> OnWarp(Job job, FillingFigures filling)
    {
        if (filling.Thick.Count > 0)
            yield return new(
                Severity.Note,
                "warp-walls",
                "Thick places shrink later than the walls around them and bend the part towards themselves."
            )
            {
                Place = filling.Thick[0].Place,
            };
        if (job.Material.Melt is { GlassFilled: true })
            yield return new(
                Severity.Note,
                "warp-glass",
                "Glass lies along the flow and the part shrinks about half as much along it as across: one gate at the end of a long part "
                    + "keeps it straight, a gate in the middle of its side bends it."
            );
    }

    private static IEnumerable<Finding> OnReach(Job job, InjectionFigures figures, FillingFigures filling)
    {
        var said = $"flow length ÷ wall is {Text.Number(filling.Ratio, 3)} to the farthest place";
        if (job.Material.Melt is not { FlowRatioLow: { } low, FlowRatioHigh: { } high })
            yield return new(Severity.Warning, "reach", $"How far {job.Material.Name} flows is not stated; {said}.")
            {
                Place = filling.Last,
            };
        else if (filling.Ratio > high)
            yield return new(
                Severity.Fault,
                "reach",
                $"It does not fill: {said}, and {job.Material.Name} reaches {Text.Number(low)} to {Text.Number(high)}. More "
                    + "gates, a thicker wall, or an easier plastic."
            )
            {
                Place = filling.Last,
                Field = "gates.count",
            };
        else if (filling.Ratio > low)
            yield return new(
                Severity.Warning,
                "reach",
                $"It may fall short: {said}, and {job.Material.Name} reaches {Text.Number(low)} to {Text.Number(high)}. Another gate or a "
                    + "thicker wall makes it sure."
            )
            {
                Place = filling.Last,
                Field = "gates.count",
            };
        if (figures.Process.FillMpa is { } mpa and > Settings.RiskMpa)
            yield return new(
                mpa > Settings.MostMpa ? Severity.Fault : Severity.Warning,
                "pressure",
                $"About {Text.Number(mpa, 2)} MPa at the gate: over {Settings.RiskMpa} is at risk, over {Settings.MostMpa} no "
                    + "press does it."
            );
    }

    private static IEnumerable<Finding> OnPress(Job job, InjectionFigures figures)
    {
        var ours = figures.Presses.FirstOrDefault(p => p.IsOurs);
        foreach (var against in ours?.Against ?? [])
            yield return new(Severity.Fault, $"press-{against.Length}", $"The brief’s press: {against}.");
        if (ours is { NotKnown.Count: > 0 })
            yield return new(
                Severity.Warning,
                "press-not-known",
                $"Not said of the brief’s press: {string.Join(", ", ours.NotKnown)}. Say it in the brief, or on the shop’s page."
            );
        if (ours is null && figures.Presses.All(p => p.Against.Count > 0))
            yield return new(
                Severity.Fault,
                "no-press",
                $"No usual press to 8,000 kN takes it: {figures.Presses[^1].Against[0]}. Fewer cavities, or a molder with a larger one."
            );
        if (job.Material.Melt is { Drying: { } drying } && drying != "none")
            yield return new(
                Severity.Note,
                "drying",
                $"Dry {job.Material.Name} {drying} and keep it dry: wet, it streaks and turns brittle."
            );
        if (job.Material.Polymer is "POM" or "PVC")
            yield return new(
                Severity.Warning,
                "gas",
                $"{job.Material.Polymer} gives off harmful gas when it stands hot: purge, air, and never the two in one barrel."
            );
    }

    /// <summary>To two digits: no more is known of it.</summary>
    private static double Rounded(double parts)
    {
        var step = Math.Pow(10, Math.Max(0, Math.Floor(Math.Log10(Math.Max(1, parts))) - 1));
        return Math.Round(parts / step) * step;
    }

    private static IEnumerable<Finding> OnBeside(InjectionFigures figures)
    {
        if (figures.HotFrom is { } from)
            yield return new(
                Severity.Note,
                "hot-from",
                $"A heated runner on this tool pays from about {Text.Number(Rounded(from), 9)} parts, by the plastic it saves."
            );
        if (figures.Beside is not [{ IsChosen: false } best, ..] || figures.Beside.FirstOrDefault(b => b.IsChosen) is not { } chosen)
            yield break;
        var saved = chosen.TotalEuros.Likely - best.TotalEuros.Likely;
        if (saved > 0.05 * chosen.TotalEuros.Likely)
            yield return new(
                Severity.Note,
                "cheaper-tool",
                $"{best.Name} with "
                    + $"{Text.Count(best.Cavities, "cavity", "cavities")}{(best.IsHot ? " and a heated runner" : "")} would save about "
                    + $"{Text.Euros(saved)} over the order."
            );
    }
}
