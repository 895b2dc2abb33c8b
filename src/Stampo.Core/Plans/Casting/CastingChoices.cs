using Stampo.Core.Materials;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Casting.Batches;
using Stampo.Core.Plans.Casting.Enclosed;
using Stampo.Core.Plans.Casting.Filling;
using Stampo.Core.Plans.Casting.Orders;
using Stampo.Core.Plans.Casting.Patterns;
using Stampo.Core.Plans.Casting.PrintedMolds;
using Stampo.Core.Plans.Casting.SiliconeMolds;
using Stampo.Core.Plans.Casting.SplitMolds;
using Stampo.Core.Plans.Casting.Zones;
using Stampo.Core.Reference;
using Stampo.Core.Wording;

namespace Stampo.Core.Plans.Casting;

/// <summary>Everything a person chose about casting by one route; what is not chosen follows from part, brief and route.</summary>
public sealed record CastingChoices : PlanChoices
{
    private const int MostThings = 40,
        MostCavities = 200,
        MostZones = 8;

    public PourChoices Pour { get; init; } = new();

    public PatternChoices Pattern { get; init; } = new();

    public SiliconeChoices Silicone { get; init; } = new();

    public PrintedChoices Printed { get; init; } = new();

    public SplitMoldRequest Split { get; init; } = new();

    public FillingChoices Filling { get; init; } = new();

    public FeedChoices Feed { get; init; } = new();

    public IReadOnlyList<EnclosedThing> Things { get; init; } = [];

    /// <summary>Poured after the first resin, in this order.</summary>
    public IReadOnlyList<PourZone> Zones { get; init; } = [];

    public FilledPrintChoices FilledPrint { get; init; } = new();

    public OrderChoices Order { get; init; } = new();

    /// <summary>
    /// What the route proposes to begin with. In a chamber the resin is warmed to run thin, and mixed where no air gets in.
    /// </summary>
    public static CastingChoices From(CastingMethod method)
    {
        var pour = new PourChoices
        {
            MaterialId = method.MaterialId,
            Cavities = method.Cavities,
            ExtraCm3PerPart = method.ExtraCm3PerPart,
        };
        return new CastingChoices
        {
            Pour = method.Filling == FillingSchool.Chamber ? pour with { ResinC = 35, Steps = new PourSteps(1, 0, 0.3) } : pour,
        };
    }

    /// <summary>The split mold asked for, larger by its resin's shrink unless another scale was chosen.</summary>
    public SplitMoldRequest SplitFor(Material resin) => Split with { Scale = Split.Scale ?? ShrinkChain.Of(resin.ShrinkPct.Likely) };

    /// <summary>
    /// With what the library no longer has put back to the route's resin and to what ships, so that the plan can still be read and
    /// changed.
    /// </summary>
    public CastingChoices In(Library library, CastingMethod method) =>
        this with
        {
            Zones = Zones.All(z => IsCast(library, z.MaterialId)) ? Zones : [.. Zones.Select(z => z.In(library, method))],
            Pour = IsCast(library, Pour.MaterialId)
                ? Pour
                : Pour with
                {
                    MaterialId = method.MaterialId,
                    DensityGPerCm3 = null,
                    PotLifeMin = null,
                    Ratio = null,
                },
            Silicone = library.Supplies.Any(s => s.Id == Silicone.SupplyId && SiliconeMolds.Silicone.Of(s) is not null)
                ? Silicone
                : Silicone with
                {
                    SupplyId = new SiliconeChoices().SupplyId,
                },
            Printed = library.Materials.Any(m => m.Id == Printed.PrintId)
                ? Printed
                : Printed with
                {
                    PrintId = new PrintedChoices().PrintId,
                },
            FilledPrint = library.Materials.Any(m => m.Id == FilledPrint.PrintId)
                ? FilledPrint
                : FilledPrint with
                {
                    PrintId = new FilledPrintChoices().PrintId,
                },
        };

    internal static bool IsCast(Library library, string materialId) => library.Materials.Any(m => m.Id == materialId && m.Cast is not null);

    public override CastingChoices Checked()
    {
        base.Checked();
        Check.Between(Check.Given(Pour, "pour").Cavities, 1, MostCavities, "pour.cavities", "cavities", "filled in one shot");
        Check.Given(Pattern, "pattern").Checked();
        Check.Given(Silicone, "silicone").Checked();
        Check.Given(Printed, "printed").Checked();
        Check.Given(Split, "split").Checked();
        Check.Given(Filling, "filling").Checked();
        Check.Given(Feed, "feed").Checked();
        Check.Given(FilledPrint, "filledPrint").Checked();
        Check.Given(Order, "order").Checked();
        Check.Between(Check.Whole(Things, "things").Count, 0, MostThings, "things", "things", "what is cast into one part");
        for (var i = 0; i < Things.Count; i++)
            Things[i].Checked($"things[{i}]");
        Check.Between(Check.Whole(Zones, "zones").Count, 0, MostZones, "zones", "zones", "poured one after the other");
        for (var i = 0; i < Zones.Count; i++)
            Zones[i].Checked($"zones[{i}]");
        return this;
    }
}
