using Stampo.Core.Wording;

namespace Stampo.Core.Planning;

/// <summary>How many, on how many machines.</summary>
public sealed record RunChoices
{
    /// <summary>Good parts wanted; null: as decided.</summary>
    public int? Parts { get; init; }

    public int Machines { get; init; } = 1;

    public void Checked()
    {
        if (Parts is { } parts)
            Check.Between(parts, 1, 1_000_000, "order.parts", "parts", "an order of at least one");
        Check.Between(Machines, 1, 60, "order.machines", "machines", "that run side by side");
    }
}
