using System.Text.Json.Serialization;
using Stampo.Core.Reference;
using Stampo.Core.Wording;

namespace Stampo.Core.Plans.Casting.Zones;

public enum ZoneBounds
{
    /// <summary>From a height of the part as it is cast, up to the next zone or the top.</summary>
    Height,

    /// <summary>A pocket or a core whose volume is stated.</summary>
    Pocket,

    /// <summary>A second mesh, by its volume.</summary>
    Mesh,
}

/// <summary>
/// One more pour into the part, after what lies under it: of another resin, or of the same one round hardware that is set between the two.
/// </summary>
[Whole]
public sealed record PourZone
{
    public string Name { get; init; } = "";

    public string MaterialId { get; init; } = "";

    public ZoneBounds By { get; init; }

    /// <summary>By height: where it begins, over the lowest point as cast.</summary>
    public double? FromMm { get; init; }

    /// <summary>By pocket, or measured off the second mesh.</summary>
    [JsonPropertyName("cm3")]
    public double? Cm3 { get; init; }

    /// <summary>The file it was measured off.</summary>
    public string? MeshName { get; init; }

    /// <summary>Hardware is set on the layer under it before it is poured.</summary>
    public bool HardwareFirst { get; init; }

    /// <summary>From the pour under it; null: as soon as that has gelled.</summary>
    public double? WaitMin { get; init; }

    /// <summary>Of the route's resin when the library no longer has its own.</summary>
    public PourZone In(Library library, CastingMethod method) =>
        CastingChoices.IsCast(library, MaterialId) ? this : this with { MaterialId = method.MaterialId };

    public PourZone Checked(string at)
    {
        if (Name is not { Length: > 0 and <= 80 })
            throw new RefusalException("input.length", "Give each zone a name of 1 to 80 characters.", $"{at}.name");
        if (By == ZoneBounds.Height)
            Check.Between(Given(FromMm, $"{at}.fromMm", "the height"), 0.1, 5000, $"{at}.fromMm", "mm", "over the lowest point as cast");
        else
            Check.Between(Given(Cm3, $"{at}.cm3", "the volume"), 0.001, 1e6, $"{at}.cm3", "cm³", "what the zone takes");
        if (WaitMin is { } wait)
            Check.Between(wait, 0, 7 * 24 * 60, $"{at}.waitMin", "min", "from the pour under it");
        if (MeshName is { Length: > 260 })
            throw new RefusalException("input.length", "The name of a file has at most 260 characters.", $"{at}.meshName");
        return this;
    }

    private double Given(double? value, string field, string what) =>
        value ?? throw new RefusalException("zone.unbounded", $"Give {what} of the zone {Name}.", field);
}
