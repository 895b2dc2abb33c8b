using Stampo.Core.Forming;
using Stampo.Core.Planning;
using Stampo.Core.Wording;

namespace Stampo.Core.Plans.Forming;

/// <summary>What is chosen about parts formed from sheet.</summary>
public sealed record FormingChoices : PlanChoices
{
    public WayChoices Way { get; init; } = new();

    public SheetChoices Sheet { get; init; } = new();

    public FormMoldChoices Mold { get; init; } = new();

    public HeatChoices Heat { get; init; } = new();

    public AirChoices Air { get; init; } = new();

    public TrimChoices Trim { get; init; } = new();

    public FormOrderChoices Order { get; init; } = new();

    public override FormingChoices Checked()
    {
        base.Checked();
        Check.Given(Way, "way").Checked();
        Check.Given(Sheet, "sheet").Checked();
        Check.Given(Mold, "mold").Checked();
        Check.Given(Heat, "heat").Checked();
        Check.Given(Air, "air").Checked();
        Check.Given(Trim, "trim");
        Check.Given(Order, "order").Checked();
        if (Way.Way == SheetWay.Plug && Sheet.Layout.Up > 1)
            throw new RefusalException(
                "form.plug-up",
                "The plug is reckoned with in the middle of the sheet, so with one part under it. Take one up, or form without a plug.",
                "way.way"
            );
        return this;
    }
}

/// <summary>How the sheet gets to the mold.</summary>
public enum SheetWay
{
    /// <summary>Drawn into a cavity.</summary>
    Female,

    /// <summary>Draped over a form.</summary>
    Male,

    /// <summary>Pushed into a cavity by a plug, then drawn.</summary>
    Plug,

    /// <summary>Blown up, then draped over a form.</summary>
    Billow,
}

internal static class SheetWays
{
    public static FormSide Side(this SheetWay way) => way is SheetWay.Female or SheetWay.Plug ? FormSide.Female : FormSide.Male;
}

/// <summary>The face of the part that is seen.</summary>
public enum ShellFace
{
    Inside,
    Outside,
}

/// <summary>Which way, and what goes with it; what is left out is proposed from the part.</summary>
public sealed record WayChoices
{
    public SheetWay Way { get; init; } = SheetWay.Female;

    /// <summary>The face that has to be crisp; null while nobody said.</summary>
    public ShellFace? Crisp { get; init; }

    /// <summary>Of the plug, from the rim; null: seven tenths of the depth.</summary>
    public double? PlugDepthMm { get; init; }

    /// <summary>Null: three tenths of the shorter side.</summary>
    public double? PlugRadiusMm { get; init; }

    /// <summary>How much the plug keeps of what it touches: 0 as hot as the sheet, 1 cold.</summary>
    public double PlugHold { get; init; } = Plug.UsualHold;

    /// <summary>Height of the bubble; null: three quarters of the mold's.</summary>
    public double? BillowMm { get; init; }

    public void Checked()
    {
        if (PlugDepthMm is { } depth)
            Check.Between(depth, 0.5, 2_000, "way.plugDepthMm", "mm", "from the level of the rim");
        if (PlugRadiusMm is { } radius)
            Check.Between(radius, 1, 2_000, "way.plugRadiusMm", "mm", "it goes through the clamp");
        Check.Between(PlugHold, 0, 1, "way.plugHold", "", "0 as hot as the sheet, 1 cold");
        if (BillowMm is { } billow)
            Check.Between(billow, 0.5, 2_000, "way.billowMm", "mm", "the height of the bubble");
    }
}

/// <summary>The sheet, how it lies under the clamp, and what it is cut from.</summary>
public sealed record SheetChoices
{
    public string MaterialId { get; init; } = "";

    /// <summary>Null: the stock gauge that a mean wall asks for, until it is simulated and chosen.</summary>
    public double? GaugeMm { get; init; }

    /// <summary>The thinnest it may be anywhere; null: the thinnest wall the part states or has.</summary>
    public double? ThinnestMm { get; init; }

    /// <summary>From the part to the clamp.</summary>
    public double MarginMm { get; init; } = 25;

    /// <summary>Held in the clamp.</summary>
    public double ClampMm { get; init; } = 15;

    public int Across { get; init; } = 1;

    public int Along { get; init; } = 1;

    public double GapMm { get; init; } = 40;

    public double StockLengthMm { get; init; } = 2_000;

    public double StockWidthMm { get; init; } = 1_000;

    /// <summary>Heat by place, three by three over the sheet, as a share of the mean; none for even heat.</summary>
    public IReadOnlyList<double> Zones { get; init; } = [];

    public void Checked()
    {
        if (GaugeMm is { } gauge)
            Check.Between(gauge, 0.1, 20, "sheet.gaugeMm", "mm", "sheet comes from film to plate");
        if (ThinnestMm is { } thinnest)
            Check.Between(thinnest, 0.02, 20, "sheet.thinnestMm", "mm", "the thinnest it may be");
        Layout.Checked();
        Check.Between(ClampMm, 2, 100, "sheet.clampMm", "mm", "held in the clamp");
        Check.Between(StockLengthMm, 100, 10_000, "sheet.stockLengthMm", "mm", "a sheet as it is sold");
        Check.Between(StockWidthMm, 100, 10_000, "sheet.stockWidthMm", "mm", "a sheet as it is sold");
        HeatZones?.Checked();
    }

    internal SheetLayout Layout => new(MarginMm, Across, Along, GapMm);

    internal HeatZones? HeatZones => Check.Given(Zones, "sheet.zones").Count == 0 ? null : new HeatZones(ZoneColumns, Zones);

    internal const int ZoneColumns = 3;
}

