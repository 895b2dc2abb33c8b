using Stampo.Core.Planning;
using Stampo.Core.Wording;

namespace Stampo.Core.Plans.Printing;

/// <summary>What is chosen about parts that come off a printer.</summary>
public sealed record PrintingChoices : PlanChoices
{
    public BuildChoices Build { get; init; } = new();

    public RunChoices Order { get; init; } = new();

    public override PrintingChoices Checked()
    {
        base.Checked();
        Check.Given(Build, "build").Checked();
        Check.Given(Order, "order").Checked();
        return this;
    }
}

/// <summary>How it is built.</summary>
public sealed record BuildChoices
{
    public string MaterialId { get; init; } = "";

    /// <summary>Which side of the part is up, of the six of its box; null: the one that costs least.</summary>
    public BoxSide? Up { get; init; }

    public double LayerMm { get; init; } = 0.05;

    /// <summary>Between parts on the platform.</summary>
    public double GapMm { get; init; } = 4;

    /// <summary>Parts in one build; null: as many as fit.</summary>
    public int? Parts { get; init; }

    public void Checked()
    {
        Check.Between(LayerMm, 0.01, 1, "build.layerMm", "mm", "the height of a layer");
        Check.Between(GapMm, 0, 100, "build.gapMm", "mm", "room for support and for fingers");
        if (Parts is { } parts)
            Check.Between(parts, 1, 1000, "build.parts", "parts", "at least one in a build");
    }
}
