using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Casting.Batches;

/// <summary>
/// Grams of A and B for a pour, with loss, pot life and the split into charges.
/// Pot life: t = t_ref · 2^((T_ref − T)/10) · (m_ref/m)^¼ for m above m_ref, a workshop rule of thumb.
/// </summary>
public sealed class CastingBatch
{
    /// <summary>Code of the finding that a cup is heavier than the scale weighs.</summary>
    public const string OverScale = "over-scale";

    public const double GramsPerPound = 453.59237,
        Cm3PerIn3 = 16.387064;

    private const double LeastDensity = 0.7,
        MostDensity = 2.5;
    private const double VesselTimes = 3;
    private const int MostParts = 100_000,
        MostCharges = 1_000;
    private const string Rule = "rule of thumb: rate doubles per 10 °C, bulk shortens";

    private readonly CastingBatchRequest _request;
    private readonly Worksheet _sheet = new();
    private readonly List<Finding> _messages = [];
    private readonly double _shareA;
    private readonly double _massPerPartG;

    private CastingBatch(CastingBatchRequest request)
    {
        _request = request;
        RefuseBad();
        var ratioA = _sheet.Write(
            "ratio",
            "Share of A by weight",
            RatioFormula,
            request.Ratio.ShareOfA(),
            "share",
            "data sheet of the resin",
            [.. RatioInputs()]
        );
        _shareA = ratioA;
        NetCm3 = _sheet.Write(
            "net",
            "Net volume",
            "count × (part + gate, risers, reservoir)",
            request.Count * PerPartCm3,
            "cm³",
            "volume of the part",
            Count,
            new WorkInput("part", request.PartVolumeCm3, "cm³", "part"),
            new WorkInput("gate, risers, reservoir", request.ExtraCm3PerPart, "cm³", "plan/pour.extraCm3PerPart")
        );
        PouredCm3 = _sheet.Write(
            "poured",
            "Poured volume",
            GrossesUp ? "net ÷ (1 − loss)" : "net × (1 + loss)",
            NetCm3 * LossFactor,
            "cm³",
            GrossesUp ? "school: loss is a share of what is poured" : "school: loss is added to what is needed",
            new WorkInput("net", NetCm3, "cm³"),
            new WorkInput("loss", request.LossPct, "%", "plan/pour.lossPct")
        );
        Density = WriteDensity();
        MassG = _sheet.Write(
            "mass",
            "Mass",
            "poured × density",
            PouredCm3 * Density,
            "g",
            "definition of density",
            new WorkInput("poured", PouredCm3, "cm³"),
            new WorkInput("density", Density, "g/cm³", "plan/pour.densityGPerCm3")
        );
        _massPerPartG = MassG / request.Count;
    }

    private double NetCm3 { get; }

    private double PouredCm3 { get; }

    private double Density { get; }

    private double MassG { get; }

    private double PerPartCm3 => _request.PartVolumeCm3 + _request.ExtraCm3PerPart;

    private bool GrossesUp => _request.LossBasis == "ofPoured";

    private bool ByVolume => _request.Ratio.Basis == "volume";

    private double LossFactor => GrossesUp ? 1 / (1 - _request.LossPct / 100) : 1 + _request.LossPct / 100;

    private WorkInput Count => new("count", _request.Count, "parts", "plan/pour.cavities");

    private string RatioFormula => ByVolume ? "A·ρA ÷ (A·ρA + B·ρB)" : "A ÷ (A + B)";

    public static CastingBatchAnswer Compute(CastingBatchRequest request) => new CastingBatch(request).Answer();

