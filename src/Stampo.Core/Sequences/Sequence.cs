using System.Text.Json.Serialization;
using Stampo.Core.Briefs;
using Stampo.Core.Jobs;
using Stampo.Core.Routes;

namespace Stampo.Core.Sequences;

/// <summary>
/// What a stretch costs: making its parts with all tools, set-ups and pieces (the middle of the draws, as in the lane at that quantity),
/// holding what is made ahead, and the change of the design that is to be expected while its tool stands.
/// </summary>
public sealed record SequenceCost(double Made, double Holding, double Change, double Total)
{
    public static SequenceCost Of(double made, double holding, double change) => new(made, holding, change, made + holding + change);
}

/// <summary>
/// Of a row of the brief, what a stretch makes, and the working days to spare at its tightest delivery; negative is late.
/// </summary>
public sealed record ServedRow(int Row, double Quantity, Purpose Purpose, DateOnly NeededBy, int SlackDays);

/// <summary>
/// One route making parts that follow each other in time. <paramref name="Reason"/>: why this stretch, when somebody said so.
/// </summary>
public sealed record SequenceStretch(
    string Id,
    string RouteId,
    string MaterialId,
    string Material,
    int Cavities,
    Assist Assist,
    double Quantity,
    DateOnly OrderBy,
    DateOnly FirstArticle,
    DateOnly From,
    DateOnly Until,
    long Sets,
    SequenceCost Cost,
    int DaysLate,
    IReadOnlyList<ServedRow> Rows,
    Verdict Verdict,
    string? Risk,
    string? Reason
);

/// <summary>Stretches that make all that is asked for.</summary>
/// <param name="Stretches">In the order of time.</param>
/// <param name="Total">The sum of its stretches.</param>
/// <param name="Holding">Of the total, holding what is made ahead.</param>
/// <param name="Change">Of the total, expected changes of the design.</param>
/// <param name="P10">The total that one draw in ten stays below; draws of all stretches together.</param>
/// <param name="P90">The total that nine draws in ten stay below.</param>
/// <param name="DaysLate">Working days at the tightest row.</param>
/// <param name="Open">Parts asked for that no stretch makes yet.</param>
/// <param name="Beyond">Parts made that nobody has asked for.</param>
/// <param name="Said">In one sentence.</param>
public sealed record Sequence(
    IReadOnlyList<SequenceStretch> Stretches,
    double Total,
    double Holding,
    double Change,
    double P10,
    double P90,
    int DaysLate,
    double Open,
    double Beyond,
    string Said
)
{
    [JsonIgnore]
    public bool IsSingle => Stretches.Count == 1;

    [JsonIgnore]
    public IEnumerable<string> RouteIds => Stretches.Select(s => s.RouteId);

    public static Sequence Of(IReadOnlyList<SequenceStretch> stretches, double p10, double p90, string said) =>
        new(
            stretches,
            stretches.Sum(s => s.Cost.Total),
            stretches.Sum(s => s.Cost.Holding),
            stretches.Sum(s => s.Cost.Change),
            p10,
            p90,
            stretches.Max(s => s.DaysLate),
            0,
            0,
            said
        );
}
