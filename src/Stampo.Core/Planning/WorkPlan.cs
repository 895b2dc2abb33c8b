using System.Text.Json.Serialization;
using NodaTime;
using Stampo.Core.Jobs;
using Stampo.Core.Parts;
using Stampo.Core.Ranges;
using Stampo.Core.Safety;
using Stampo.Core.Working;

namespace Stampo.Core.Planning;

/// <summary>A figure the plan promises, with the line it opens to.</summary>
public sealed record HeadFigure(double Value, string Unit, string Says, string Line);

/// <summary>So much of something to have in the house, in packs where it is sold so.</summary>
public sealed record Purchase(string What, double Amount, string Unit, IReadOnlyList<PackCount> Packs, string? Line = null)
{
    /// <summary>Last day of what is bought on the first.</summary>
    public DateOnly? Expires { get; init; }
}

/// <summary>
/// What a plan makes: good parts wanted, the shots, builds or loads that make them with so many in each, the tools used in turn, and what
/// these are called.
/// </summary>
public sealed record OrderedWork(int Parts, int Shots, int Tools, int Each, string ShotName, string ToolName)
{
    /// <summary>Hours from the last part to its full properties.</summary>
    public double ReadyH { get; init; }

    /// <summary>Of the tool, where what the plan calls a shot is a run of many.</summary>
    public int? Cavities { get; init; }

    /// <summary>Shots of one tool; null when nothing wears out, or when it is a machine.</summary>
    public ThreePoint? LifeShots { get; init; }

    /// <summary>Rates that its share of good parts and its tool's life come from; null where none does.</summary>
    public LearnedRates Rates { get; init; } = LearnedRates.None;

    /// <summary>What is learned of it goes for parts alike: "rigid, hand-sized".</summary>
    public string? PartKind { get; init; }
}

/// <summary>Keys of rates that what was run may correct, and what the rate of the life was when it was planned.</summary>
public sealed record LearnedRates(string? YieldKey, string? LifeKey, ThreePoint? LifeRate)
{
    public static LearnedRates None { get; } = new(null, null, null);
}

/// <summary>
/// A plan of any family. Schedule, traveller, purchases, calendar, headline and the run at the bench read this alone; what only its family
/// knows is in <paramref name="Figures"/>.
/// </summary>
/// <param name="Head">What it comes to, besides its dates.</param>
/// <param name="Order">What is made.</param>
/// <param name="Operations">In their order; none while a limit of the equipment is broken.</param>
/// <param name="Schedule">When; null while nothing is planned.</param>
/// <param name="WantedBy">When the brief wants the order; null when it does not say.</param>
/// <param name="ToolsForDate">Tools that bring it home by then; null when a dozen do not.</param>
/// <param name="Buy">What to have in the house.</param>
/// <param name="Refusals">Why nothing may be done as planned; empty when it may.</param>
/// <param name="At">What wants a look, by the station it is looked at.</param>
/// <param name="Cautions">Those of the operations.</param>
/// <param name="Facts">Lines for the head of the sheet that goes with the work.</param>
/// <param name="Working">All lines.</param>
/// <param name="Figures">What only the family knows.</param>
public sealed record WorkPlan(
    IReadOnlyList<HeadFigure> Head,
    OrderedWork Order,
    IReadOnlyList<Operation> Operations,
    Schedule? Schedule,
    DateOnly? WantedBy,
    int? ToolsForDate,
    IReadOnlyList<Purchase> Buy,
    IReadOnlyList<Finding> Refusals,
    IReadOnlyDictionary<string, IReadOnlyList<Finding>> At,
    IReadOnlyList<Caution> Cautions,
    [property: JsonIgnore] IReadOnlyList<string> Facts,
    IReadOnlyList<WorkLine> Working,
    PlanFigures Figures
)
{
    /// <summary>The same laid over the calendar, unless a limit is broken: then nothing is planned.</summary>
    public WorkPlan Laid(Func<IReadOnlyList<Operation>> operations, WorkingHours hours, LocalDateTime start)
    {
        if (Refusals.Count > 0)
            return this;
        var done = operations();
        var work = new WorkToLay(done, Order.Tools, Order.Shots, Order.ReadyH, hours, start);
        return this with
        {
            Operations = done,
            Schedule = ListScheduler.Shared.Lay(work),
            ToolsForDate = WantedBy is { } date ? ListScheduler.ToolsFor(date, work) : null,
            Cautions = Safety.Cautions.Of(done.SelectMany(o => o.Cautions)),
        };
    }

    /// <summary>The date of the row of the demand in which so many parts are reached.</summary>
    public static DateOnly? DateFor(Job job, int parts)
    {
        var sum = 0L;
        foreach (var row in job.Brief.ByDate)
        {
            sum += row.Quantity;
            if (sum >= parts)
                return row.NeededBy;
        }

        return null;
    }
}