    private CastingBatchAnswer Answer()
    {
        var asked = Math.Min(_request.CavitiesPerCharge ?? _request.Count, _request.Count);
        var (working, needed) = (WorkingMin(asked), NeededMin(asked));
        bool? fits = working is null || needed is null ? null : needed <= working;
        WriteTimes(asked, working, needed);
        var charges = Charges(asked, fits);
        double a = charges.Sum(c => c.AG),
            b = charges.Sum(c => c.BG),
            filler = charges.Sum(c => c.FillerG);
        if (_request.CupG > 0)
            _sheet.Write(
                "stays",
                "Stays in cups and funnel",
                "per cup × ∛(charge ÷ 100 cm³), for each charge",
                charges.Sum(c => StaysG(_massPerPartG * c.Cavities)),
                "g",
                "bench practice: 2 to 4 g in a cup of 100 mL",
                new WorkInput("per cup", _request.CupG, "g"),
                new WorkInput("charge", _massPerPartG * charges[0].Cavities / Density, "cm³"),
                new WorkInput("charges", charges.Count, "")
            );
        WriteCups(a, b);
        var ratioError = ScaleRounding.RatioErrorPct(a, b, _shareA / (1 - _shareA));
        var smallest = Smallest();
        AddMessages(charges, fits, charges.Max(c => ScaleRounding.RatioErrorPct(c.AG, c.BG, _shareA / (1 - _shareA))), smallest);
        var vessel = _sheet.Write(
            "vessel",
            "Degassing vessel",
            "3 × largest charge's volume",
            VesselTimes * charges.Max(c => c.AG + c.BG) / Density,
            "cm³",
            "the mix rises to about three times before it collapses",
            new WorkInput("largest charge", charges.Max(c => c.AG + c.BG), "g")
        );
        return new CastingBatchAnswer(
            NetCm3,
            PouredCm3,
            Density,
            MassG,
            a,
            b,
            a + b,
            filler,
            ratioError,
            smallest,
            working,
            needed,
            fits,
            charges,
            vessel,
            _messages,
            _sheet.Lines
        );
    }

    private IEnumerable<WorkInput> RatioInputs()
    {
        yield return new WorkInput("A", _request.Ratio.A, ByVolume ? "parts by volume" : "parts by weight", "plan/pour.ratio");
        yield return new WorkInput("B", _request.Ratio.B, ByVolume ? "parts by volume" : "parts by weight", "plan/pour.ratio");
        if (!ByVolume)
            yield break;
        yield return new WorkInput("ρA", _request.Ratio.DensityA!.Value, "g/cm³", "plan/pour.ratio");
        yield return new WorkInput("ρB", _request.Ratio.DensityB!.Value, "g/cm³", "plan/pour.ratio");
    }

    private double WriteDensity()
    {
        if (_request.SpecificVolumeIn3PerLb is { } v)
            return _sheet.Write(
                "density",
                "Density of the mix",
                "453.59237 ÷ (specific volume × 16.387064)",
                GramsPerPound / (v * Cm3PerIn3),
                "g/cm³",
                "data sheet; pound and inch by definition",
                new WorkInput("specific volume", v, "in³/lb", "plan/pour.densityGPerCm3")
            );
        if (_request.DensityGPerCm3 is { } given)
            return _sheet.Write(
                "density",
                "Density of the mix",
                "as given",
                given,
                "g/cm³",
                "data sheet of the resin",
                new WorkInput("density", given, "g/cm³", "plan/pour.densityGPerCm3")
            );
        var ratio = _request.Ratio;
        return _sheet.Write(
            "density",
            "Density of the mix",
            "(A·ρA + B·ρB) ÷ (A + B)",
            (ratio.A * ratio.DensityA!.Value + ratio.B * ratio.DensityB!.Value) / (ratio.A + ratio.B),
            "g/cm³",
            "volumes added, no shrink on mixing",
            [.. RatioInputs()]
        );
    }

    private double? WorkingMin(int cavities)
    {
        if (_request.PotLife is not { } pot)
            return null;
        var celsius = _request.ResinC ?? pot.AtC;
        return pot.Minutes * RuleOfTen.Factor(pot.AtC, celsius) * Math.Pow(Math.Min(1, pot.AtMassG / (_massPerPartG * cavities)), 0.25);
    }

    private double? NeededMin(int cavities) =>
        _request.Steps is { } s ? s.MixMin + s.DegasMin + s.LoadMin + s.PourMinPerCavity * cavities + s.SecondDegasMin : null;

