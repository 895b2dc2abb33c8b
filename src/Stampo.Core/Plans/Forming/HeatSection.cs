using Stampo.Core.Forming;
using Stampo.Core.Parts;
using Stampo.Core.Plans.Forming.Molds;
using Stampo.Core.Shops;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Forming;

/// <summary>Drying, heating without scorching, sag, cooling and the cycle.</summary>
internal static class HeatSection
{
    private const double RoomC = 20,
        OfWindow = 0.8,
        UsualFlux = 7,
        FansShare = 0.5,
        FluxStep = 0.5,
        SettleS = 4,
        OneSidedMm = 3,
        MostRiseK = 400;

    private static readonly string[] SoftPolyolefins = ["hdpe", "pp"];

    public static bool IsSoftPolyolefin(FormingCase of) => SoftPolyolefins.Contains(of.Material.Polymer);

    /// <summary>Null while the material's figures are not known.</summary>
    public static HeatFigures? Heat(FormingCase of)
    {
        var data = of.Data;
        if (data is not { SpecificHeatJPerKgK: { } heatCapacity, ConductivityWPerMK: { } conductivity, EjectC: { } ejectC })
            return null;
        var (gauge, window) = (of.GaugeMm, data.FormHighC - data.FormLowC);
        var sides = of.Choices.Heat.OneSided ? 1 : 2;
        var mostFlux = window * 2 * sides * conductivity / gauge;
        var flux = of.Choices.Heat.FluxKwPerM2 ?? Math.Clamp(Math.Floor(OfWindow * mostFlux / FluxStep) * FluxStep, FluxStep, UsualFlux);
        var (each, thickness) = (
            Figure.Given(sides == 1 ? "flux" : "flux, each side", flux, "kW/m²", "plan/heat.fluxKwPerM2"),
            Figure.Given("gauge", gauge, "mm", "plan/sheet.gaugeMm")
        );
        var heated = Figure.Given("sides heated", sides, "", "plan/heat.oneSided");
        var ahead = of.Working.Line(
            "leadK",
            sides == 1 ? "Heated face ahead of the other" : "Surface ahead of the middle",
            each * thickness / (2 * heated * Figure.Given("conductivity", conductivity, "W/(m·K)", "plan/sheet.materialId")),
            "K",
            "steady heating (Fourier); what is not heated loses nothing"
        );
        var lead = ahead.Value.Likely;
        // Over the thickness it lies as a parabola: its mean is a third of the lead above the coolest.
        Figure Known(string name, double value, string unit) => Figure.Given(name, value, unit, "plan/sheet.materialId");
        var mean = Known("formed from", data.FormLowC, "°C") + ahead / 3 - Figure.Given("room", RoomC, "°C");
        var heating = of.Working.Line(
            "heatS",
            "Heating",
            Known("density", 1000 * of.Material.DensityGPerCm3, "kg/m³")
                * thickness
                * (
                    Known("heat capacity", heatCapacity, "J/(kg·K)") * Term.Min(Term.Of(MostRiseK, "K"), mean)
                    + Known("melting", data.MeltingKjPerKg ?? 0, "kJ/kg")
                )
                / (heated * each),
            "s",
            sides == 1 ? "until the far face can be formed" : "until the middle can be formed"
        );
        var span = of.ClampMm[0];
        var growth = Figure.Given("growth", of.Choices.Heat.SagStrainPct, "%", "plan/heat.sagStrainPct");
        var sag = of
            .Working.Line(
                "sagMm",
                "Sag to expect",
                Figure.Given("span of the clamp", span, "mm", "plan/sheet.marginMm") * Term.Sqrt(3 * growth / 8),
                "mm",
                "a flat arc; the operator's sign that the sheet is ready"
            )
            .Value.Likely;
        var thick = ThickMm(of);
        var moldC = MoldSection.FaceC(of, of.Mold);
        var cool = CoolS(of, of.Mold)!.Value;
        var cooling = of.Working.Found(
            "rule",
            "coolS",
            "Cooling on the mold",
            "fans × mold × 4·h²/(π²·α) × ln[(8/π²)·(sheet − mold)/(off − mold)]",
            cool,
            "s",
            "one face cools; the thickest place is last",
            Figure.Given("thickest", thick, "mm"),
            Figure.Given("fans", Fans(of, of.Mold), "×", "plan/heat.fans"),
            Figure.Given("mold", of.Mold.CoolingFactor, "×", "plan/mold.moldId"),
            Figure.Given("sheet", (data.FormLowC + data.FormHighC) / 2, "°C"),
            Figure.Given("face of the mold", moldC, "°C", "plan/heat.moldC"),
            Figure.Given("taken off at", ejectC, "°C", "plan/sheet.materialId")
        );
        return new HeatFigures(
            flux,
            heating.Value.Likely,
            lead,
            data.FormLowC,
            data.FormLowC + lead,
            mostFlux,
            sag,
            cool,
            thick,
            moldC,
            ejectC,
            of.Mold.RecoveryShare * cool,
            data.DryC,
            data.DryC is null ? null : data.HoursFor(gauge),
            sides,
            heating,
            cooling
        );
    }

