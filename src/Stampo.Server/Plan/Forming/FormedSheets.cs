using System.Collections.Concurrent;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Caching.Memory;
using Stampo.Core.Forming;
using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Forming;
using Stampo.Core.Wording;
using Stampo.Core.Working;
using Stampo.Server.Hosting;
using Stampo.Server.Part;
using Stampo.Storage;

namespace Stampo.Server.Plan.Forming;

/// <summary>
/// Simulates sheets on stored parts in the background, the first look first, and keeps what came out by content: the same sheet on the same
/// part is never simulated twice.
/// </summary>
public sealed class FormedSheets(
    IDbContextFactory<StampoDb> factory,
    SurfaceAnswers shapes,
    Surfaces surfaces,
    Studies studies,
    LongWork work,
    IMemoryCache cache,
    TimeProvider clock
) : IShapeAnswerer, IFindsOut
{
    /// <summary>Raised when the simulating changes, so that old sheets are not taken for new ones.</summary>
    private const int Edition = 2;

    private const int FirstLookWeight = 2;

    private static readonly TimeSpan FirstLookKept = TimeSpan.FromMinutes(30);

    /// <summary>What is under way for a plan: what it asks for no more gives way.</summary>
    private readonly ConcurrentDictionary<string, HashSet<string>> _underWay = [];

    private int _finished;

    /// <summary>How many were finished since the start.</summary>
    public int Finished => Volatile.Read(ref _finished);

    public bool Takes(ShapeQuestion question) => question is SheetQuestion or ShellRead;

    /// <summary>The fine figures, else those of the first look; null while there are none.</summary>
    public async Task<object?> AnswerAsync(StoredPart part, ShapeQuestion question, CancellationToken cancel)
    {
        if (question is ShellRead)
            return ShellFigures.Of(await ShellAsync(part, cancel));
        var (asked, key) = ((SheetQuestion)question, KeyOf(part, (SheetQuestion)question));
        await using var db = await factory.CreateDbContextAsync(cancel);
        return await db.Studies.Where(s => s.Key == key).Select(s => s.Figures).SingleOrDefaultAsync(cancel) is { } json
                ? JsonSerializer.Deserialize(json, asked.AnswerType(), Json.Options)
            : cache.TryGetValue<SheetAnswer>(key, out var first) ? first!.Figures
            : null;
    }

    public async Task<bool> IsAtHandAsync(StoredPart part, ShapeQuestion question, CancellationToken cancel) =>
        question is not ShellRead || shapes.IsKept(part, ShellKey(await shapes.PullAsync(part, cancel)));

    /// <summary>Where it stands: done, under way, stopped, or not begun.</summary>
    public async Task<WorkState> StateAsync(StoredPart part, SheetQuestion question, CancellationToken cancel)
    {
        var key = KeyOf(part, question);
        await using var db = await factory.CreateDbContextAsync(cancel);
        return await db.Studies.AnyAsync(s => s.Key == key, cancel) ? WorkState.Done : work.StateOf(key);
    }

    public async Task BeginAsync(StoredPart part, string plan, IReadOnlyList<ShapeQuestion> open, CancellationToken cancel)
    {
        var asked = open.OfType<SheetQuestion>().Select(q => (Question: q, Key: KeyOf(part, q))).ToList();
        Leave(plan, [.. asked.Select(k => k.Key)]);
        var keys = asked.FindAll(k => !k.Question.IsOnRequest);
        if (keys.Count == 0)
            return;
        var pulled = await studies.StartAsync(part, cancel);
        // What somebody stopped, and what failed, waits until somebody asks again.
        foreach (var (question, key) in keys.Where(k => work.StateOf(k.Key).Phase == WorkPhase.None))
            Start(part, plan, question, key, pulled);
    }

    /// <summary>Begins it, also when it was stopped before.</summary>
    public async Task StartAsync(StoredPart part, string plan, SheetQuestion question, CancellationToken cancel)
    {
        await surfaces.NeededAsync(part, cancel);
        var pulled = await studies.StartAsync(part, cancel);
        if ((await StateAsync(part, question, cancel)).Phase != WorkPhase.Done)
            Start(part, plan, question, KeyOf(part, question), pulled);
    }

    /// <summary>Stops all that is under way for a plan.</summary>
    public void Stop(string plan)
    {
        if (_underWay.TryGetValue(plan, out var keys))
            lock (keys)
                foreach (var key in keys)
                    work.Stop(key);
    }

    /// <summary>The sheet and its stroke as they are drawn; null while there is no first look.</summary>
    public async Task<byte[]?> DrawingAsync(StoredPart part, SheetFormed sheet, CancellationToken cancel)
    {
        var key = KeyOf(part, sheet);
        await using var db = await factory.CreateDbContextAsync(cancel);
        return await db.Studies.Where(s => s.Key == key).Select(s => s.Maps).SingleOrDefaultAsync(cancel)
            ?? (cache.TryGetValue<SheetAnswer>(key, out var first) ? Packed.Pack(first!.Drawing) : null);
    }

    /// <summary>Of all ways simulated finely on this part, the one that leaves most at its thinnest place; null before the first.</summary>
    public async Task<IFoundOut?> FoundAsync(StoredPart part, CancellationToken cancel)
    {
        if (!part.IsSolid)
            return null;
        var from = $"{OnPart(part)}{nameof(SheetFormed)}-";
        var until = $"{from}~";
        await using var db = await factory.CreateDbContextAsync(cancel);
        var kept = await db
            .Studies.Where(s => string.Compare(s.Key, from) >= 0 && string.Compare(s.Key, until) < 0)
            .Select(s => s.Figures)
            .ToListAsync(cancel);
        return kept.Select(Json.Read<SheetFigures>).MaxBy(s => s.ThinnestShare) is { } best
            ? new SimulatedSheet(best.Way.ToString().ToLowerInvariant(), best.ThinnestShare)
            : null;
    }

    /// <summary>What is under way for this plan and is not wanted any more stops.</summary>
    private void Leave(string plan, HashSet<string> wanted)
    {
        var open = _underWay.GetOrAdd(plan, _ => []);
        lock (open)
        {
            foreach (var key in open.Where(key => !wanted.Contains(key)))
                work.Leave(key);
            open.IntersectWith(wanted);
        }
    }

    private void Start(StoredPart part, string plan, SheetQuestion question, string key, string? pulled)
    {
        var open = _underWay.GetOrAdd(plan, _ => []);
        lock (open)
            open.Add(key);
        work.TryStart(
            key,
            async progress =>
            {
                var shell = await ShellAsync(part, progress.Cancel);
                if (shell.Refused is { } refused)
                    throw new RefusalException($"form.{refused.Code}", refused.Text, refused.Field);
                if (!cache.TryGetValue(key, out _))
                {
                    progress.Tell("First look", 0);
                    if (question.First(shell, new Progress(cancel: progress.Cancel)) is { } first)
                        cache.Set(key, first, new MemoryCacheEntryOptions { Size = FirstLookWeight, SlidingExpiration = FirstLookKept });
                }

                await KeepAsync(key, question.Of(shell, progress), progress.Cancel);
                lock (open)
                    open.Remove(key);
                if (question is SheetFormed)
                    Interlocked.Increment(ref _finished);
            },
            after: pulled
        );
    }

    private async Task<OpenShell> ShellAsync(StoredPart part, CancellationToken cancel)
    {
        var pull = await shapes.PullAsync(part, cancel);
        return await shapes.KeptAsync(part, ShellKey(pull), surface => OpenShell.Of(surface, pull, new Progress(cancel: cancel)), cancel);
    }

    private static object ShellKey(Vec3 pull) => (nameof(OpenShell), pull);

    private static string KeyOf(StoredPart part, SheetQuestion question)
    {
        var asked = JsonSerializer.Serialize(question, question.GetType(), Json.Options);
        var digest = Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(asked)))[..16];
        return $"{OnPart(part)}{question.GetType().Name}-{digest}";
    }

    private static string OnPart(StoredPart part) =>
        FormattableString.Invariant(
            $"sheet {Edition}/{part.Hash}/{part.Unit}/{(part.Pull is { } pull ? string.Join(",", pull) : "proposed")}/"
        );

    private async Task KeepAsync(string key, SheetAnswer answer, CancellationToken cancel)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        if (await db.Studies.AnyAsync(s => s.Key == key, cancel))
            return;
        db.Add(
            new StoredStudy
            {
                Key = key,
                Figures = JsonSerializer.Serialize(answer.Figures, answer.Figures.GetType(), Json.Options),
                Maps = Packed.Pack(answer.Drawing),
                KeptUtc = clock.Now(),
            }
        );
        await db.SaveChangesAsync(cancel);
    }
}
