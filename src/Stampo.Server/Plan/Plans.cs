using Stampo.Core.Materials;
using Stampo.Core.Plans;
using Stampo.Core.Plans.SiliconeMolds;
using Stampo.Core.Plans.SplitMolds;
using Stampo.Core.Routes;
using Stampo.Core.Safety;
using Stampo.Core.Working;
using Stampo.Server.Hosting;
using Stampo.Server.Library;
using Stampo.Server.Part;
using Stampo.Server.Routes;
using Stampo.Storage;
using TheLibrary = Stampo.Core.Reference.Library;

namespace Stampo.Server.Plan;

/// <summary>
/// The plan of the chosen route. Without a decision, or when the route is not poured, there is no answer and
/// <paramref name="Notice"/> says why.
/// </summary>
/// <param name="Route">What was chosen.</param>
/// <param name="Plan">The choices made on it.</param>
/// <param name="Answer">What follows from them.</param>
/// <param name="Resins">What may be poured on this route.</param>
/// <param name="Silicones">What molds may be made of.</param>
/// <param name="Prints">What molds and parts may be printed of.</param>
/// <param name="Proposed">What the route proposes; a field that is cleared goes back to it.</param>
/// <param name="Deference">The line that goes with every set of cautions.</param>
/// <param name="Notice">Why there is no answer.</param>
public sealed record PlanAnswer(
    RouteCard? Route,
    Versioned<CastingPlan>? Plan,
    CastingPlanAnswer? Answer,
    IReadOnlyList<Material> Resins,
    IReadOnlyList<Supply> Silicones,
    IReadOnlyList<Material> Prints,
    CastingPlan? Proposed,
    string Deference,
    string? Notice);

/// <summary>Brings decision, part, library and choices together.</summary>
public sealed class Plans(StepStore steps, StepDocuments documents, Decisions decisions, Comparisons comparisons, ShopLibrary shop, MoldShapes shapes, SplitMoldFiles splitMolds, Studies studies, TimeProvider clock)
{
    /// <summary>Where filled prints and printed molds come from.</summary>
    private const string PrintRoute = "print", FillRoute = "cast-printed";

    public async Task<PlanAnswer> OfAsync(string projectId, CancellationToken cancel = default)
    {
        if (await DecidedAsync(projectId, cancel) is not { } decided)
            return Without(null, "No route is chosen yet. Choose one on the Routes page; its plan starts here.");
        if (decided.Method is not { } method)
            return Without(decided.Route, $"{decided.Route.Name} is chosen. Its plan (tool, operations, quantities) is not built yet; poured routes have theirs.");
        var part = (await steps.ReadAsync(projectId, PartEndpoints.Step, StoredPart.None, cancel)).Value;
        if (await studies.FactsAsync(part, cancel) is null)
            return Without(decided.Route, "The part has no volume any more; mend it on the Part page.");
        var plan = await PlanAsync(projectId, decided, method, cancel);
        return await WholeAsync(decided, method, plan, part, cancel);
    }

    /// <summary>Keeps a plan that can be computed; refuses any other, with nothing lost on the page.</summary>
    public async Task<PlanAnswer> SaveAsync(string projectId, Save<CastingPlan> save, CancellationToken cancel)
    {
        if (await DecidedAsync(projectId, cancel) is not { Method: { } method } decided)
            throw new RefusalException("plan.no-route", "No poured route is chosen, so there is nothing to plan. Choose one on the Routes page.", "routeId");
        var part = (await steps.ReadAsync(projectId, PartEndpoints.Step, StoredPart.None, cancel)).Value;
        var answer = await WholeAsync(decided, method, new Versioned<CastingPlan>(Check.Given(save.Value, "value"), save.Version, false, false), part, cancel);
        var before = save.Version == 0 ? (await PlanAsync(projectId, decided, method, cancel)).Value : null;
        return answer with { Plan = await steps.SaveAsync(projectId, StepOf(decided.Route.Id), save, before, cancel) };
    }

    public async Task<PlanAnswer> MoveAsync(string projectId, int by, Move from, CancellationToken cancel)
    {
        var decided = await DecidedAsync(projectId, cancel) ?? throw StepStore.NothingTo(by);
        await steps.MoveAsync<CastingPlan>(projectId, StepOf(decided.Route.Id), by, from, cancel);
        return await OfAsync(projectId, cancel);
    }

    /// <summary>The plan as it stands with its answer; refused when there is none, or when it breaks a limit of the equipment.</summary>
    public async Task<(PlanAnswer Whole, CastingPlanAnswer Answer)> NeededAsync(string projectId, CancellationToken cancel)
    {
        var whole = await OfAsync(projectId, cancel);
        if (whole.Answer is not { } answer)
            throw new RefusalException("plan.none", whole.Notice!, "routeId");
        return answer.Refusals.Count == 0 ? (whole, answer) : throw new RefusalException("plan.refused", answer.Refusals[0].Text, "filling");
    }

    /// <summary>The part of a project and the split mold its plan asks for.</summary>
    public async Task<(StoredPart Part, SplitMoldRequest Request)> SplitAsync(string projectId, CancellationToken cancel)
    {
        if (await DecidedAsync(projectId, cancel) is not { Method: { } method } decided)
            throw new RefusalException("plan.none", "No poured route is chosen, so there is no mold to generate. Choose one on the Routes page.", "routeId");
        var plan = (await PlanAsync(projectId, decided, method, cancel)).Value;
        var part = (await steps.ReadAsync(projectId, PartEndpoints.Step, StoredPart.None, cancel)).Value;
        return (part, plan.SplitFor(plan.Pour.Material((await shop.CurrentAsync(cancel)).Materials)));
    }