    /// <summary>What cools last: where the part stays thickest.</summary>
    private static double ThickMm(FormingCase of) => of.GaugeMm * Math.Min(1, of.Sheet is { } sheet ? sheet.MaxMm / sheet.GaugeMm : 1);

    /// <summary>On a mold of this or another material; null while something is not known, or when it never gets cool enough.</summary>
    public static double? CoolS(FormingCase of, FormMold mold)
    {
        if (of.Data is not { SpecificHeatJPerKgK: { } heatCapacity, ConductivityWPerMK: { } conductivity, EjectC: { } ejectC })
            return null;
        var moldC = MoldSection.FaceC(of, mold);
        if (ejectC <= moldC + 0.5)
            return of.Mold == mold ? 0 : null;
        var diffusivity = 1e3 * conductivity / (of.Material.DensityGPerCm3 * heatCapacity);
        var thick = ThickMm(of);
        var sheetC = Math.Max(ejectC, (of.Data.FormLowC + of.Data.FormHighC) / 2);
        return Fans(of, mold) * FormingLaws.CoolingSeconds(new(thick, diffusivity, sheetC, moldC, ejectC, mold.CoolingFactor));
    }

    /// <summary>A mold that carries heat off gains nothing by air on the other face.</summary>
    private static double Fans(FormingCase of, FormMold mold) => of.Choices.Heat.Fans && mold.RecoveryShare > 0 ? FansShare : 1;

    /// <summary>From sheet to sheet on a mold; null while the material is not known.</summary>
    public static double? CycleS(FormingCase of, FormMold mold, double heatS) =>
        CoolS(of, mold) is { } cool ? LoadS(of) + heatS + FormS(of) + cool * (1 + mold.RecoveryShare) : null;

    public static CycleFigures Cycle(FormingCase of, HeatFigures? heat)
    {
        var (load, form) = (LoadS(of), FormS(of));
        if (heat is null)
            return new CycleFigures(null, null, load, form);
        Figure S(string name, double s, string? at = null) => Figure.Given(name, s, "s", at);
        var cycle = of.Working.Line(
            "cycleS",
            "From sheet to sheet",
            of.Job.Figure("form.load").Likely
                + heat.Heating
                + S("forming", form, "plan/air.withinS")
                + heat.Cooling
                + S("recovery of the mold", heat.RecoverS, "plan/mold.moldId"),
            "s",
            "one heater and one mold at a time"
        );
        var day = Figure.Given("working day", of.Choices.Hours.MinutesADay * 60, "s", "plan/hours");
        var parts = of
            .Working.Line(
                "partsADay",
                "Good parts a day",
                Term.Floor(day / cycle)
                    * Figure.Given("parts on a sheet", of.Up, "", "plan/sheet.across")
                    * of.Job.Figure("form.yield").Likely,
                "parts",
                "one person at one machine; trimming beside it"
            )
            .Value.Likely;
        var seconds = cycle.Value.Likely;
        return new CycleFigures(seconds, parts, load, form);
    }