    private void WriteTimes(int cavities, double? working, double? needed)
    {
        if (working is { } minutes && _request.PotLife is { } pot)
            _sheet.Write(
                "working",
                "Working time of one charge",
                "pot life × 2^((T_ref − T)/10) × (m_ref ÷ m)^¼ when m > m_ref",
                minutes,
                "min",
                Rule,
                new WorkInput("pot life", pot.Minutes, "min", "plan/pour.potLifeMin"),
                new WorkInput("T_ref", pot.AtC, "°C", "plan/pour.potLifeMin"),
                new WorkInput("T", _request.ResinC ?? pot.AtC, "°C", "plan/pour.resinC"),
                new WorkInput("m_ref", pot.AtMassG, "g", "plan/pour.potLifeMin"),
                new WorkInput("m", _massPerPartG * cavities, "g")
            );
        if (needed is { } need && _request.Steps is { } s)
            _sheet.Write(
                "needed",
                "Time needed for one charge",
                "mix + degas + load + pour × cavities",
                need,
                "min",
                "the shop's own steps",
                new WorkInput("mix", s.MixMin, "min", "plan/pour.steps"),
                new WorkInput("degas", s.DegasMin, "min", "plan/pour.steps"),
                new WorkInput("load", s.LoadMin, "min", "plan/pour.steps"),
                new WorkInput("pour", s.PourMinPerCavity, "min/cavity", "plan/pour.steps"),
                new WorkInput("cavities", cavities, "", "plan/pour.cavitiesPerCharge")
            );
    }

    private void WriteCups(double a, double b)
    {
        var rounding = _request.ScaleStepG is { } step ? $", in whole steps of {Text.Number(step)} g that keep the ratio" : "";
        _sheet.Write(
            "a",
            "Cup A",
            "mass × share of A" + rounding,
            a,
            "g",
            "mix ratio",
            new WorkInput("mass", MassG, "g"),
            new WorkInput("share of A", _shareA, "share")
        );
        _sheet.Write(
            "b",
            "Cup B",
            "mass × (1 − share of A)" + rounding,
            b,
            "g",
            "mix ratio",
            new WorkInput("mass", MassG, "g"),
            new WorkInput("share of A", _shareA, "share")
        );
    }

    /// <summary>As few charges as keep inside pot life, cavities spread evenly; one part a charge when nothing helps.</summary>
    private List<Charge> Charges(int asked, bool? fits)
    {
        var charges = (int)Math.Ceiling(_request.Count / (double)asked);
        if (fits == false && _request.CavitiesPerCharge is null)
        {
            while (charges < _request.Count && NeededMin(Most(charges)) > WorkingMin(Most(charges)))
                charges++;
        }

        Check.Between(
            charges,
            1,
            MostCharges,
            "cavitiesPerCharge",
            "charges",
            "nobody mixes that many cups for one pour; plan fewer parts at a time"
        );
        return [.. Enumerable.Range(0, charges).Select(i => ChargeOf(CavitiesIn(i, charges, asked)))];
    }

    private int Most(int charges) => (int)Math.Ceiling(_request.Count / (double)charges);

    private int CavitiesIn(int index, int charges, int asked) =>
        _request.CavitiesPerCharge is null
            ? _request.Count / charges + (index < _request.Count % charges ? 1 : 0)
            : Math.Min(asked, _request.Count - index * asked);

    /// <summary>Outside of these a loss is asked about, %.</summary>
    private const double LeastLossPct = 2,
        MostLossPct = 50;

    private Charge ChargeOf(int cavities)
    {
        var poured = _massPerPartG * cavities;
        var mass = poured + StaysG(poured);
        var (a, b) = (mass * _shareA, mass * (1 - _shareA));
        if (_request.ScaleStepG is { } step)
            (a, b) = ScaleRounding.Round(a, b, step);
        var (working, needed) = (WorkingMin(cavities), NeededMin(cavities));
        return new Charge(
            cavities,
            a,
            b,
            a * _request.FillerPctOfA / 100,
            working,
            needed,
            working is null || needed is null ? null : needed <= working
        );
    }

