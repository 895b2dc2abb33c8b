using Stampo.Core.Planning;
using Stampo.Core.Wording;

namespace Stampo.Core.Plans.Injection;

/// <summary>What is chosen about an injection tool, its process and its runs.</summary>
public sealed record InjectionChoices : PlanChoices
{
    public PlasticChoices Plastic { get; init; } = new();

    public GateChoices Gates { get; init; } = new();

    public WaterChoices Water { get; init; } = new();

    public PinChoices Ejectors { get; init; } = new();

    public ProcessChoices Process { get; init; } = new();

    public PressRunChoices Order { get; init; } = new();

    public override InjectionChoices Checked()
    {
        base.Checked();
        Check.Given(Plastic, "plastic");
        Check.Given(Gates, "gates").Checked();
        Check.Given(Water, "water").Checked();
        Check.Given(Ejectors, "ejectors").Checked();
        Check.Given(Process, "process").Checked();
        Check.Given(Order, "order").Checked();
        return this;
    }
}

public sealed record PlasticChoices
{
    public string MaterialId { get; init; } = "";
}

/// <summary>How the plastic comes into the cavity.</summary>
public enum GateKind
{
    /// <summary>From the side at the parting line; cut off by hand or by a jig.</summary>
    Edge,

    /// <summary>From under the parting line; shears off as the tool opens.</summary>
    Tunnel,

    /// <summary>On a face, from a third plate; breaks off and leaves a dot.</summary>
    Pin,

    /// <summary>On a face, the sprue itself: the most pressure gets through, and its stub is cut off.</summary>
    Sprue,

    /// <summary>On a face, from a heated runner: no runner to grind again, and a dot.</summary>
    Hot,
}

public sealed record GateChoices
{
    public GateKind Kind { get; init; } = GateKind.Edge;

    /// <summary>A part; null: as few as the plastic reaches everywhere from.</summary>
    public int? Count { get; init; }

    /// <summary>Where they were set by hand; null: where the ways are shortest.</summary>
    public IReadOnlyList<PointOnPart>? At { get; init; }

    /// <summary>From here on a part has so many gates that it is another tool.</summary>
    public const int Most = 8;

    public void Checked()
    {
        if (Count is { } count)
            Check.Between(count, 1, Most, "gates.count", "gates", "a part of its own tool has few");
        if (At is not { } at)
            return;
        Check.Between(at.Count, 1, Most, "gates.at", "gates", "each is a place on the part");
        foreach (var place in at)
            Check.Given(place, "gates.at").Checked("gates.at");
    }
}

/// <summary>The water that cools the tool.</summary>
public sealed record WaterChoices
{
    public double DiameterMm { get; init; } = 10;

    /// <summary>From the wall of the cavity to the channel, in diameters.</summary>
    public double DeepDiameters { get; init; } = 1.75;

    public double ApartDiameters { get; init; } = 3;

    /// <summary>The water may warm by so much on its way.</summary>
    public double RiseK { get; init; } = 3;

    public void Checked()
    {
        Check.Between(DiameterMm, 4, 20, "water.diameterMm", "mm", "8 to 12 as usual");
        Check.Between(DeepDiameters, 1, 5, "water.deepDiameters", "× ⌀", "1.5 to 2 as usual: nearer weakens the wall");
        Check.Between(ApartDiameters, 1.5, 8, "water.apartDiameters", "× ⌀", "2.5 to 3.5 as usual: farther apart cools unevenly");
        Check.Between(RiseK, 0.5, 15, "water.riseK", "K", "3 as usual: more warps the part");
    }
}

public sealed record PinChoices
{
    public double DiameterMm { get; init; } = 4;

    public void Checked() => Check.Between(DiameterMm, 1, 25, "ejectors.diameterMm", "mm", "2 to 8 as usual");
}

/// <summary>Null: as the plastic is usually molded.</summary>
public sealed record ProcessChoices
{
    public double? MeltC { get; init; }

    public double? MoldC { get; init; }

    /// <summary>The tool is cut larger by this; null: the middle of the plastic's range.</summary>
    public double? ShrinkPct { get; init; }

    public void Checked()
    {
        if (MeltC is { } melt)
            Check.Between(melt, 100, 450, "process.meltC", "°C", "see the plastic's data sheet");
        if (MoldC is { } mold)
            Check.Between(mold, 5, 220, "process.moldC", "°C", "see the plastic's data sheet");
        if (ShrinkPct is { } shrink)
            Check.Between(shrink, 0, 6, "process.shrinkPct", "%", "plastics shrink by 0.2 to 3 %");
    }
}

public sealed record PressRunChoices
{
    /// <summary>Good parts wanted; null: as decided.</summary>
    public int? Parts { get; init; }

    /// <summary>Parts of one run on the press; null: by the norm.</summary>
    public int? RunParts { get; init; }

    public void Checked()
    {
        if (Parts is { } parts)
            Check.Between(parts, 1, 10_000_000, "order.parts", "parts", "an order of at least one");
        if (RunParts is { } run)
            Check.Between(run, 1, 1_000_000, "order.runParts", "parts", "what is molded between two set-ups");
    }
}
