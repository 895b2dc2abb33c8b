using Stampo.Core.Wording;

namespace Stampo.Core.Planning;

public enum Edge
{
    Start,
    End,
}

/// <summary>
/// How an operation hangs on another one: so many minutes, at least and at most, from an edge of the other to an edge of this. A running
/// clock is a lag with a most.
/// </summary>
/// <param name="After">Id of the other.</param>
/// <param name="From">Edge of the other.</param>
/// <param name="To">Edge of this one.</param>
/// <param name="LeastMin">At least, min.</param>
/// <param name="MostMin">At most, min; null for no limit.</param>
/// <param name="Event">What that edge of the other is called: "mixing", "handling strength".</param>
/// <param name="Each">So many cups with a clock each follow one another; the minutes are those of all.</param>
public sealed record Lag(string After, Edge From, Edge To, double LeastMin, double? MostMin, string Event, int Each = 1)
{
    public bool IsAtOnce => (From, To, MostMin) is (Edge.End, Edge.Start, 0);

    /// <summary>It follows within the hours of a day: never with a night between.</summary>
    public bool IsSoon => (From, To) is (Edge.End, Edge.Start) && MostMin is <= SoonMin;

    private const double SoonMin = 120;

    /// <summary>In words; null when following at once says it all.</summary>
    public string? Says =>
        MostMin is not { } most
            ? LeastMin > 0
                ? $"not before {Text.Duration(LeastMin)} after {Event}"
                : $"not before {Event}"
            : IsAtOnce
                ? null
                : (From, To) is (Edge.End, Edge.Start)
                    ? $"begins within {(IsSoon ? $"{Text.Number(most, 2)} min" : Text.Duration(most))} of {Event}"
                    : Each > 1
                        ? $"each of {Each} cups ends within {Text.Number(most / Each, 2)} min of its own {Event}"
                        : $"ends within {Text.Number(most, 2)} min of {Event}";

    public static Lag AtOnce(string before) => new(before, Edge.End, Edge.Start, 0, 0, "it");

    /// <summary>Begins at most so long after the end of another.</summary>
    public static Lag BeginsWithin(double minutes, string after, string @event) => new(after, Edge.End, Edge.Start, 0, minutes, @event);

    public static Lag EndsWithin(double minutes, string after, string @event, int each = 1) =>
        new(after, Edge.Start, Edge.End, 0, minutes * each, @event, each);
}