    /// <summary>A film stays in every cup and funnel, 2 to 4 g in one of 100 mL; its surface grows slower than its volume.</summary>
    private double StaysG(double pouredG) => _request.CupG * Math.Cbrt(pouredG / Density / CupCm3);

    private const double CupCm3 = 100;

    private double? Smallest() =>
        _request.ScaleStepG is { } step
            ? _sheet.Write(
                "smallest",
                "Smallest charge this scale holds to 1 %",
                "100 steps ÷ smaller share",
                ScaleRounding.StepsInSmallestCup * step / Math.Min(_shareA, 1 - _shareA),
                "g",
                "one step is 1 % of the smaller cup",
                new WorkInput("step", step, "g", "plan/pour.scaleStepG"),
                new WorkInput("share of A", _shareA, "share")
            )
            : null;

    private void AddMessages(List<Charge> charges, bool? fits, double ratioError, double? smallest)
    {
        if (charges.Any(c => c.Fits == false))
            _messages.Add(
                new Finding(
                    Severity.Fault,
                    "pot-life",
                    "Even one charge this small gels before it is poured. Cool the resin, shorten the steps, or take a slower resin."
                )
            );
        else if (fits == false)
            _messages.Add(
                new Finding(
                    Severity.Warning,
                    "split",
                    $"In one charge it would gel before the last cavity: mix {Text.Count(charges.Count, "charge")}, one after the other."
                )
            );
        if (_request.ScaleCapacityG is { } most && charges.Max(c => Math.Max(c.AG, c.BG)) is var heaviest && heaviest > most)
            _messages.Add(
                new Finding(
                    Severity.Fault,
                    OverScale,
                    $"A cup of {Text.Number(heaviest)} g is more than the scale's {Text.Number(most)} g: fill fewer cavities from "
                        + "a charge, or weigh on a larger scale."
                )
            );
        if (_request.LossPct is < LeastLossPct or > MostLossPct)
            _messages.Add(
                new Finding(
                    Severity.Warning,
                    "loss-odd",
                    $"{Text.Number(_request.LossPct)} % left in the pot and on the walls is unusual: 10 to 20 % is. Is it meant?"
                )
            );
        if (ratioError > ScaleRounding.RatioLimitPct)
            _messages.Add(
                new Finding(
                    Severity.Warning,
                    "ratio-off",
                    $"The scale's step puts the ratio off by {Text.Number(ratioError, 2)} %; "
                        + $"{ScaleRounding.RatioLimitPct} % is the limit. Take a finer scale or a larger charge."
                )
            );
        if (smallest is { } least && charges.Min(c => c.AG + c.BG) < least)
            _messages.Add(
                new Finding(
                    Severity.Warning,
                    "below-scale",
                    $"The smallest charge is {Text.Number(charges.Min(c => c.AG + c.BG))} g; this scale holds 1 % only "
                        + $"from {Text.Number(least)} g. Take a finer scale or mix more."
                )
            );
        if (_request.DensityGPerCm3 is { } given && _request.Ratio is { DensityA: { } a, DensityB: { } b } && ByVolume)
        {
            var mixed = (_request.Ratio.A * a + _request.Ratio.B * b) / (_request.Ratio.A + _request.Ratio.B);
            if (Math.Abs(given / mixed - 1) > 0.02)
                _messages.Add(
                    new Finding(
                        Severity.Note,
                        "density-differs",
                        $"The components alone would mix to {Text.Number(mixed)} g/cm³; {Text.Number(given)} was given and is used."
                    )
                );
        }
    }

