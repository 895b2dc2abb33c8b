using Microsoft.AspNetCore.Mvc;
using Stampo.Core.Materials;
using Stampo.Core.Plans;
using Stampo.Core.Plans.SiliconeMolds;
using Stampo.Core.Plans.SplitMolds;
using Stampo.Core.Routes;
using Stampo.Core.Safety;
using Stampo.Core.Sequences;
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
/// <param name="Stretch">The stretch of the decision that this is the plan of.</param>
/// <param name="Stretches">All stretches of the decision.</param>
public sealed record PlanAnswer(
    RouteCard? Route,
    Versioned<CastingPlan>? Plan,
    CastingPlanAnswer? Answer,
    IReadOnlyList<Material> Resins,
    IReadOnlyList<Supply> Silicones,
    IReadOnlyList<Material> Prints,
    CastingPlan? Proposed,
    string Deference,
    string? Notice,
    string? Stretch,
    IReadOnlyList<PlannedStretch> Stretches);

/// <summary>Where a plan is: a stretch of the decision of a project; left out, the one that is poured, of several the one with the most parts.</summary>
public sealed record PlanAt([FromRoute(Name = "id")] string Id, [FromQuery(Name = "stretch")] string? Stretch = null);

/// <summary>A stretch of the decision, to go to its plan.</summary>
public sealed record PlannedStretch(string Id, RouteCard Route, double Quantity, bool HasPlan);

/// <summary>Brings decision, part, library and choices together.</summary>
public sealed class Plans(StepStore steps, StepDocuments documents, Decisions decisions, Comparisons comparisons, ShopLibrary shop, MoldShapes shapes, SplitMoldFiles splitMolds, Studies studies, TimeProvider clock)
{
    /// <summary>Where filled prints and printed molds come from.</summary>
    private const string PrintRoute = "print", FillRoute = "cast-printed";

    public async Task<PlanAnswer> OfAsync(PlanAt at, CancellationToken cancel = default)
    {
        if (await DecidedAsync(at, cancel) is not { } decided)
            return Without(null, "No route is chosen yet. Choose one on the Routes page; its plan starts here.");
        if (decided.Method is not { } method)
            return Without(decided, $"{decided.Route.Name} is chosen. Its plan (tool, operations, quantities) is not built yet; poured routes have theirs.");
        var part = (await steps.ReadAsync(at.Id, PartEndpoints.Step, StoredPart.None, cancel)).Value;
        if (await studies.FactsAsync(part, cancel) is null)
            return Without(decided, "The part has no volume any more; mend it on the Part page.");
        var plan = await PlanAsync(at.Id, decided, method, cancel);
        return await WholeAsync(decided, method, plan, part, cancel);
    }

    /// <summary>Keeps a plan that can be computed; refuses any other, with nothing lost on the page.</summary>
    public async Task<PlanAnswer> SaveAsync(PlanAt at, Save<CastingPlan> save, CancellationToken cancel)
    {
        if (await DecidedAsync(at, cancel) is not { Method: { } method } decided)
            throw new RefusalException("plan.no-route", "No poured route is chosen, so there is nothing to plan. Choose one on the Routes page.", "routeId");
        var part = (await steps.ReadAsync(at.Id, PartEndpoints.Step, StoredPart.None, cancel)).Value;
        var answer = await WholeAsync(decided, method, new Versioned<CastingPlan>(Check.Given(save.Value, "value"), save.Version, false, false), part, cancel);
        var before = save.Version == 0 ? (await PlanAsync(at.Id, decided, method, cancel)).Value : null;
        return answer with { Plan = await steps.SaveAsync(at.Id, StepOf(decided.Route.Id), save, before, cancel) };
    }

    public async Task<PlanAnswer> MoveAsync(PlanAt at, int by, Move from, CancellationToken cancel)
    {
        var decided = await DecidedAsync(at, cancel) ?? throw StepStore.NothingTo(by);
        await steps.MoveAsync<CastingPlan>(at.Id, StepOf(decided.Route.Id), by, from, cancel);
        return await OfAsync(at, cancel);
    }

