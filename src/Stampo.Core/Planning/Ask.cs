using Stampo.Core.Wording;

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
[Whole]
public sealed record Ask(string Id, AskKind Kind, string What)
{
    /// <summary>A ratio holds to half a per cent; a scale shows a tenth of a gram.</summary>
    private const double ShareOff = 0.005,
        StepG = 0.1,
        EmptyKpa = 2;

    /// <summary>To weigh or to read; null for what has no number.</summary>
    public double? Target { get; init; }

    public double? Tolerance { get; init; }

    public string? Unit { get; init; }

    /// <summary>The target is a limit: less is as good.</summary>
    public bool AtMost { get; init; }

    /// <summary>The target is a limit: more is as good.</summary>
    public bool AtLeast { get; init; }

    /// <summary>The band in words: "at most 30 mbar", "295 ± 15 kPa".</summary>
    /// <param name="target">That stood when it was asked; null: as it stands.</param>
    public string BandSaid(double? target = null)
    {
        var limit =
            AtMost ? "at most "
            : AtLeast ? "at least "
            : "";
        var off = Tolerance is > 0 and { } tolerance ? $" ± {Text.Number(tolerance, 2)}" : "";
        return $"{limit}{Text.Number(target ?? Target ?? 0, 4)}{off} {Unit}".TrimEnd();
    }

    /// <summary>Answered when the wait is over: before it nobody can know.</summary>
    public bool AfterWait { get; init; }

    /// <summary>The operation depends on it to its end: once read from a device it is watched there.</summary>
    public bool IsWatched { get; init; }

    /// <summary>The operation can't end without it in its band: somebody would be hurt.</summary>
    public bool IsMust { get; init; }

    /// <summary>What the lot that is asked for with it is of: "Rigid urethane, A"; null when none is asked for.</summary>
    public string? LotOf { get; init; }

    /// <summary>Asked of one shot in so many, beginning with the first.</summary>
    public int Each { get; init; } = 1;

    public bool IsAskedAt(int? shot) => shot is not { } number || (number - 1) % Each == 0;

    /// <summary>Whether a value lies in the band; null when there is none.</summary>
    public bool? Within(double value) =>
        Target is not { } target ? null
        : AtMost ? value <= target
        : AtLeast ? value >= target
        : Math.Abs(value - target) <= (Tolerance ?? 0);

    /// <summary>Whether a watched reading still holds: a limit may be passed by a tenth before it is called lost.</summary>
    public bool Holds(double value) => AtMost ? value <= 1.1 * Target : Within(value) != false;

    /// <param name="what">What is weighed.</param>
    /// <param name="grams">How much.</param>
    /// <param name="lotOf">Of what a lot is asked for.</param>
    public static Ask Weigh(string what, double grams, string? lotOf = null) =>
        new($"weigh-{what.ToLowerInvariant().Replace(' ', '-')}", AskKind.Weigh, what)
        {
            Target = grams,
            Tolerance = Math.Max(StepG, ShareOff * grams),
            Unit = "g",
            LotOf = lotOf,
        };

    public static Ask Read(string id, string what, double target, double tolerance, string unit) =>
        new(id, AskKind.Read, what)
        {
            Target = target,
            Tolerance = tolerance,
            Unit = unit,
        };

    public static Ask ReadAtMost(string id, string what, double most, string unit) => Read(id, what, most, 0, unit) with { AtMost = true };

    public static Ask ReadAtLeast(string id, string what, double least, string unit) =>
        Read(id, what, least, 0, unit) with
        {
            AtLeast = true,
        };

    /// <summary>Gauge pressure, which a pot holds to a twentieth, to the end; and nothing of it left before the lid is opened.</summary>
    public static IReadOnlyList<Ask> Pot(double kpa) =>
        [
            Read("pot", "pressure in the pot, gauge", kpa, 0.05 * kpa, "kPa") with
            {
                IsWatched = true,
            },
            ReadAtMost("pot-empty", "pressure in the pot before it is opened, gauge", EmptyKpa, "kPa") with
            {
                AfterWait = true,
                IsMust = true,
            },
        ];

    /// <summary>What an oven holds at the mold, to the end.</summary>
    public static Ask Oven(double celsius, double tolerance) =>
        Read("oven", "temperature at the mold", celsius, tolerance, "°C") with
        {
            IsWatched = true,
        };

    /// <summary>The absolute pressure a chamber is brought to, and holds until it is let go.</summary>
    public static Ask Vacuum(double mbar) => ReadAtMost("vacuum", "absolute pressure reached", mbar, "mbar") with { IsWatched = true };

    public static Ask Count(string what) => new("count", AskKind.Count, what);

    public static IReadOnlyList<Ask> Ticks(params IEnumerable<string> sentences) =>
        [.. sentences.Select((says, i) => new Ask($"tick-{i + 1}", AskKind.Tick, says))];

    /// <summary>Sentences that can only hold when the wait is over.</summary>
    public static IReadOnlyList<Ask> TicksAfter(params IEnumerable<string> sentences) =>
        [.. sentences.Select((says, i) => new Ask($"after-{i + 1}", AskKind.Tick, says) { AfterWait = true })];
}
