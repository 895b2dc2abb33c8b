namespace Stampo.Core.Planning;

public enum AskKind
{
    Weigh,
    Read,
    Tick,
    Count,
    Note,
}

/// <summary>What whoever does an operation answers; answers are kept against the id.</summary>
/// <param name="Id">Unique within its operation.</param>
/// <param name="Kind">Of what kind.</param>
/// <param name="What">What is weighed, read, ticked or counted.</param>
public sealed record Ask(string Id, AskKind Kind, string What)
{
    /// <summary>A ratio holds to half a per cent; a scale shows a tenth of a gram.</summary>
    private const double ShareOff = 0.005,
        StepG = 0.1;

    /// <summary>To weigh or to read; null for what has no number.</summary>
    public double? Target { get; init; }

    public double? Tolerance { get; init; }

    public string? Unit { get; init; }

    /// <summary>The target is a limit: less is as good.</summary>
    public bool AtMost { get; init; }

    /// <summary>Whether a value lies in the band; null when there is none.</summary>
    public bool? Within(double value) =>
        Target is not { } target ? null
        : AtMost ? value <= target
        : Math.Abs(value - target) <= (Tolerance ?? 0);

    public static Ask Weigh(string what, double grams) =>
        new($"weigh-{what.ToLowerInvariant().Replace(' ', '-')}", AskKind.Weigh, what)
        {
            Target = grams,
            Tolerance = Math.Max(StepG, ShareOff * grams),
            Unit = "g",
        };

    public static Ask Read(string id, string what, double target, double tolerance, string unit) =>
        new(id, AskKind.Read, what)
        {
            Target = target,
            Tolerance = tolerance,
            Unit = unit,
        };

    public static Ask ReadAtMost(string id, string what, double most, string unit) => Read(id, what, most, 0, unit) with { AtMost = true };

    /// <summary>Gauge pressure, which a pot holds to a twentieth.</summary>
    public static Ask Pot(double kpa) => Read("pot", "pressure in the pot, gauge", kpa, 0.05 * kpa, "kPa");

    public static Ask Count(string what) => new("count", AskKind.Count, what);

    public static IReadOnlyList<Ask> Ticks(params IEnumerable<string> sentences) =>
        [.. sentences.Select((says, i) => new Ask($"tick-{i + 1}", AskKind.Tick, says))];
}
