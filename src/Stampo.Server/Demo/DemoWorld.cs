using System.Text.Json;
using System.Text.Json.Nodes;
using Stampo.Core.Briefs;
using Stampo.Core.Calendar;
using Stampo.Core.Log.Learning;
using Stampo.Core.Parts;
using Stampo.Core.Planning;
using Stampo.Core.Quotes;
using Stampo.Core.Sequences;
using Stampo.Core.Shops;
using Stampo.Server.Brief;
using Stampo.Server.Hosting;
using Stampo.Server.Log;
using Stampo.Server.Part;
using Stampo.Server.Plan;
using Stampo.Server.Projects;
using Stampo.Server.Routes;
using Stampo.Server.Shop;
using Stampo.Server.Week;
using Stampo.Storage;
using TheShop = Stampo.Core.Shops.Shop;

namespace Stampo.Server.Demo;

/// <summary>A demo project as its file describes it; dates are working days from today, so that nothing looks stale.</summary>
public sealed record DemoProject(
    string Name,
    string Revision,
    string Mesh,
    PartDeclaration Declared,
    DemoBrief? Brief,
    DemoDecision? Decision,
    bool Planned,
    Ladder? Ladder = null,
    IReadOnlyList<DemoQuote>? Quotes = null,
    JsonObject? Plan = null,
    IReadOnlyList<DemoInvoice>? Paid = null,
    IReadOnlyDictionary<string, JsonObject>? Plans = null
);

/// <summary>A quote as a project's file has it: working days from today in place of its last day.</summary>
public sealed record DemoQuote(int ValidForDays, Quote Asks);

/// <summary>An invoice as a project's file has it: ordered and come so many days ago.</summary>
public sealed record DemoInvoice(int? OrderedAgo, int? CameAgo, Invoice Of);

/// <summary>A brief as a project's file has it: as it is kept, but with working days from today in place of dates.</summary>
public sealed record DemoBrief(IReadOnlyList<TemplateRow> Demand, Core.Briefs.Brief Asks);

/// <summary>A decision as a project's file has it, recorded as the page would.</summary>
public sealed record DemoDecision(IReadOnlyList<HandStretch> Stretches, string Reason, string By);

/// <summary>Somebody of the demo shop, away on working days from today.</summary>
public sealed record DemoPerson(string Id, string Name, IReadOnlyList<Role> Roles, double FromH, double ToH)
{
    public IReadOnlyList<double> AwayInDays { get; init; } = [];
}

/// <summary>The demo shop as its file has it.</summary>
public sealed record DemoShop(
    IReadOnlyList<DemoPerson> People,
    IReadOnlyList<Machine> Machines,
    IReadOnlyList<Holiday> Holidays,
    IReadOnlyList<AttachedDevice> Devices
);