    private void RefuseBad()
    {
        Check.Positive(_request.PartVolumeCm3, "partVolumeCm3", "cm³", 1e6);
        Check.Between(_request.Count, 1, MostParts, "count", "parts", "a pour fills at least one cavity");
        Check.Between(_request.LossPct, 0, 90, "lossPct", "%", "more than nine tenths lost is a spill, not a loss");
        Check.Between(_request.ExtraCm3PerPart, 0, 1e6, "extraCm3PerPart", "cm³", "gates and risers take resin, never give it");
        Check.Between(_request.FillerPctOfA, 0, 100, "fillerPctOfA", "%", "more filler than resin no longer pours");
        Check.OneOf(_request.LossBasis, "lossBasis", "added", "ofPoured");
        RefuseBadRatio(Check.Given(_request.Ratio, "ratio"));
        RefuseBadDensity();
        if (_request.ScaleStepG is { } step)
            Check.Between(step, 0.0001, 1000, "scaleStepG", "g", "that is what scales show");
        if (_request.CavitiesPerCharge is { } cavities)
            Check.Between(cavities, 1, MostParts, "cavitiesPerCharge", "", "a charge fills at least one cavity");
        if (_request.PotLife is { } pot)
        {
            Check.Between(pot.Minutes, 0.1, 10_000, "potLife.minutes", "min", "that is what casting resins have");
            Check.Between(pot.AtMassG, 0.1, 1e6, "potLife.atMassG", "g", "the mass on the data sheet, often 100 g");
            Check.Between(pot.AtC, -20, 150, "potLife.atC", "°C", "the temperature on the data sheet, often 23 °C");
        }

        if (_request.ResinC is { } celsius)
            Check.Between(celsius, -20, 150, "resinC", "°C", "resin is neither frozen nor burnt");
        if (_request.Steps is { } s)
        {
            foreach (
                var (value, name) in new[]
                {
                    (s.MixMin, "mixMin"),
                    (s.DegasMin, "degasMin"),
                    (s.PourMinPerCavity, "pourMinPerCavity"),
                    (s.LoadMin, "loadMin"),
                    (s.SecondDegasMin, "secondDegasMin"),
                }
            )
                Check.Between(value, 0, 1440, $"steps.{name}", "min", "a step of a pour ends within a day");
        }
    }

    private void RefuseBadRatio(MixRatio ratio)
    {
        ratio.Checked();
        RefuseOddDensity(ratio.DensityA, "ratio.densityA");
        RefuseOddDensity(ratio.DensityB, "ratio.densityB");
    }

    private void RefuseBadDensity()
    {
        if (_request.SpecificVolumeIn3PerLb is { } v)
        {
            Check.Positive(v, "specificVolumeIn3PerLb", "in³/lb", 1e4);
            RefuseOddDensity(GramsPerPound / (v * Cm3PerIn3), "specificVolumeIn3PerLb");
        }
        else if (_request.DensityGPerCm3 is { } density)
        {
            Check.Positive(density, "densityGPerCm3", "g/cm³", 1e4);
            RefuseOddDensity(density, "densityGPerCm3");
        }
        else if (!ByVolume)
        {
            throw new RefusalException(
                "batch.density-missing",
                "Give the density of the mix (densityGPerCm3), or its specific volume (specificVolumeIn3PerLb).",
                "densityGPerCm3"
            );
        }
    }

    private void RefuseOddDensity(double? density, string field)
    {
        if (density is not { } value || (value is >= LeastDensity and <= MostDensity) || (_request.DensityConfirmed && value > 0))
            return;
        var inverse = GramsPerPound / (value * Cm3PerIn3);
        var guess =
            inverse is >= LeastDensity and <= MostDensity
                ? $" If {Text.Number(value)} is a specific volume in in³/lb, the density is {Text.Number(inverse)} g/cm³: "
                    + "send it as specificVolumeIn3PerLb."
            : 1 / value is >= LeastDensity and <= MostDensity
                ? $" If {Text.Number(value)} is in cm³/g, the density is {Text.Number(1 / value)} g/cm³."
            : "";
        throw new RefusalException(
            "batch.density-odd",
            $"A density of {Text.Number(value)} g/cm³ is outside {LeastDensity} … {MostDensity}, where casting resins "
                + $"lie.{guess} If it is meant, confirm it (densityConfirmed).",
            field
        );
    }
}
