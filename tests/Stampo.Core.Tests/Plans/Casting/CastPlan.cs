using Stampo.Core.Parts;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Casting;
using Stampo.Core.Plans.Casting.Batches;
using Stampo.Core.Plans.Casting.Filling;
using Stampo.Core.Plans.Casting.Life;
using Stampo.Core.Plans.Casting.Orders;
using Stampo.Core.Plans.Casting.Patterns;
using Stampo.Core.Plans.Casting.PrintedMolds;
using Stampo.Core.Safety;
using Stampo.Core.Working;

namespace Stampo.Core.Tests.Plans.Casting;

/// <summary>A plan of a poured route with its own figures at hand.</summary>
internal sealed record CastPlan(WorkPlan Plan)
{
    public CastingFigures Figures => (CastingFigures)Plan.Figures;

    public IReadOnlyList<Operation> Operations => Plan.Operations;

    public Schedule? Schedule => Plan.Schedule;

    public IReadOnlyList<WorkLine> Working => Plan.Working;

    public IReadOnlyList<Caution> Cautions => Plan.Cautions;

    public IReadOnlyList<Finding> Refusals => Plan.Refusals;

    public DateOnly? WantedBy => Plan.WantedBy;

    public int? ToolsForDate => Plan.ToolsForDate;

    public CastingBatchAnswer Batch => Figures.Batch;

    public OrderPlan Order => Figures.Order;

    public PatternPlan? Pattern => Figures.Pattern;

    public PlannedSilicone? Silicone => Figures.Silicone;

    public PrintedMold? Printed => Figures.Printed;

    public Core.Plans.Casting.Enclosed.CompositeFill? FilledPrint => Figures.FilledPrint;

    public FillingPlan Filling => Figures.Filling;

    public Core.Plans.Casting.Enclosed.EnclosedPlan Enclosed => Figures.Enclosed;

    public MoldLife? Life => Figures.Life;

    public double Scale => Figures.Scale;

    public IReadOnlyList<ShrinkStep> Shrinks => Figures.Shrinks;

    public double PeakC => Figures.PeakC;
}