    /// <summary>The plan as it stands with its answer; refused when there is none, or when it breaks a limit of the equipment.</summary>
    public async Task<(PlanAnswer Whole, CastingPlanAnswer Answer)> NeededAsync(PlanAt at, CancellationToken cancel)
    {
        var whole = await OfAsync(at, cancel);
        if (whole.Answer is not { } answer)
            throw new RefusalException("plan.none", whole.Notice!, "routeId");
        return answer.Refusals.Count == 0 ? (whole, answer) : throw new RefusalException("plan.refused", answer.Refusals[0].Text, "filling");
    }

    /// <summary>The part of a project and the split mold its plan asks for.</summary>
    public async Task<(StoredPart Part, SplitMoldRequest Request)> SplitAsync(PlanAt at, CancellationToken cancel)
    {
        if (await DecidedAsync(at, cancel) is not { Method: { } method } decided)
            throw new RefusalException("plan.none", "No poured route is chosen, so there is no mold to generate. Choose one on the Routes page.", "routeId");
        var plan = (await PlanAsync(at.Id, decided, method, cancel)).Value;
        var part = (await steps.ReadAsync(at.Id, PartEndpoints.Step, StoredPart.None, cancel)).Value;
        return (part, plan.SplitFor(plan.Pour.Material((await shop.CurrentAsync(cancel)).Materials)));
    }

    private sealed record Decided(string Stretch, RouteCard Route, CastingMethod? Method, double Quantity, JobOf Job)
    {
        public IReadOnlyList<PlannedStretch> All { get; init; } = [];
    }

    /// <summary>Part, brief and rates with a resin of the plan's choice.</summary>
    private delegate Job JobOf(Material resin);

    private async Task<Decided?> DecidedAsync(PlanAt at, CancellationToken cancel)
    {
        if (await decisions.LatestAsync(at.Id, cancel) is not { } decision)
            return null;
        var inputs = (await comparisons.OfAsync(at.Id, cancel)).Inputs;
        List<Decided> all = [.. decision.Sequence.Stretches.Select(s => Of(s)).OfType<Decided>()];
        var asked = at.Stretch is { } id ? all.Find(d => d.Stretch == id) ?? throw new NotFoundException($"The decision that stands has no stretch \"{id}\".")
            : all.OrderBy(d => d.Method is null).ThenByDescending(d => d.Quantity).FirstOrDefault();
        return asked is null ? null : asked with { All = all.ConvertAll(d => new PlannedStretch(d.Stretch, d.Route, d.Quantity, d.Method is not null)) };

        Decided? Of(SequenceStretch of) => RouteCatalogue.Find(of.RouteId) is { } route && (inputs.Library.FirstOrDefault(m => m.Id == of.MaterialId) ?? MaterialChoice.Best(of.RouteId, inputs.Brief, inputs.Library)?.Material) is { } material
            ? new Decided(of.Id, route.Card, route.Casting(inputs.JobWith(material), of.Cavities), of.Quantity, inputs.JobWith) : null;
    }

    private async Task<PlanAnswer> WholeAsync(Decided decided, CastingMethod method, Versioned<CastingPlan> plan, StoredPart part, CancellationToken cancel)
    {
        var library = await shop.CurrentAsync(cancel);
        return new PlanAnswer(decided.Route, plan, await AnswerAsync(decided, method, plan.Value, part, library, cancel), [.. Resins(library, method, decided.Route.Id)],
            [.. library.Supplies.Where(s => Silicone.Of(s) is not null)], [.. library.Materials.Where(m => m.Routes.Contains(PrintRoute))], CastingPlan.From(decided.Route.Id, method), Cautions.Deference, null, decided.Stretch, decided.All);
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

    private static PlanAnswer Without(Decided? decided, string notice) => new(decided?.Route, null, null, [], [], [], null, Cautions.Deference, notice, decided?.Stretch, decided?.All ?? []);
}
