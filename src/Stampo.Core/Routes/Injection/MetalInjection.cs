using Stampo.Core.Jobs;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Injection;
using Stampo.Core.Routes.AddOns;
using Stampo.Core.Shops;
using Stampo.Core.Tooling;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Routes.Injection;

/// <summary>What injection into any metal tool shares; the metals differ in norms, lead time and tolerance.</summary>
public abstract class MetalInjection : IRoute
{
    private const double LargestPressKn = 8000;

    public abstract RouteCard Card { get; }

    public abstract string Metal { get; }

    protected abstract double ToleranceMm { get; }

    /// <summary>Glass fibre wears soft metal: the share of the life that is left.</summary>
    protected abstract double GlassFactor { get; }

    /// <summary>By the cycles it is expected to give.</summary>
    protected abstract string ToolClass { get; }

    public abstract string ChangeKey { get; }

    public Made Made => Made.MetalTool;

    public IReadOnlyList<string> Cautions => ["press", "milling", "lifting"];

    public bool Automates => true;

    public bool TakesSecondMaterial => true;

    public IEnumerable<Gate> Screen(Job job)
    {
        yield return Gates.FitsInto(job, "the tool shop", 600, 500, 300);
        yield return Gates.ThinnestWall(job, 1.0, 0.8);
        yield return Gates.ThickestSection(job, 8, "sink and cool slowly", "Core the part out to walls under 4 mm.");
        yield return Gates.Draft(job, 1);
        yield return Gates.UndercutInRigidTool(job, "each undercut needs a slide or a hand-loaded core, which is in the price");
        yield return Gates.Inserts(job, molded: true, "", AddOns.InsertLoading.BreakEvenAYear);
        foreach (var gate in Gates.InsertStress(job))
            yield return gate;
        yield return FlowGate.Of(job);
        var kn = PressCycle.Clamp(job, 1).Value.Likely;
        if (kn > LargestPressKn)
            yield return new Gate(
                Verdict.Out,
                "Clamp",
                $"One cavity needs {Text.Number(kn, 3)} kN; presses to {Text.Number(LargestPressKn)} kN are at hand.",
                "Have it molded on a larger press."
            );
        else if (job.Brief.Equipment?.Says(Resource.Press, "forceKn") is { } press)
            yield return Gates.InHouse("Press", kn <= press, $"{Text.Number(kn, 3)} kN for one cavity", $"{Text.Number(press)} kN press");
    }

    /// <summary>Its plan, with every metal tool priced beside it.</summary>
    public IReadOnlyList<RouteMethod> Methods(Job job, int cavities) =>
        [new InjectionMethod(job.Material.Id, Metal, cavities, PricedTools.Of)];

    public IReadOnlyList<int> CavityChoices(Job job) =>
        [.. new[] { 1, 2, 4, 8 }.Where(n => n == 1 || PressCycle.Clamp(job, n).Value.Likely <= LargestPressKn / 4)];

    public RouteEstimate Estimate(Job job, int cavities)
    {
        var book = new CostBook(job.Rates).Add(ChargedOn.OneOff, "Engineering", job.Figure("engineering.inject"), "labour.engineer");
        var tool = new MetalTool(job, Metal, cavities);
        book = tool.AddTo(book).AddSecondTool(job, "second.toolShare").AddInjectionPieces(job, cavities).AddMolder(job);
        var glass = job.Material.Melt is { GlassFilled: true } ? GlassFactor : 1;
        var life = (job.Figure($"tool.{Metal}.life") * Figure.Given("glass fibre factor", glass, "×", "brief/family")).As(
            "life",
            "Tool life",
            "shots",
            "rate card"
        );
        var yield = job.Figure("inject.yield");
        return new RouteEstimate(
            cavities,
            book.Lines,
            life,
            yield,
            (int)job.Norm("inject.run").Likely,
            tool.Lead(),
            PressCycle.PartsPerDay(job, cavities, yield.Value),
            ToleranceMm
        )
        {
            ToolClass = ToolClass,
        };
    }
}
