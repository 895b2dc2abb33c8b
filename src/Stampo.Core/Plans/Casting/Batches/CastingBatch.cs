using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Wording;
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
    private readonly Figure _ratio,
        _net,
        _poured,
        _density,
        _mass;
    private readonly double _shareA;
    private readonly double _massPerPartG;

    private CastingBatch(CastingBatchRequest request)
    {
        _request = request;
        RefuseBad();
        _ratio = _sheet.Line("ratio", "Share of A by weight", ShareOfA(), "share", "data sheet of the resin");
        var extra = Figure.Given("gate, risers, reservoir", request.ExtraCm3PerPart, "cm³", "plan/pour.extraCm3PerPart");
        _net = _sheet.Line(
            "net",
            "Net volume",
            Count * (Figure.Given("part", request.PartVolumeCm3, "cm³", "part") + extra),
            "cm³",
            "volume of the part"
        );
        var loss = Figure.Given("loss", request.LossPct, "%", "plan/pour.lossPct");
        _poured = _sheet.Line(
            "poured",
            "Poured volume",
            GrossesUp ? _net / (1 - loss) : _net * (1 + loss),
            "cm³",
            GrossesUp ? "school: loss is a share of what is poured" : "school: loss is added to what is needed"
        );
        _density = WriteDensity();
        _mass = _sheet.Line("mass", "Mass", _poured * _density, "g", "definition of density");
        _shareA = _ratio.Value.Likely;
        _massPerPartG = MassG / request.Count;
    }

    private double NetCm3 => _net.Value.Likely;

    private double PouredCm3 => _poured.Value.Likely;

    private double Density => _density.Value.Likely;

    private double MassG => _mass.Value.Likely;

    private bool GrossesUp => _request.LossBasis == "ofPoured";

    private bool ByVolume => _request.Ratio.Basis == "volume";

    private Figure Count => Figure.Given("count", _request.Count, "parts", "plan/pour.cavities");

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
        var stays = _request.CupG > 0 ? WriteStays(charges) : null;
        WriteCups(a, b, stays);
        var ratioError = ScaleRounding.RatioErrorPct(a, b, _shareA / (1 - _shareA));
        var smallest = Smallest();
        AddMessages(charges, fits, charges.Max(c => ScaleRounding.RatioErrorPct(c.AG, c.BG, _shareA / (1 - _shareA))), smallest);
        var largest = Figure.Given("largest charge", charges.Max(c => c.AG + c.BG), "g");
        var vessel = _sheet
            .Line(
                "vessel",
                "Degassing vessel",
                VesselTimes * largest / _density,
                "cm³",
                "the mix rises to about three times before it collapses"
            )
            .Value.Likely;
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

    private Figure Of(string name, double value) =>
        Figure.Given($"{name} by {(ByVolume ? "volume" : "weight")}", value, "", "plan/pour.ratio");

    private Figure A => Of("A", _request.Ratio.A);

    private Figure B => Of("B", _request.Ratio.B);

    /// <summary>What they weigh: parts by volume by their densities.</summary>
    private (Term A, Term B) Weights()
    {
        Figure Rho(string name, double? density) => Figure.Given(name, density!.Value, "g/cm³", "plan/pour.ratio");
        return ByVolume ? (A * Rho("ρA", _request.Ratio.DensityA), B * Rho("ρB", _request.Ratio.DensityB)) : (A, B);
    }

    private Term ShareOfA()
    {
        var (a, b) = Weights();
        return a / (a + b);
    }

    private Figure WriteDensity()
    {
        const string id = "density",
            name = "Density of the mix",
            unit = "g/cm³";
        if (_request.SpecificVolumeIn3PerLb is { } v)
            return _sheet.Line(id, name, 1 / Figure.Given("specific volume", v, "in³/lb", "plan/pour.densityGPerCm3"), unit, "data sheet");
        if (_request.DensityGPerCm3 is { } given)
            return _sheet.Line(id, name, Figure.Given("density", given, unit, "plan/pour.densityGPerCm3"), unit, "data sheet of the resin");
        var (a, b) = Weights();
        return _sheet.Line(id, name, (a + b) / (A + B), unit, "volumes added, no shrink on mixing");
    }

    private Figure WriteStays(IReadOnlyList<Charge> charges)
    {
        var cup = Figure.Given("per cup", _request.CupG, "g");
        Term Of(IGrouping<int, Charge> alike)
        {
            var charge = Figure.Given(
                $"charge of {Text.Count(alike.Key, "cavity", "cavities")}",
                _massPerPartG * alike.Key / Density,
                "cm³"
            );
            var each = cup * (charge / Term.Of(CupCm3, "cm³")).Pow(1.0 / 3);
            return alike.Count() == 1 ? each : Figure.Given($"charges of {alike.Key}", alike.Count(), "") * each;
        }
        return _sheet.Line(
            "stays",
            "Stays in cups and funnel",
            Term.Sum(charges.GroupBy(c => c.Cavities).Select(Of)),
            "g",
            "bench practice: 2 to 4 g in a cup of 100 mL; its surface grows slower than its volume"
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
        if (working is not null && _request.PotLife is { } pot)
        {
            Figure Known(string name, double value, string unit) => Figure.Given(name, value, unit, "plan/pour.potLifeMin");
            var at = Figure.Given("T", _request.ResinC ?? pot.AtC, "°C", "plan/pour.resinC");
            var bulk = Known("m_ref", pot.AtMassG, "g") / Figure.Given("m", _massPerPartG * cavities, "g");
            _sheet.Line(
                "working",
                "Working time of one charge",
                Known("pot life", pot.Minutes, "min") * RuleOfTen.Factor(Known("T_ref", pot.AtC, "°C"), at) * Term.Min(1, bulk).Pow(0.25),
                "min",
                Rule
            );
        }

        if (needed is not null && _request.Steps is { } s)
        {
            Figure Step(string name, double min, string unit = "min") => Figure.Given(name, min, unit, "plan/pour.steps");
            var steps =
                Step("mix", s.MixMin)
                + Step("degas", s.DegasMin)
                + Step("load", s.LoadMin)
                + Step("pour", s.PourMinPerCavity, "min/cavity") * Figure.Given("cavities", cavities, "", "plan/pour.cavitiesPerCharge");
            _sheet.Line(
                "needed",
                "Time needed for one charge",
                s.SecondDegasMin > 0 ? steps + Step("degas open", s.SecondDegasMin) : steps,
                "min",
                "the shop's own steps"
            );
        }
    }

    /// <summary>What is needed and what stays in the cups, by the ratio; on a scale in whole steps that keep it.</summary>
    private void WriteCups(double a, double b, Figure? stays)
    {
        var all = stays is null ? _mass : _mass + stays;
        Cup("a", "Cup A", all * _ratio, a);
        Cup("b", "Cup B", all * (1 - _ratio), b);

        void Cup(string id, string name, Term exact, double weighed)
        {
            if (_request.ScaleStepG is not { } step)
                _sheet.Line(id, name, exact, "g", "mix ratio");
            else
                _sheet.Found(
                    "search",
                    id,
                    name,
                    $"{Formula.Words(exact)}, in whole steps of {Text.Number(step)} g that keep the ratio",
                    weighed,
                    "g",
                    "mix ratio",
                    exact.Figures()
                );
        }
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
            ? _sheet
                .Line(
                    "smallest",
                    "Smallest charge this scale holds to 1 %",
                    ScaleRounding.StepsInSmallestCup
                        * Figure.Given("step", step, "g", "plan/pour.scaleStepG")
                        / Term.Min(_ratio, 1 - _ratio),
                    "g",
                    "one step is 1 % of the smaller cup"
                )
                .Value.Likely
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