/// <summary>What the mold is made of and how it is cut.</summary>
public sealed record FormMoldChoices
{
    public string MoldId { get; init; } = "";

    /// <summary>Thickness of the board a mold or a negative is built up from.</summary>
    public double BoardMm { get; init; } = 30;

    /// <summary>Radius of the ball cutter that finishes.</summary>
    public double BallRadiusMm { get; init; } = 4;

    /// <summary>Height of the ridges it leaves, sanded by hand afterwards.</summary>
    public double ScallopMm { get; init; } = 0.04;

    /// <summary>Free length of the cutter.</summary>
    public double ReachMm { get; init; } = 60;

    public double TableLengthMm { get; init; } = 1_200;

    public double TableWidthMm { get; init; } = 800;

    /// <summary>The sharpest inner corner the mold is given; null while it is not said.</summary>
    public double? CornerMm { get; init; }

    /// <summary>A small tile with the critical corner both ways, formed before the large mold is cut.</summary>
    public bool Tile { get; init; }

    public void Checked()
    {
        Check.Between(BoardMm, 3, 300, "mold.boardMm", "mm", "board as it is sold");
        Check.Between(BallRadiusMm, 0.5, 25, "mold.ballRadiusMm", "mm", "of a ball cutter");
        Check.Between(ScallopMm, 0.005, Math.Min(2, BallRadiusMm), "mold.scallopMm", "mm", "the height of a ridge");
        Check.Between(ReachMm, 5, 500, "mold.reachMm", "mm", "free length of the cutter");
        Check.Between(TableLengthMm, 100, 10_000, "mold.tableLengthMm", "mm", "what the mill travels");
        Check.Between(TableWidthMm, 100, 10_000, "mold.tableWidthMm", "mm", "what the mill travels");
        if (CornerMm is { } corner)
            Check.Between(corner, 0, 500, "mold.cornerMm", "mm", "radius of a corner");
    }
}

/// <summary>Heating and cooling; what is left out follows from material and mold.</summary>
public sealed record HeatChoices
{
    /// <summary>Absorbed on each side; null: what brings the middle home without scorching.</summary>
    public double? FluxKwPerM2 { get; init; }

    /// <summary>The machine heats from one side only.</summary>
    public bool OneSided { get; init; }

    /// <summary>By how much the hot sheet has grown.</summary>
    public double SagStrainPct { get; init; } = 2;

    /// <summary>Face of the mold when a sheet comes; null: as usual for the mold.</summary>
    public double? MoldC { get; init; }

    /// <summary>Air is blown on the sheet while it cools: on a mold that is not cooled itself it takes half as long.</summary>
    public bool Fans { get; init; } = true;

    public void Checked()
    {
        if (FluxKwPerM2 is { } flux)
            Check.Between(flux, 0.5, 60, "heat.fluxKwPerM2", "kW/m²", "absorbed, on each side");
        Check.Between(SagStrainPct, 0.1, 20, "heat.sagStrainPct", "%", "by how much the hot sheet has grown");
        if (MoldC is { } mold)
            Check.Between(mold, 5, 180, "heat.moldC", "°C", "face of the mold");
    }
}

/// <summary>How the air gets out.</summary>
public sealed record AirChoices
{
    /// <summary>Under the mold, hoses included.</summary>
    public double BoxLitres { get; init; } = 15;

    public double TankLitres { get; init; } = 200;

    /// <summary>In the tank before it is opened, absolute.</summary>
    public double TankMbar { get; init; } = 80;

    public double WithinS { get; init; } = 1;

    /// <summary>Air pressed on the sheet from a box over it, gauge; none: the atmosphere alone.</summary>
    public double PressureKpa { get; init; }

    /// <summary>Null: the local thickness, half of it for soft polyolefins.</summary>
    public double? VentMm { get; init; }

    /// <summary>Width of the slots in the gaps of the mold.</summary>
    public double SlotMm { get; init; } = 0.4;

    public void Checked()
    {
        Check.Between(BoxLitres, 0, 10_000, "air.boxLitres", "L", "under the mold");
        Check.Between(TankLitres, 1, 100_000, "air.tankLitres", "L", "the vacuum tank");
        Check.Between(TankMbar, 1, 900, "air.tankMbar", "mbar", "absolute");
        Check.Between(PressureKpa, 0, 1_000, "air.pressureKpa", "kPa", "over the atmosphere; pressure forming uses 200 to 600");
        Check.Between(WithinS, 0.1, 30, "air.withinS", "s", "the sheet cools meanwhile");
        if (VentMm is { } vent)
            Check.Between(vent, 0.2, 10, "air.ventMm", "mm", "a drill");
        Check.Between(SlotMm, 0.1, 5, "air.slotMm", "mm", "a gap of the mold");
    }
}

public enum TrimMethod
{
    /// <summary>By hand: knife, bandsaw, hand router along a fixture.</summary>
    Hand,

    /// <summary>A router that follows a program.</summary>
    Router,

    /// <summary>A cutting die, all at once.</summary>
    Die,
}

public sealed record TrimChoices
{
    public TrimMethod Method { get; init; } = TrimMethod.Hand;
}

/// <summary>How many, on how many molds in turn.</summary>
public sealed record FormOrderChoices
{
    /// <summary>Good parts wanted; null: as decided.</summary>
    public int? Parts { get; init; }

    public int Molds { get; init; } = 1;

    public void Checked()
    {
        if (Parts is { } parts)
            Check.Between(parts, 1, 1_000_000, "order.parts", "parts", "an order of at least one");
        Check.Between(Molds, 1, 60, "order.molds", "molds", "used in turn");
    }
}
