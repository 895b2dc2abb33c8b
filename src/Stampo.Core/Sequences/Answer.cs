using System.Text.Json.Serialization;
using Stampo.Core.Routes;
using Stampo.Core.Working;

namespace Stampo.Core.Sequences;

public enum ChangeOf
{
    Date,
    Quantity,
    Must,
    Life,
    Design,
}

/// <summary>
/// What would change the answer: the change in words, the routes it would then be, and what they would cost; no routes: the same.
/// <paramref name="Line"/>: the line of the total.
/// </summary>
public sealed record WouldChange(ChangeOf Of, string What, IReadOnlyList<string> Routes, double Total, double Difference, string? Line);

/// <summary>
/// The answer for the brief as a whole.
/// </summary>
/// <param name="Quantity">All that is asked for.</param>
/// <param name="Best">The sequence to follow: the cheapest that meets every must and date, of ties the safest; null when a must rules
/// every route out of some row, or nothing is asked for.</param>
/// <param name="InTime">The sequence that meets every date, where <paramref name="Best"/> is late by a few days because that costs far
/// less.</param>
/// <param name="NearMiss">A sequence late by a few days that costs clearly less than <paramref name="Best"/>.</param>
/// <param name="Cheapest">The cheapest sequence in time, where the safer one inside the noise leads.</param>
/// <param name="Throughout">One route for everything, in time; null when none is, or it costs over five times the best.</param>
/// <param name="ThroughoutLate">One route for everything that is late, where it costs clearly less or nothing is in time.</param>
/// <param name="Sentences">What to know beside: ties, lateness, why one route throughout is not it.</param>
/// <param name="Changes">What would change it.</param>
/// <param name="Contenders">Routes that may serve every row, on the four aims.</param>
/// <param name="LeastBad">When there is no answer: the routes that miss least, and what to relax.</param>
/// <param name="Routes">Names of all routes.</param>
public sealed record Answer(
    double Quantity,
    Sequence? Best,
    Sequence? InTime,
    Sequence? NearMiss,
    Sequence? Cheapest,
    Sequence? Throughout,
    Sequence? ThroughoutLate,
    IReadOnlyList<string> Sentences,
    IReadOnlyList<WouldChange> Changes,
    IReadOnlyList<Contender> Contenders,
    IReadOnlyList<LeastBad> LeastBad,
    IReadOnlyList<RouteCard> Routes
)
{
    /// <summary>
    /// How the figures came about: those of <see cref="Best"/> by its stretches' ids, of the others in scopes of their own: "inTime.",
    /// "near.", "least.", "alone-" with a route's id, and the line each change names.
    /// </summary>
    [JsonIgnore]
    public IReadOnlyList<WorkLine> Working { get; init; } = [];
}