/// <summary>Lays the made-up world into an empty database, through the same doors as the page.</summary>
public sealed class DemoWorld(
    ProjectStore projects,
    StepStore steps,
    MeshIntake intake,
    Studies studies,
    Decisions decisions,
    Plans plans,
    ShopFloor floor,
    DemoRuns runs,
    DemoLog log,
    ShopSchedules schedules,
    TimeProvider clock
)
{
    public async Task LoadAsync(string folder, CancellationToken cancel = default)
    {
        if (await projects.AnyAsync(cancel))
            return;
        var shop = ShopOf(await ReadAsync<DemoShop>(folder, "shop.json", cancel));
        await floor.SaveAsync(new Save<TheShop>(shop.Checked(), 0), cancel);
        var world = await ReadAsync<List<DemoProject>>(folder, "projects.json", cancel);
        foreach (var project in Enumerable.Reverse(world))
            await LayInAsync(project, folder, cancel);
        var ids = (await projects.PageAsync(ProjectQuery.Of(null, null, null, null), cancel)).Page.ToDictionary(p => p.Name, p => p.Id);
        await runs.LayInAsync(await ReadAsync<List<DemoRun>>(folder, "runs.json", cancel), ids, cancel);
        await log.LayInAsync(await ReadAsync<DemoLogFile>(folder, "log.json", cancel), ids, cancel);
        // The last one touched is the first one listed.
        foreach (var project in Enumerable.Reverse(world))
            await projects.ChangeAsync(ids[project.Name], null, null, null, cancel);
        await schedules.SaveAsync(
            new Save<Commitments>(
                new Commitments([new CommittedStretch(ids["Gateway housing"], "s2"), new CommittedStretch(ids["Scale foot"], "s1")], []),
                0
            ),
            cancel
        );
    }

    /// <summary>Begins to measure what is not measured yet, the first one listed first; false when all of it is.</summary>
    public async Task<bool> MeasureAsync(CancellationToken cancel)
    {
        var began = false;
        foreach (var project in (await projects.PageAsync(ProjectQuery.Of(null, null, null, null), cancel)).Page)
            if (await steps.PartNowAsync(project.Id, cancel) is { Hash: not null } part)
                began |= await studies.StartAsync(part, cancel) is not null;
        return began;
    }

    private static async Task<T> ReadAsync<T>(string folder, string name, CancellationToken cancel)
    {
        await using var file = File.OpenRead(Path.Combine(folder, name));
        return (await JsonSerializer.DeserializeAsync<T>(file, Json.Options, cancel))!;
    }

    private TheShop ShopOf(DemoShop demo) =>
        new(
            [
                .. demo.People.Select(p => new Person(p.Id, p.Name, p.Roles, p.FromH, p.ToH)
                {
                    Away = [.. p.AwayInDays.Select(days => WorkingDays.Add(Today, days))],
                }),
            ],
            demo.Machines,
            ShopCalendar.Usual with
            {
                Holidays = demo.Holidays,
            },
            demo.Devices
        );

    private async Task LayInAsync(DemoProject demo, string folder, CancellationToken cancel)
    {
        var project = await projects.CreateAsync(demo.Name, demo.Revision, cancel);
        var mesh = await File.ReadAllBytesAsync(Path.Combine(folder, "meshes", demo.Mesh), cancel);
        var part = await intake.KeepAsync(ArrivingFile.Here(demo.Mesh, mesh), LengthUnit.Mm, demo.Declared.Checked(), cancel);
        await steps.SaveAsync(project.Id, PartEndpoints.Step, new Save<StoredPart>(part, 0), cancel: cancel);
        if (demo.Brief is { } brief)
            await steps.SaveAsync(
                project.Id,
                BriefEndpoints.Step,
                new Save<Core.Briefs.Brief>(BriefOf(brief).Checked(), 0),
                cancel: cancel
            );
        if (demo.Ladder is { } ladder)
            await steps.SaveAsync(
                project.Id,
                BriefEndpoints.LadderStep,
                new Save<Ladder>(ladder with { ChosenOn = TriedOn }, 0),
                cancel: cancel
            );
        if (demo.Quotes is { } quotes)
            await steps.SaveAsync(
                project.Id,
                Comparisons.QuotesStep,
                new Save<QuoteBook>(new QuoteBook([.. quotes.Select(q => q.Asks with { ValidUntil = Today.AddDays(q.ValidForDays) })]), 0),
                cancel: cancel
            );
        if (demo.Decision is { } decision)
            await decisions.RecordAsync(project.Id, new NewDecision(decision.Stretches, decision.Reason, decision.By), cancel);
        if (demo.Planned)
            await PlanAsync(new PlanAt(project.Id), demo.Plan, cancel);
        foreach (var (stretch, changes) in demo.Plans ?? new Dictionary<string, JsonObject>())
            await PlanAsync(new PlanAt(project.Id, stretch), changes, cancel);
        if (demo.Paid is { } paid)
            await steps.SaveAsync(
                project.Id,
                Spending.Step,
                new Save<InvoiceBook>(new InvoiceBook([.. paid.Select(InvoiceOf)]).Checked(), 0),
                cancel: cancel
            );
    }

    /// <summary>A stretch as proposed, with what the demo changes.</summary>
    private async Task PlanAsync(PlanAt at, JsonObject? changes, CancellationToken cancel)
    {
        if ((await plans.OfAsync(at, cancel)).Plan is { } plan)
            await plans.SaveAsync(at, new Save<PlanChoices>(With(plan.Value, changes), 0), cancel, isLookedAt: false);
    }

    private Invoice InvoiceOf(DemoInvoice demo) => demo.Of with { OrderedOn = Ago(demo.OrderedAgo), CameOn = Ago(demo.CameAgo) };

    private DateOnly? Ago(int? days) => days is { } ago ? Today.AddDays(-ago) : null;

    /// <summary>As proposed, but for what the file says.</summary>
    private static PlanChoices With(PlanChoices proposed, JsonObject? changes)
    {
        if (changes is null)
            return proposed;
        var choices = JsonNode.Parse(Json.Write(proposed))!.AsObject();
        foreach (var (station, fields) in changes)
        {
            foreach (var (field, value) in fields!.AsObject())
                choices[station]![field] = value?.DeepClone();
        }

        return Json.Read<PlanChoices>(choices.ToJsonString());
    }

    /// <summary>Samples were felt a fortnight ago.</summary>
    private DateOnly TriedOn => Today.AddDays(-14);

    private DateOnly Today => clock.Today();

    private Core.Briefs.Brief BriefOf(DemoBrief brief)
    {
        var asks = brief.Asks;
        return asks with
        {
            Hardness = asks.Hardness?.Reason is null ? asks.Hardness : asks.Hardness with { ChosenOn = TriedOn },
            Demand =
            [
                .. brief.Demand.Select(row => new DemandRow(WorkingDays.Add(Today, row.InDays), row.Quantity, row.Purpose, row.Years)),
            ],
        };
    }
}
