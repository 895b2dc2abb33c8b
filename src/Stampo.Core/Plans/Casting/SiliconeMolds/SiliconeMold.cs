using Stampo.Core.Parts;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Casting.SiliconeMolds;

/// <summary>
/// Box, silicone and its two components, vessel, lots and clock. Box inside = part + 2·wall on each axis; silicone = box − parts −
/// gates; mass = volume × density × (1 + loss).
/// </summary>
public sealed class SiliconeMold
{
    public const double HybridFaceMm = 12;

    /// <summary>Silicone rises to about four times its volume before it collapses; flooded in time it needs half of that.</summary>
    private const double AtOnceTimes = 4,
        SawToothTimes = 2;

    /// <summary>Evacuate, flood, again: minutes more than at once.</summary>
    private const double SawToothMin = 10;

    /// <summary>A block this heavy asks for a lift or a second person, kg.</summary>
    public const double HeavyKg = 20;

    private const double LeastAdvisedMm = 20,
        MostAdvisedMm = 40;
    private const int MostPatterns = 60,
        MostLots = 40;

    private readonly SiliconeMoldRequest _request;
    private readonly Worksheet _sheet = new();
    private readonly BlockLayout _layout;
    private readonly double _shareA;

    private SiliconeMold(SiliconeMoldRequest request)
    {
        _request = request;
        RefuseBad();
        var wall =
            request.WallMm ?? (request.School == SplitSchool.Hybrid ? HybridFaceMm : BlockLayout.UsualWallMm(request.PartBboxMm.Max()));
        _layout = BlockLayout.Of(request.PartBboxMm, request.Count, wall, request.SpacingMm ?? wall);
        _shareA = request.Ratio.ShareOfA();
    }

    public static SiliconeMoldAnswer Compute(SiliconeMoldRequest request) => new SiliconeMold(request).Answer();

    private double VesselTimes =>
        _request.Degas switch
        {
            SiliconeDegas.AtOnce => AtOnceTimes,
            SiliconeDegas.SawTooth => SawToothTimes,
            _ => 1,
        };

    /// <summary>The minutes of a school: a machine leaves only the pour, flooding in time takes longer.</summary>
    public static SiliconeSteps StepsBy(SiliconeDegas degas, SiliconeSteps steps) =>
        degas switch
        {
            SiliconeDegas.SawTooth => steps with { FirstDegasMin = steps.FirstDegasMin + SawToothMin },
            SiliconeDegas.MeterMix => steps with { MixMin = 0, FirstDegasMin = 0, SecondDegasMin = 0 },
            _ => steps,
        };

    private double InsideCm3 => _request.Count * _request.PartVolumeCm3 + _request.GatesCm3 + _layout.RunnerCm3;

    private double Gross => 1 + _request.LossPct / 100;

    private SiliconeMoldAnswer Answer()
    {
        var box = _layout.BoxMm;
        var longest = Figure.Given("longest side", _request.PartBboxMm.Max(), "mm", "part");
        var wall = _sheet.Line(
            "wall",
            "Silicone all round",
            _request.WallMm is not null || _request.School == SplitSchool.Hybrid
                ? Figure.Given("wall, as given", _layout.WallMm, "mm", "plan/silicone.wallMm")
                : Term.Min(
                    Term.Of(BlockLayout.MostWallMm, "mm"),
                    Term.Max(Term.Of(BlockLayout.LeastWallMm, "mm"), BlockLayout.WallShare * longest)
                ),
            "mm",
            "less tears and bows, more wastes silicone"
        );
        Figure Side(string name, double mm) => Figure.Given(name, mm, "mm", "plan/silicone.wallMm");
        var inside = _sheet.Line(
            "box",
            "Inside of the box",
            Side("x", box[0]) * Side("y", box[1]) * Side("z", box[2]),
            "cm³",
            "each side the parts with their spacing and twice the wall"
        );
        var patterns = Figure.Given("patterns", _request.Count, "", "plan/pour.cavities");
        var solid = _sheet.Line(
            "silicone",
            "Silicone in the box",
            inside
                - patterns * Figure.Given("part", _request.PartVolumeCm3, "cm³", "part")
                - Figure.Given("gates", _request.GatesCm3, "cm³", "plan/pour.extraCm3PerPart")
                - Figure.Given("runner", _layout.RunnerCm3, "cm³"),
            "cm³",
            "what is not part is silicone"
        );
        var density = Figure.Given("density of the silicone", _request.DensityGPerCm3, "g/cm³", "plan/silicone.supplyId");
        var loss = Figure.Given("loss", _request.LossPct, "%", "plan/silicone.lossPct");
        var mixed = _sheet.Line(
            "siliconeMass",
            "Silicone to mix",
            solid * density * (1 + loss),
            "g",
            "loss stays in the bucket and on the walls"
        );
        var share = Figure.Given("share of A", _shareA, "share");
        _sheet.Line("siliconeA", "Silicone, base", mixed * share, "g", "mix ratio");
        _sheet.Line("siliconeB", "Silicone, curing part", mixed * (1 - share), "g", "mix ratio");
        var bucket = _sheet.Line(
            "siliconeVessel",
            _request.Degas == SiliconeDegas.SawTooth ? "Vessel to degas it in, flooded in time" : "Vessel to degas it at once",
            VesselTimes * mixed / density,
            "cm³",
            "it rises to about four times before it collapses; half of that when it is flooded in time"
        );
        var (silicone, mass, vessel) = (solid.Value.Likely, mixed.Value.Likely, bucket.Value.Likely);
        var pours = Pours(silicone);
        var clock = Clock();
        return new SiliconeMoldAnswer(
            box,
            _layout.WallMm,
            _layout,
            silicone,
            mass,
            mass * _shareA,
            mass * (1 - _shareA),
            vessel,
            pours,
            clock,
            silicone * _request.DensityGPerCm3 / 1000,
            [.. Messages(pours, clock)],
            _sheet.Lines
        );
    }

