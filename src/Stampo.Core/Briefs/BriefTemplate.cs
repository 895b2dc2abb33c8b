using Stampo.Core.Calendar;
using Stampo.Core.Working;

namespace Stampo.Core.Briefs;

/// <summary>A demand row some days from the day it is taken.</summary>
public sealed record TemplateRow(int InDays, int Quantity, Purpose Purpose, int Years = 0);

/// <summary>
/// A common case to start a brief from: what it asks but for the demand, whose dates are counted from the day it is taken.
/// </summary>
public sealed record BriefTemplate(string Id, string Name, string Says, IReadOnlyList<TemplateRow> Rows, Brief Asks)
{
    public static IReadOnlyList<BriefTemplate> All { get; } = EmbeddedJson.List<BriefTemplate>("briefs");

    /// <summary>The brief with dates counted in calendar days from a day, moved to working days.</summary>
    public Brief On(DateOnly today) =>
        Asks with
        {
            Demand =
            [
                .. Rows.Select(row => new DemandRow(
                    WorkingDays.Add(today.AddDays(row.InDays - 1), 1),
                    row.Quantity,
                    row.Purpose,
                    row.Years
                )),
            ],
        };
}