    private static double LoadS(FormingCase of) => of.Job.Norm("form.load").Likely;

    public static double FormS(FormingCase of) => of.Choices.Air.WithinS + SettleS;

    /// <summary>A limit of sheet or equipment that is broken: nothing is planned then.</summary>
    public static IEnumerable<Finding> Refusals(FormingCase of, HeatFigures? heat)
    {
        if (heat is null)
            yield break;
        if (heat.SurfaceC > of.Data.FormHighC + 1e-9)
            yield return new(
                Severity.Fault,
                "scorches",
                $"At {Text.Number(heat.FluxKwPerM2, 3)} kW/m² the surface is {Text.Number(heat.LeadK, 3)} K ahead: it comes to "
                    + $"{Text.Number(heat.SurfaceC, 3)} °C, over the {Text.Number(of.Data.FormHighC)} °C it bears, before "
                    + $"{heat.Coolest} can be formed at {Text.Number(of.Data.FormLowC)} °C. Heat with "
                    + $"{Text.Number(Math.Floor(10 * heat.MostFlux) / 10, 3)} kW/m² at most."
            )
            {
                Field = "heat.fluxKwPerM2",
            };
        if (heat.EjectC <= heat.MoldC + 0.5)
            yield return new(
                Severity.Fault,
                "never-cool",
                $"The face of the mold has {Text.Number(heat.MoldC, 3)} °C; the sheet is taken off at "
                    + $"{Text.Number(heat.EjectC, 3)} °C and never "
                    + "gets there. Cool the mold."
            )
            {
                Field = "heat.moldC",
            };
        if (heat is { DryC: { } dry } && of.Job.Brief.Equipment?.Says(Resource.Oven, "highestC") is { } oven && dry > oven)
            yield return new(
                Severity.Fault,
                "oven",
                $"The sheet is dried at {Text.Number(dry)} °C; the oven stated in the brief goes to {Text.Number(oven)} °C. "
                    + "Have it dried, or buy "
                    + "it dry and sealed."
            )
            {
                Field = "sheet.materialId",
            };
    }

    public static IEnumerable<Finding> Findings(FormingCase of, HeatFigures? heat)
    {
        if (heat is null)
        {
            yield return new(
                Severity.Warning,
                "heat-not-known",
                $"How {of.Material.Name} takes up heat is not known, so heating, cooling and the cycle are not: they stand on "
                    + "norms. Give heat "
                    + "capacity, conductivity and the temperature it is taken off at in the library."
            );
            yield break;
        }

        if (heat.DryC is { } dry)
            yield return new(
                Severity.Note,
                "dry",
                $"Dry at {Text.Number(dry)} °C for {Text.Duration(60 * heat.DryH ?? 0)}: undried sheet blisters. Spread the "
                    + "sheets, form them warm."
            );
        if (heat.Sides == 1 && of.GaugeMm > OneSidedMm)
            yield return new(
                Severity.Warning,
                "one-sided",
                $"{Text.Number(of.GaugeMm)} mm heated from one side takes {Text.Number(heat.HeatS, 3)} s, and its faces are formed at two "
                    + $"temperatures. Over {OneSidedMm} mm heat both sides, or turn the sheet half-way."
            )
            {
                Field = "heat.oneSided",
            };
        if (heat.LeadK > OfWindow * 1.15 * (of.Data.FormHighC - of.Data.FormLowC))
            yield return new(
                Severity.Warning,
                "close",
                $"The surface takes {Text.Number(100 * heat.LeadK / (of.Data.FormHighC - of.Data.FormLowC), 2)} % of the "
                    + "forming window: little is "
                    + "left for a heater that is hotter in places."
            );
        yield return new(
            Severity.Note,
            "sag",
            $"Expect a sag of about {Text.Number(heat.SagMm, 2)} mm when it is ready; note what you see, it is your own machine's sign."
        );
    }
}
