using Stampo.Core.Planning;
using Stampo.Core.Wording;

namespace Stampo.Core.Plans.Machining;

/// <summary>What is chosen about parts that are cut from a block.</summary>
public sealed record MachiningChoices : PlanChoices
{
    public StockChoices Stock { get; init; } = new();

    public CutterChoices Cutter { get; init; } = new();

    public RunChoices Order { get; init; } = new();

    public override MachiningChoices Checked()
    {
        base.Checked();
        Check.Given(Stock, "stock").Checked();
        Check.Given(Cutter, "cutter").Checked();
        Check.Given(Order, "order").Checked();
        return this;
    }
}

/// <summary>What it is cut from.</summary>
public sealed record StockChoices
{
    public string MaterialId { get; init; } = "";

    /// <summary>Left on the block all round.</summary>
    public double AllowanceMm { get; init; } = 5;

    /// <summary>Blocks and plates are stocked in steps of this.</summary>
    public double StepMm { get; init; } = 5;

    public void Checked()
    {
        Check.Between(AllowanceMm, 0.5, 100, "stock.allowanceMm", "mm", "enough to clean up every side, and to hold it by");
        Check.Between(StepMm, 0.1, 100, "stock.stepMm", "mm", "the next size in stock");
    }
}

/// <summary>The smallest cutter that is taken, and how true the finish is.</summary>
public sealed record CutterChoices
{
    public double DiameterMm { get; init; } = 3;

    /// <summary>Free length of the cutter, in diameters.</summary>
    public double ReachDiameters { get; init; } = 5;

    /// <summary>Height of the ridges a ball cutter leaves.</summary>
    public double ScallopMm { get; init; } = 0.01;

    public double ReachMm => DiameterMm * ReachDiameters;

    public void Checked()
    {
        Check.Between(DiameterMm, 0.3, 50, "cutter.diameterMm", "mm", "from an engraving cutter to a face mill");
        Check.Between(ReachDiameters, 1, 30, "cutter.reachDiameters", "×", "a longer cutter bends");
        Check.Between(ScallopMm, 0.001, 1, "cutter.scallopMm", "mm", "the height of a ridge");
    }
}