    private sealed record Decided(RouteCard Route, CastingMethod? Method, double Quantity, JobOf Job);

    /// <summary>Part, brief and rates with a resin of the plan's choice.</summary>
    private delegate Job JobOf(Material resin);

    private async Task<Decided?> DecidedAsync(string projectId, CancellationToken cancel)
    {
        if (await decisions.LatestAsync(projectId, cancel) is not { } decision || RouteCatalogue.Find(decision.RouteId) is not { } route)
            return null;
        var lane = decision.Lanes.Single(l => l.Route.Id == decision.RouteId);
        var inputs = (await comparisons.OfAsync(projectId, cancel)).Inputs;
        return new Decided(route.Card, route.Casting(inputs.JobWith(lane.Material), lane.Cavities), decision.Quantity, inputs.JobWith);
    }

    private async Task<PlanAnswer> WholeAsync(Decided decided, CastingMethod method, Versioned<CastingPlan> plan, StoredPart part, CancellationToken cancel)
    {
        var library = await shop.CurrentAsync(cancel);
        return new PlanAnswer(decided.Route, plan, await AnswerAsync(decided, method, plan.Value, part, library, cancel), [.. Resins(library, method, decided.Route.Id)],
            [.. library.Supplies.Where(s => Silicone.Of(s) is not null)], [.. library.Materials.Where(m => m.Routes.Contains(PrintRoute))], CastingPlan.From(decided.Route.Id, method), Cautions.Deference, null);
    }

    /// <summary>Each route has its plan, with its own way back: choosing another route loses nothing.</summary>
    public static string StepOf(string routeId) => $"{EarlierStep}/{routeId}";

    /// <summary>Where an earlier release kept the plans of all routes in one row of states.</summary>
    public const string EarlierStep = "plan";

    private async Task<Versioned<CastingPlan>> PlanAsync(string projectId, Decided decided, CastingMethod method, CancellationToken cancel)
    {
        var routeId = decided.Route.Id;
        var stored = await steps.ReadAsync(projectId, StepOf(routeId), CastingPlan.From(routeId, method), cancel);
        var value = stored.Version == 0 && await EarlierAsync(projectId, routeId, cancel) is { } earlier ? earlier : stored.Value;
        return stored with { Value = value.In(await shop.CurrentAsync(cancel), method) };
    }

    private async Task<CastingPlan?> EarlierAsync(string projectId, string routeId, CancellationToken cancel) =>
        (await documents.StatesAsync(projectId, EarlierStep, cancel)).Select(state => Json.Read<CastingPlan>(state.Json)).FirstOrDefault(plan => plan.RouteId == routeId);

    private async Task<CastingPlanAnswer> AnswerAsync(Decided decided, CastingMethod method, CastingPlan plan, StoredPart part, TheLibrary library, CancellationToken cancel)
    {
        plan.Checked();
        var job = decided.Job(plan.Pour.Material(library.Materials));
        var alongPull = method.Into == PouredInto.SiliconeMold && SplitProposal.Of(plan.Silicone.School, method, job).School == SplitSchool.TwoPour;
        var shape = await shapes.PlannedAsync(part, plan.Silicone.Up, alongPull, plan.Silicone.PartingMm, cancel);
        var split = method.Into == PouredInto.PrintedMold ? (await splitMolds.StateAsync(part, plan.SplitFor(job.Material), cancel)).Figures : null;
        return CastingPlanner.Of(new CastingInputs(plan, method, job, SiliconeOf(plan, library), PrintOf(plan, method, library), shape,
            split is null ? null : split.LowerCm3 + split.UpperCm3, decided.Quantity, Start(plan)));
    }

    private static IEnumerable<Material> Resins(TheLibrary library, CastingMethod method, string routeId) =>
        library.Materials.Where(m => m.Cast is not null && m.Routes.Contains(method.Into == PouredInto.FilledPrint ? FillRoute : routeId));

    private static Silicone SiliconeOf(CastingPlan plan, TheLibrary library) =>
        library.Supplies.Where(s => s.Id == plan.Silicone.SupplyId).Select(Silicone.Of).FirstOrDefault()
        ?? throw new RefusalException("plan.no-silicone", $"\"{plan.Silicone.SupplyId}\" is not a mold silicone with a mix, pot life and cure in the library; choose one.", "silicone.supplyId");

    private static Material PrintOf(CastingPlan plan, CastingMethod method, TheLibrary library)
    {
        var (id, field) = method.Into == PouredInto.FilledPrint ? (plan.Fill.PrintId, "fill.printId") : (plan.Printed.PrintId, "printed.printId");
        return library.Materials.FirstOrDefault(m => m.Id == id && m.Routes.Contains(PrintRoute)) ?? throw new RefusalException("plan.no-print", $"\"{id}\" is not a material of the printers in the library; choose one.", field);
    }

    /// <summary>The next working morning, as Routes counts its dates from today.</summary>
    private DateTime Start(CastingPlan plan) => plan.Hours.Checked().NextMorning(DateOnly.FromDateTime(clock.GetLocalNow().DateTime));

    private static PlanAnswer Without(RouteCard? route, string notice) => new(route, null, null, [], [], [], null, Cautions.Deference, notice);
}