    private IReadOnlyList<SiliconePour> Pours(double silicone)
    {
        if (_request.School != SplitSchool.TwoPour)
            return [Pour("One pour", silicone)];
        var height = _request.PartBboxMm[2];
        var parting = _request.Parting ?? new PartingPlane(height / 2, _request.PartVolumeCm3 / 2);
        var patterns = Figure.Given("patterns", _request.Count, "", "plan/pour.cavities");
        var first = _sheet
            .Line(
                "firstPour",
                "First pour, below the parting plane",
                Figure.Given("x", _layout.BoxMm[0], "mm")
                    * Figure.Given("y", _layout.BoxMm[1], "mm")
                    * (
                        Figure.Given("wall", _layout.WallMm, "mm", "plan/silicone.wallMm")
                        + Figure.Given("plane over the lowest point", parting.HeightMm, "mm", "plan/silicone.partingMm")
                    )
                    - patterns * Figure.Given("part below", parting.BelowCm3, "cm³", "part"),
                "cm³",
                "the part lies in its bedding above the plane; gates belong to the second pour"
            )
            .Value.Likely;
        return [Pour("First half", first), Pour("Second half", silicone - first)];
    }

    private SiliconePour Pour(string name, double cm3)
    {
        var mass = cm3 * _request.DensityGPerCm3 * Gross;
        var inVessel = _request.VesselL is { } litres ? Math.Ceiling(VesselTimes * cm3 * Gross / (1000 * litres) - 1e-9) : 1;
        var onScale = _request.ScaleCapacityG is { } most ? Math.Ceiling(mass * Math.Max(_shareA, 1 - _shareA) / most - 1e-9) : 1;
        var lots = Math.Max(inVessel, onScale);
        Check.Between(lots, 1, MostLots, "vesselL", "lots", "a vessel or scale this small is never done; take larger ones");
        var each = mass / lots;
        return new SiliconePour(
            name,
            cm3,
            mass,
            [.. Enumerable.Repeat(new SiliconeLot(each, each * _shareA, each * (1 - _shareA)), (int)lots)]
        );
    }

    private PotClock? Clock()
    {
        if (_request.PotLifeMin is not { } life)
            return null;
        var s = StepsBy(_request.Degas, _request.Steps);
        Figure Step(string name, double min) => Figure.Given(name, min, "min", "plan/silicone.steps");
        var needed = _sheet
            .Line(
                "siliconeClock",
                "From mixing to the end of the second degassing",
                Step("mix", s.MixMin)
                    + Step("first degas", s.FirstDegasMin)
                    + Step("pour", s.PourMin)
                    + Step("second degas", s.SecondDegasMin),
                "min",
                "pot life starts at mixing"
            )
            .Value.Likely;
        return new PotClock(life, needed);
    }

