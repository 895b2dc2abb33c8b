using Stampo.Core.Materials;
using Stampo.Core.Plans.Batches;
using Stampo.Core.Plans.Enclosed;
using Stampo.Core.Plans.Filling;
using Stampo.Core.Plans.Operations;
using Stampo.Core.Plans.Orders;
using Stampo.Core.Plans.Patterns;
using Stampo.Core.Plans.PrintedMolds;
using Stampo.Core.Plans.SiliconeMolds;
using Stampo.Core.Plans.SplitMolds;
using Stampo.Core.Reference;
using Stampo.Core.Working;

namespace Stampo.Core.Plans;

/// <summary>Everything a person chose about casting by one route; what is not chosen follows from part, brief and route.</summary>
public sealed record CastingPlan
{
    private const int MostThings = 40;

    public string RouteId { get; init; } = "";

    public PourChoices Pour { get; init; } = new();

    public PatternChoices Pattern { get; init; } = new();

    public SiliconeChoices Silicone { get; init; } = new();

    public PrintedChoices Printed { get; init; } = new();

    public SplitMoldRequest Split { get; init; } = new();

    public FillingChoices Filling { get; init; } = new();

    public IReadOnlyList<EnclosedThing> Things { get; init; } = [];

    public FillChoices Fill { get; init; } = new();

    public OrderChoices Order { get; init; } = new();

    public WorkingHours Hours { get; init; } = new();

    /// <summary>What the route proposes to begin with. In a chamber the resin is warmed to run thin, and mixed where no air gets in.</summary>
    public static CastingPlan From(string routeId, CastingMethod method)
    {
        var pour = new PourChoices { MaterialId = method.MaterialId, Count = method.Cavities, ExtraCm3PerPart = method.ExtraCm3PerPart };
        return new CastingPlan { RouteId = routeId, Pour = method.Filling == FillingSchool.Chamber ? pour with { ResinC = 35, Steps = new PourSteps(1, 0, 0.3) } : pour };
    }

    /// <summary>The split mold asked for, larger by its resin's shrink unless another scale was chosen.</summary>
    public SplitMoldRequest SplitFor(Material resin) => Split with { Scale = Split.Scale ?? ShrinkChain.Of(resin.ShrinkPct.Likely) };

    /// <summary>With what the library no longer has put back to the route's resin and to what ships, so that the plan can still be read and changed.</summary>
    public CastingPlan In(Library library, CastingMethod method) => this with
    {
        Pour = library.Materials.Any(m => m.Id == Pour.MaterialId && m.Cast is not null) ? Pour : Pour with { MaterialId = method.MaterialId, DensityGPerCm3 = null, PotLifeMin = null, Ratio = null },
        Silicone = library.Supplies.Any(s => s.Id == Silicone.SupplyId && Plans.SiliconeMolds.Silicone.Of(s) is not null) ? Silicone : Silicone with { SupplyId = new SiliconeChoices().SupplyId },
        Printed = library.Materials.Any(m => m.Id == Printed.PrintId) ? Printed : Printed with { PrintId = new PrintedChoices().PrintId },
        Fill = library.Materials.Any(m => m.Id == Fill.PrintId) ? Fill : Fill with { PrintId = new FillChoices().PrintId },
    };

    public CastingPlan Checked()
    {
        Check.Given(Pour, "pour");
        Check.Given(Pattern, "pattern").Checked();
        Check.Given(Silicone, "silicone").Checked();
        Check.Given(Printed, "printed").Checked();
        Check.Given(Split, "split").Checked();
        Check.Given(Filling, "filling").Checked();
        Check.Given(Fill, "fill").Checked();
        Check.Given(Order, "order").Checked();
        Check.Given(Hours, "hours").Checked();
        Check.Between(Check.Whole(Things, "things").Count, 0, MostThings, "things", "things", "what is cast into one part");
        for (var i = 0; i < Things.Count; i++)
            Things[i].Checked($"things[{i}]");
        return this;
    }
}
