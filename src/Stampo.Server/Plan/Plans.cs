using System.Text.Json.Serialization;
using Microsoft.AspNetCore.Mvc;
using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Planning;
using Stampo.Core.Routes;
using Stampo.Core.Safety;
using Stampo.Core.Sequences;
using Stampo.Core.Wording;
using Stampo.Server.Hosting;
using Stampo.Server.Library;
using Stampo.Server.Part;
using Stampo.Server.Projects;
using Stampo.Server.Routes;
using Stampo.Storage;
using TheLibrary = Stampo.Core.Reference.Library;

namespace Stampo.Server.Plan;

/// <summary>
/// The plan of a stretch. Without a decision, or when its route has no plan yet, there is no answer and <paramref name="Notice"/> says
/// why.
/// </summary>
/// <param name="Route">What was chosen.</param>
/// <param name="Plan">The choices made on it.</param>
/// <param name="Answer">What follows from them.</param>
/// <param name="Offers">What may be chosen from.</param>
/// <param name="Proposed">What the route proposes; a field that is cleared goes back to it.</param>
/// <param name="Ways">What each way of making it proposes, the usual first: a plan of another family is begun from one.</param>
/// <param name="Deference">The line that goes with every set of cautions.</param>
/// <param name="Notice">Why there is no answer.</param>
/// <param name="Stretch">The stretch of the decision that this is the plan of.</param>
/// <param name="Stretches">All stretches of the decision.</param>
public sealed record PlanAnswer(
    RouteCard? Route,
    Versioned<PlanChoices>? Plan,
    WorkPlan? Answer,
    Offers? Offers,
    PlanChoices? Proposed,
    IReadOnlyList<PlanChoices> Ways,
    string Deference,
    string? Notice,
    string? Stretch,
    IReadOnlyList<PlannedStretch> Stretches
)
{
    /// <summary>Where the plan is kept, and with it the runs that are of it.</summary>
    [JsonIgnore]
    public string? Step { get; init; }

    /// <summary>What is worked out before there can be an answer; null when nothing is.</summary>
    public WorkState? FirstWork { get; init; }
}

/// <summary>
/// Where a plan is: a stretch of the decision of a project; left out, of those before the series tool the one with the most parts.
/// </summary>
public sealed record PlanAt([FromRoute(Name = "id")] string Id, [FromQuery(Name = "stretch")] string? Stretch = null);

/// <summary>A stretch of the decision, to go to its plan.</summary>
public sealed record PlannedStretch(string Id, RouteCard Route, double Quantity, bool HasPlan);

