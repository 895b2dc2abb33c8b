using Stampo.Core.Calendar;
using Stampo.Core.Routes;

namespace Stampo.Core.Comparison;

/// <summary>When the first good part and the last one are in hand, Monday to Friday, one tool set.</summary>
public sealed record Dates(DateOnly FirstArticle, DateOnly LastPart)
{
    public static Dates Of(RouteEstimate estimate, double quantity, DateOnly today)
    {
        var first = estimate.FirstArticleDays.Likely;
        return new Dates(WorkingDays.Add(today, first), WorkingDays.Add(today, first + quantity / estimate.PartsPerDay));
    }
}
