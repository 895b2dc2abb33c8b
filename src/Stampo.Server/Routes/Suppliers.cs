using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;
using NodaTime;
using Stampo.Core.Quotes;
using Stampo.Core.Wording;
using Stampo.Devices.Desk;
using Stampo.Devices.StandIns;
using Stampo.Server.Hosting;
using Stampo.Server.Projects;
using Stampo.Storage;

namespace Stampo.Server.Routes;

/// <summary>Who can be asked for a route, and what was asked so far. <paramref name="Away"/>: why nobody can be asked just now.</summary>
public sealed record SuppliersView(
    bool HasDesk,
    string? Away,
    IReadOnlyList<DeskSupplier> Suppliers,
    IReadOnlyList<SupplierRequestView> Requests
);

public sealed record SupplierRequestView(
    string Id,
    string RouteId,
    string Supplier,
    string Quantities,
    Instant AskedUtc,
    RequestState State,
    string? Question,
    string? Answer,
    string? Why
);

/// <summary>Asks a supplier over the desk. The id is made by the page, so that asking twice is the same request.</summary>
public sealed record AskSupplier(string Id, string RouteId, string Supplier, string? Quantities = null);

/// <summary>
/// Asks suppliers over the desk and looks for what they say: a quote lands among those of the project, counting for nothing until a person
/// says so.
/// </summary>
public sealed class Suppliers(
    IDbContextFactory<StampoDb> factory,
    ProjectStore projects,
    StepStore steps,
    QuoteRequests requests,
    StandInRoom standIns,
    IOptions<StampoOptions> options,
    TimeProvider clock,
    ILogger<Suppliers> log
) : BackgroundService
{
    private const int MostOpen = 20,
        LongestId = 60,
        LongestAnswer = 2_000,
        LongestSaid = 2_000;

    private static readonly TimeSpan Round = TimeSpan.FromSeconds(1);

    /// <summary>Whoever answers is the desk itself: what is asked holds a part and a brief, and goes nowhere else.</summary>
    private readonly HttpClient _line = new(
        new SocketsHttpHandler
        {
            AllowAutoRedirect = false,
            UseCookies = false,
            UseProxy = false,
        }
    )
    {
        Timeout = SupplierDesk.Patience,
        MaxResponseContentBufferSize = SupplierDesk.LongestAnswerBytes,
    };

    private readonly Uri? _address = AddressOf(options.Value.SupplierDesk);

    private readonly Locks _locks = new();

    /// <summary>Told when something was said to a project, with its id.</summary>
    public event Action<string>? Heard;

    public async Task<SuppliersView> OfAsync(string projectId, string routeId, CancellationToken cancel)
    {
        await projects.FindAsync(projectId, cancel);
        var route = QuoteRequests.RouteNamed(routeId);
        await using var db = await factory.CreateDbContextAsync(cancel);
        var asked = await db
            .SupplierRequests.AsNoTracking()
            .Where(r => r.ProjectId == projectId && r.RouteId == routeId)
            .ToListAsync(cancel);
        var views = asked.OrderBy(r => r.AskedUtc).Select(View).ToList();
        if (Desk() is not { } desk)
            return new SuppliersView(false, null, [], views);
        try
        {
            return new SuppliersView(true, null, [.. (await desk.SuppliersAsync(cancel)).Where(s => s.Makes(route.Family))], views);
        }
        catch (RefusalException away)
        {
            return new SuppliersView(true, away.Message, [], views);
        }
    }

    public async Task<SupplierRequestView> AskAsync(string projectId, AskSupplier ask, CancellationToken cancel)
    {
        await projects.FindAsync(projectId, cancel);
        if (ask.Id is not { Length: > 0 and <= LongestId } || !ask.Id.All(c => char.IsAsciiLetterOrDigit(c) || c == '-'))
            throw new RefusalException("input.length", $"The id is 1 to {LongestId} letters, digits and dashes.", "id");
        using var one = await _locks.TakeAsync(ask.Id, cancel);
        await using var db = await factory.CreateDbContextAsync(cancel);
        if (await db.SupplierRequests.FindAsync([ask.Id], cancel) is { } known)
            return known.ProjectId == projectId ? View(known) : throw new RefusalException("input.duplicate", "The id is taken.", "id");
        if (await db.SupplierRequests.CountAsync(r => r.ProjectId == projectId && r.State == RequestState.Waiting, cancel) >= MostOpen)
            throw new RefusalException("desk.too-many", $"{MostOpen} requests wait for an answer; wait for some of them.");
        var (desk, route) = (DeskNeeded(), QuoteRequests.RouteNamed(ask.RouteId));
        var supplier =
            (await desk.SuppliersAsync(cancel)).Find(s => s.Id == ask.Supplier && s.Makes(route.Family))
            ?? throw new RefusalException("desk.no-supplier", $"Nobody of that name is asked for {route.Within}.", "supplier");
        var zip = await requests.ZipAsync(projectId, ask.RouteId, ask.Quantities, cancel);
        await desk.SendAsync(ask.Id, supplier.Id, zip, cancel);
        var row = new SupplierRequest
        {
            Id = ask.Id,
            ProjectId = projectId,
            RouteId = route.Id,
            Supplier = supplier.Name,
            Quantities = await requests.QuantitiesAsync(projectId, ask.Quantities, cancel),
            AskedUtc = clock.Now(),
        };
        db.Add(row);
        await db.SaveChangesAsync(cancel);
        Heard?.Invoke(projectId);
        return View(row);
    }

    public async Task<SupplierRequestView> AnswerAsync(string projectId, string id, string text, CancellationToken cancel)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        var row = await FindAsync(db, projectId, id, cancel);
        if (row.State != RequestState.Asks)
            throw new RefusalException("desk.not-asked", $"{row.Supplier} does not wait for an answer.", "text");
        if (text is not { Length: > 0 and <= LongestAnswer } || string.IsNullOrWhiteSpace(text))
            throw new RefusalException("input.length", $"Answer in 1 to {LongestAnswer} characters.", "text");
        await DeskNeeded().AnswerAsync(id, text, cancel);
        (row.Answer, row.State) = (text.Trim(), RequestState.Waiting);
        await db.SaveChangesAsync(cancel);
        Heard?.Invoke(projectId);
        return View(row);
    }

    /// <summary>Takes it off the list; what the supplier still says is not looked at.</summary>
    public async Task ForgetAsync(string projectId, string id, CancellationToken cancel)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        db.Remove(await FindAsync(db, projectId, id, cancel));
        await db.SaveChangesAsync(cancel);
        Heard?.Invoke(projectId);
    }

    public override void Dispose()
    {
        _line.Dispose();
        _locks.Dispose();
        base.Dispose();
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var rounds = new PeriodicTimer(Round);
        while (await rounds.WaitForNextTickAsync(stoppingToken))
        {
            try
            {
                await LookAsync(stoppingToken);
            }
            catch (Exception failure) when (failure is not OperationCanceledException)
            {
                Failed(log, failure);
            }
        }
    }

    private async Task LookAsync(CancellationToken cancel)
    {
        if (Desk() is not { } desk)
            return;
        await using var db = await factory.CreateDbContextAsync(cancel);
        foreach (var row in await db.SupplierRequests.Where(r => r.State == RequestState.Waiting).ToListAsync(cancel))
        {
            try
            {
                await TakeAsync(row, await desk.ReplyAsync(row.Id, cancel), cancel);
            }
            catch (RefusalException away) when (away.Code == SupplierDesk.Away)
            {
                return; // and again in the next round
            }
            catch (RefusalException refused)
            {
                (row.State, row.Why) = (RequestState.Lost, refused.Message);
            }

            // Forgotten meanwhile: nothing to keep.
            if (db.ChangeTracker.HasChanges() && await db.SupplierRequests.AnyAsync(r => r.Id == row.Id, cancel))
            {
                await db.SaveChangesAsync(cancel);
                Heard?.Invoke(row.ProjectId);
            }
        }
    }

    private async Task TakeAsync(SupplierRequest row, DeskReply reply, CancellationToken cancel)
    {
        switch (reply)
        {
            case { State: DeskState.Asks, Said: { } question }:
                (row.State, row.Question, row.Answer) = (RequestState.Asks, Short(question), null);
                break;
            case { State: DeskState.Declined }:
                (row.State, row.Why) = (RequestState.Declined, Short(reply.Said ?? "No reason was given."));
                break;
            case { State: DeskState.Quoted, Quote: { } quote }:
                await LandAsync(row, quote, cancel);
                row.State = RequestState.Quoted;
                break;
        }
    }

    /// <summary>Among the quotes of the project, once, whoever else changes them meanwhile.</summary>
    private async Task LandAsync(SupplierRequest row, DeskQuote said, CancellationToken cancel)
    {
        var quote = new Quote(
            row.Id,
            row.RouteId,
            row.Supplier,
            said.Cavities,
            said.ToolPrice,
            said.IsToolOurs,
            said.Prices,
            said.GuaranteedShots,
            said.LeadDays,
            said.ValidUntil,
            said.Remarks,
            Counts: false
        );
        while (true)
        {
            var standing = await steps.ReadAsync(row.ProjectId, Comparisons.QuotesStep, QuoteBook.Empty, cancel);
            if (standing.Value.All.Any(q => q.Id == quote.Id))
                return;
            var book = new QuoteBook([.. standing.Value.All, quote]).Checked(QuoteEndpoints.RouteIds);
            try
            {
                var save = new Save<QuoteBook>(book, standing.Version);
                await steps.SaveAsync(row.ProjectId, Comparisons.QuotesStep, save, QuoteBook.Empty, cancel);
                return;
            }
            catch (VersionConflictException)
            {
                // Somebody saved first: on top of theirs, then.
            }
        }
    }

    private SupplierDesk? Desk()
    {
        var address = _address ?? standIns.Suppliers.Address;
        return address is null ? null : new SupplierDesk(_line, address);
    }

    private static Uri? AddressOf(string? set) =>
        set is null ? null
        : Uri.TryCreate(set.TrimEnd('/') + "/", UriKind.Absolute, out var address) && address.Scheme is "http" or "https" ? address
        : throw new CannotStartException("desk.address", $"\"{set}\" is no address of a supplier desk; write it as http://host:port/.");

    private SupplierDesk DeskNeeded() =>
        Desk() ?? throw new RefusalException("desk.none", "No supplier desk is set up; send the one file yourself.");

    private static async Task<SupplierRequest> FindAsync(StampoDb db, string projectId, string id, CancellationToken cancel) =>
        await db.SupplierRequests.SingleOrDefaultAsync(r => r.Id == id && r.ProjectId == projectId, cancel)
        ?? throw new NotFoundException("That was not asked for this project.");

    private static SupplierRequestView View(SupplierRequest row) =>
        new(row.Id, row.RouteId, row.Supplier, row.Quantities, row.AskedUtc, row.State, row.Question, row.Answer, row.Why);

    private static string Short(string text) => text.Length <= LongestSaid ? text : text[..LongestSaid] + "…";

    private static readonly Action<ILogger, Exception> Failed = LoggerMessage.Define(
        LogLevel.Warning,
        new EventId(6, "Suppliers"),
        "Looking for what suppliers say failed; it is tried again"
    );
}