/// <summary>Brings decision, part, library and choices together.</summary>
public sealed class Plans(
    StepStore steps,
    StepDocuments documents,
    Decisions decisions,
    Comparisons comparisons,
    ShopLibrary shop,
    PlanShapes shapes,
    Studies studies,
    TimeProvider clock
)
{
    public Task<PlanAnswer> OfAsync(PlanAt at, CancellationToken cancel = default) => OfAsync(at, isLookedAt: false, cancel);

    /// <summary>For somebody who looks at it: what is not known of the shape yet is begun.</summary>
    public Task<PlanAnswer> LookedAtAsync(PlanAt at, CancellationToken cancel) => OfAsync(at, isLookedAt: true, cancel);

    private async Task<PlanAnswer> OfAsync(PlanAt at, bool isLookedAt, CancellationToken cancel)
    {
        if (await DecidedAsync(at, cancel) is not { } decided)
            return Without(null, "No route is chosen yet. Choose one on the Routes page; its plan starts here.");
        if (decided.Methods.Count == 0)
            return Without(decided, $"{decided.Route.Name} is chosen. Its plan (tool, operations, quantities) is not built yet.");
        var part = (await steps.ReadAsync(at.Id, PartEndpoints.Step, StoredPart.None, cancel)).Value;
        if (await studies.FactsAsync(part, cancel) is null)
            return Without(decided, "The part has no volume any more; mend it on the Part page.");
        var plan = await PlanAsync(at.Id, decided, cancel);
        if (isLookedAt && await FirstWorkAsync(decided, plan.Value, part, cancel) is { } work)
            return Without(decided, "The part is large; what the plan needs to know of its shape is worked out first.") with
            {
                FirstWork = work,
            };
        return await WholeAsync(decided, plan, part, isLookedAt, cancel);
    }

    private async Task<WorkState?> FirstWorkAsync(Decided decided, PlanChoices plan, StoredPart part, CancellationToken cancel) =>
        await shapes.FirstWorkAsync(part, decided.Plan, Asks(decided, plan, await shop.CurrentAsync(cancel)), cancel);

    /// <summary>Begins the first work for a plan again, or stops it.</summary>
    public async Task<WorkState> WorkFirstAsync(PlanAt at, bool isWanted, CancellationToken cancel)
    {
        var (decided, plan, part) = await PlannedAsync(at, cancel);
        if (isWanted)
            return await shapes.StartAsync(part, decided.Plan, Asks(decided, plan, await shop.CurrentAsync(cancel)), cancel);
        shapes.Stop(part, decided.Plan);
        return shapes.StateOf(part, decided.Plan);
    }

    /// <summary>Where the first work for a plan stands.</summary>
    public async Task<WorkState> FirstWorkAsync(PlanAt at, CancellationToken cancel)
    {
        var (decided, _, part) = await PlannedAsync(at, cancel);
        return shapes.StateOf(part, decided.Plan);
    }

    private async Task<(Decided Decided, PlanChoices Plan, StoredPart Part)> PlannedAsync(PlanAt at, CancellationToken cancel)
    {
        var decided = await PlannableAsync(at, cancel);
        var choices = (await PlanAsync(at.Id, decided, cancel)).Value;
        return (decided, choices, (await steps.ReadAsync(at.Id, PartEndpoints.Step, StoredPart.None, cancel)).Value);
    }

    /// <summary>Keeps a plan that can be computed; refuses any other, with nothing lost on the page.</summary>
    public async Task<PlanAnswer> SaveAsync(PlanAt at, Save<PlanChoices> save, CancellationToken cancel, bool isLookedAt = true)
    {
        var decided = await PlannableAsync(at, cancel);
        var part = (await steps.ReadAsync(at.Id, PartEndpoints.Step, StoredPart.None, cancel)).Value;
        var answer = await WholeAsync(
            decided,
            new Versioned<PlanChoices>(Check.Given(save.Value, "value"), save.Version, false, false),
            part,
            isLookedAt,
            cancel
        );
        var before = save.Version == 0 ? (await PlanAsync(at.Id, decided, cancel)).Value : null;
        return answer with { Plan = await steps.SaveAsync(at.Id, decided.Step, save, before, cancel) };
    }

    public async Task<PlanAnswer> MoveAsync(PlanAt at, int by, Move from, CancellationToken cancel)
    {
        var decided = await DecidedAsync(at, cancel) ?? throw StepStore.NothingTo(by);
        await steps.MoveAsync<PlanChoices>(at.Id, decided.Step, by, from, cancel);
        return await LookedAtAsync(at, cancel);
    }

    /// <summary>The plan as it stands with its answer; refused when there is none, or when it breaks a limit of the equipment.</summary>
    public async Task<(PlanAnswer Whole, WorkPlan Answer)> NeededAsync(PlanAt at, CancellationToken cancel)
    {
        var whole = await OfAsync(at, cancel);
        if (whole.Answer is not { } answer)
            throw new RefusalException("plan.none", whole.Notice!, "stretch");
        return answer.Refusals.Count == 0
            ? (whole, answer)
            : throw new RefusalException("plan.refused", answer.Refusals[0].Text, answer.Refusals[0].Field);
    }

    /// <summary>The part of a project, what was chosen in its plan, and the library it was chosen from.</summary>
    public async Task<(StoredPart Part, PlanChoices Choices, TheLibrary Library)> ChosenAsync(PlanAt at, CancellationToken cancel)
    {
        var (_, choices, part) = await PlannedAsync(at, cancel);
        return (part, choices, await shop.CurrentAsync(cancel));
    }

    /// <summary>The part of a project, which plan it is, and all that it asks of the part.</summary>
    public async Task<(StoredPart Part, string Plan, IReadOnlyCollection<ShapeQuestion> Asked)> AskedAsync(
        PlanAt at,
        CancellationToken cancel
    )
    {
        var (decided, choices, part) = await PlannedAsync(at, cancel);
        var asks = Asks(decided, choices, await shop.CurrentAsync(cancel));
        return (part, decided.Plan, (await shapes.KnownAsync(part, asks, cancel)).Keys);
    }

    /// <param name="ProjectId">Of which project.</param>
    /// <param name="Stretch">Its id.</param>
    /// <param name="Step">Where its plan is kept.</param>
    /// <param name="Route">Its route.</param>
    /// <param name="Methods">Ways to make it, the usual first.</param>
    /// <param name="Quantity">Good parts.</param>
    /// <param name="JobWith">Part, brief and rates with a material of the plan's choice.</param>
    private sealed record Decided(
        string ProjectId,
        string Stretch,
        string Step,
        RouteCard Route,
        IReadOnlyList<RouteMethod> Methods,
        double Quantity,
        Func<Material, Job> JobWith
    )
    {
        public IReadOnlyList<PlannedStretch> All { get; init; } = [];

        /// <summary>This plan among all plans.</summary>
        public string Plan => $"{ProjectId}/{Step}";

        /// <summary>The way these choices are of.</summary>
        public RouteMethod MethodOf(PlanChoices choices) =>
            Methods.FirstOrDefault(m => m.Planner.Propose(m).GetType() == choices.GetType())
            ?? throw new RefusalException(
                "plan.other-family",
                $"{Route.Name} is not planned that way; it may be planned as "
                    + $"{string.Join(" or ", Methods.Select(m => PlanFamilies.NameOf(m.Planner.Propose(m).GetType())))}.",
                "family"
            );
    }

    private async Task<Decided> PlannableAsync(PlanAt at, CancellationToken cancel) =>
        await DecidedAsync(at, cancel) is { Methods.Count: > 0 } decided
            ? decided
            : throw new RefusalException(
                "plan.none",
                "No route with a plan is chosen, so there is nothing to plan. Choose one on the Routes page.",
                "stretch"
            );

    private async Task<Decided?> DecidedAsync(PlanAt at, CancellationToken cancel)
    {
        if (await decisions.LatestAsync(at.Id, cancel) is not { } decision)
            return null;
        var inputs = (await comparisons.OfAsync(at.Id, cancel)).Inputs;
        var stretches = decision.Sequence.Stretches;
        List<Decided> all =
        [
            .. stretches.Select((s, i) => Of(s, stretches.Take(i).Count(before => before.RouteId == s.RouteId))).OfType<Decided>(),
        ];
        var asked = at.Stretch is { } id
            ? all.Find(d => d.Stretch == id) ?? throw new NotFoundException($"The decision that stands has no stretch \"{id}\".")
            : all.OrderBy(d => d.Methods.Count == 0)
                .ThenBy(d => d.Methods.Any(m => m.IsForSeries))
                .ThenByDescending(d => d.Quantity)
                .FirstOrDefault();
        return asked is null
            ? null
            : asked with
            {
                All = all.ConvertAll(d => new PlannedStretch(d.Stretch, d.Route, d.Quantity, d.Methods.Count > 0)),
            };

        Decided? Of(SequenceStretch of, int before) =>
            RouteCatalogue.Find(of.RouteId) is { } route && MaterialOf(of) is { } material
                ? new Decided(
                    at.Id,
                    of.Id,
                    StepOf(of.RouteId, before),
                    route.Card,
                    route.Methods(inputs.JobWith(material), of.Cavities),
                    of.Quantity,
                    m => inputs.JobWith(m)
                )
                : null;

        Material? MaterialOf(SequenceStretch of) =>
            inputs.Library.FirstOrDefault(m => m.Id == of.MaterialId)
            ?? MaterialChoice.Best(of.RouteId, inputs.Brief, inputs.Library)?.Material;
    }

    private async Task<PlanAnswer> WholeAsync(
        Decided decided,
        Versioned<PlanChoices> plan,
        StoredPart part,
        bool isLookedAt,
        CancellationToken cancel
    )
    {
        var library = await shop.CurrentAsync(cancel);
        var method = decided.MethodOf(plan.Value);
        return new PlanAnswer(
            decided.Route,
            plan,
            await AnswerAsync(decided, method, plan.Value, part, library, isLookedAt, cancel),
            method.Planner.Offers(library, decided.Route.Id, method),
            method.Planner.Propose(method),
            [.. decided.Methods.Select(m => m.Planner.Propose(m))],
            Cautions.Deference,
            null,
            decided.Stretch,
            decided.All
        )
        {
            Step = decided.Step,
        };
    }

    /// <summary>
    /// Each route has its plan, with its own way back: choosing another route loses nothing, and going back finds what was chosen before.
    /// A second stretch of the same route has one of its own.
    /// </summary>
    public static string StepOf(string routeId, int stretchesBefore = 0) =>
        stretchesBefore == 0 ? $"{EarlierStep}/{routeId}" : $"{EarlierStep}/{routeId}/{stretchesBefore + 1}";

    /// <summary>Where an earlier release kept the plans of all routes in one row of states.</summary>
    public const string EarlierStep = "plan";

    private async Task<Versioned<PlanChoices>> PlanAsync(string projectId, Decided decided, CancellationToken cancel)
    {
        var usual = decided.Methods[0];
        var stored = await steps.ReadAsync(projectId, decided.Step, usual.Planner.Propose(usual), cancel);
        var value = stored.Version == 0 && await EarlierAsync(projectId, decided.Route.Id, cancel) is { } earlier ? earlier : stored.Value;
        var method = decided.MethodOf(value);
        return stored with { Value = method.Planner.Kept(value, method, await shop.CurrentAsync(cancel)) };
    }

    private sealed record OfRoute(string? RouteId);

    private async Task<PlanChoices?> EarlierAsync(string projectId, string routeId, CancellationToken cancel) =>
        (await documents.StatesAsync(projectId, EarlierStep, cancel))
            .Where(state => Json.Read<OfRoute>(state.Json).RouteId == routeId)
            .Select(state => Json.Read<PlanChoices>(state.Json))
            .FirstOrDefault();

    private async Task<WorkPlan> AnswerAsync(
        Decided decided,
        RouteMethod method,
        PlanChoices plan,
        StoredPart part,
        TheLibrary library,
        bool isLookedAt,
        CancellationToken cancel
    )
    {
        var inputs = Inputs(decided, plan, library);
        var known = await shapes.KnownAsync(part, Asks(method, plan, inputs), cancel);
        if (isLookedAt)
            await shapes.BeginAsync(part, decided.Plan, known, cancel);
        return method.Planner.Work(plan, method, inputs with { Shape = new ShapeAnswers(known) });
    }

    private PlanInputs Inputs(Decided decided, PlanChoices plan, TheLibrary library) =>
        new(decided.JobWith, library, ShapeAnswers.None, decided.Quantity, plan.Checked().Hours.NextMorning(clock.Today()));

    private PlanAsks Asks(Decided decided, PlanChoices plan, TheLibrary library) =>
        Asks(decided.MethodOf(plan), plan, Inputs(decided, plan, library));

    private static PlanAsks Asks(RouteMethod method, PlanChoices plan, PlanInputs inputs) =>
        known => method.Planner.Asks(plan, method, inputs with { Shape = known });

    private static PlanAnswer Without(Decided? decided, string notice) =>
        new(decided?.Route, null, null, null, null, [], Cautions.Deference, notice, decided?.Stretch, decided?.All ?? [])
        {
            Step = decided?.Step,
        };
}