    private IEnumerable<Finding> Messages(IReadOnlyList<SiliconePour> pours, PotClock? clock)
    {
        if (_request.School != SplitSchool.Hybrid && _layout.WallMm < LeastAdvisedMm)
            yield return new Finding(
                Severity.Warning,
                "thin-mold",
                $"{Text.Number(_layout.WallMm)} mm of silicone tears and bows sooner; 20 to 30 mm is usual."
            );
        if (_layout.WallMm > MostAdvisedMm)
            yield return new Finding(
                Severity.Note,
                "thick-mold",
                $"{Text.Number(_layout.WallMm)} mm of silicone all round is more than it needs; 40 mm holds any part."
            );
        var kg = (_layout.BoxCm3 - InsideCm3) * _request.DensityGPerCm3 / 1000;
        if (kg > HeavyKg)
            yield return new Finding(
                Severity.Warning,
                "block-heavy",
                $"The block weighs {Text.Number(kg, 3)} kg: over {Text.Number(HeavyKg)} kg it asks for a lift or a second person."
            );
        if (clock is { Fits: false })
            yield return new Finding(
                Severity.Fault,
                "silicone-pot-life",
                $"The second degassing would end {Text.Number(-clock.MarginMin, 2)} min after the silicone begins to set. "
                    + "Add retarder, cool it, or mix smaller lots that degas sooner."
            );
        if (pours.Max(p => p.Lots.Count) is > 1 and var lots)
            yield return new Finding(
                Severity.Warning,
                "silicone-lots",
                $"All of it at once is too much for the vessel or the scale: {lots} lots a pour, each mixed when the one before is in "
                    + "the box, so that each keeps its own pot life."
            );
    }

    private void RefuseBad()
    {
        Check.Given(_request.PartBboxMm, "partBboxMm");
        if (_request.PartBboxMm.Length != 3)
            throw new RefusalException(
                "input.out-of-range",
                $"partBboxMm has {_request.PartBboxMm.Length} numbers; give length, width and height in mm.",
                "partBboxMm"
            );
        for (var i = 0; i < 3; i++)
            Check.Positive(_request.PartBboxMm[i], $"partBboxMm[{i}]", "mm", 3000);
        var boxCm3 = _request.PartBboxMm.Aggregate(1.0, (product, side) => product * side) / 1000;
        Check.Between(_request.PartVolumeCm3, 0, boxCm3 * (1 + 1e-6), "partVolumeCm3", "cm³", "a part is not larger than its box");
        Check.Between(_request.Count, 1, MostPatterns, "count", "patterns", "more don't come out of one block in one piece");
        if (_request.WallMm is { } wall)
            Check.Between(wall, 3, 150, "wallMm", "mm", "a mold wall is neither a film nor a mattress");
        if (_request.SpacingMm is { } spacing)
            Check.Between(spacing, 2, 150, "spacingMm", "mm", "silicone has to stand between the patterns");
        Check.Between(_request.GatesCm3, 0, boxCm3 * _request.Count, "gatesCm3", "cm³", "gates don't outgrow the parts");
        Check.Between(
            _request.DensityGPerCm3,
            0.7,
            2.5,
            "densityGPerCm3",
            "g/cm³",
            "mold silicones lie there; the inverse of a density does not"
        );
        Check.Between(_request.LossPct, 0, 90, "lossPct", "%", "more than nine tenths lost is a spill, not a loss");
        Check.Given(_request.Ratio, "ratio").Checked();
        if (_request.Parting is { } parting)
        {
            Check.Between(
                parting.HeightMm,
                0,
                _request.PartBboxMm[2] * (1 + 1e-6),
                "parting.heightMm",
                "mm",
                "the plane passes through the part"
            );
            Check.Between(
                parting.BelowCm3,
                0,
                _request.PartVolumeCm3 * (1 + 1e-6),
                "parting.belowCm3",
                "cm³",
                "a piece is not larger than the whole"
            );
        }

        if (_request.PotLifeMin is { } life)
            Check.Between(life, 1, 10_000, "potLifeMin", "min", "that is what mold silicones have");
        var s = Check.Given(_request.Steps, "steps");
        foreach (
            var (minutes, name) in new[]
            {
                (s.MixMin, "mixMin"),
                (s.FirstDegasMin, "firstDegasMin"),
                (s.PourMin, "pourMin"),
                (s.SecondDegasMin, "secondDegasMin"),
            }
        )
            Check.Between(minutes, 0, 1440, $"steps.{name}", "min", "a step ends within a day");
        if (_request.VesselL is { } litres)
            Check.Between(litres, 0.05, 2000, "vesselL", "L", "from a cup to a drum");
    }
}
