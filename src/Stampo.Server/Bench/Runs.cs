using System.Collections.Concurrent;
using System.Runtime.CompilerServices;
using Microsoft.EntityFrameworkCore;
using NodaTime;
using Stampo.Core.Bench;
using Stampo.Core.Wording;
using Stampo.Server.Hosting;
using Stampo.Storage;

namespace Stampo.Server.Bench;

/// <summary>A run with its acts, and how it stands by them.</summary>
public sealed record KeptRun(Run Row, RunSheet Sheet, IReadOnlyList<LoggedAct> Log)
{
    private readonly Lazy<RunState> _state = new(() => RunFold.Of(Sheet, Row.By, Log));

    public RunState State => _state.Value;

    public KeptRun With(LoggedAct act) => new(Row, Sheet, [.. Log, act]);
}

/// <summary>
/// An act on its way here, with how long ago it was: whoever sends it may have been cut off, and clocks of several machines never agree.
/// </summary>
public sealed record SentAct(Act Act, double AgeMs);

/// <summary>An act that is on disk, with when it stands; clipped when its sender's clock can't be right.</summary>
public sealed record TakenAct(string Id, int Ordinal, Instant At, bool IsClipped);

/// <summary>An act that can't be of this run, and why.</summary>
public sealed record RefusedAct(string Id, string Code, string Message);

public sealed record Recorded(IReadOnlyList<TakenAct> Taken, IReadOnlyList<RefusedAct> Refused, KeptRun Run);

/// <summary>A run that this release can't read: it costs itself, not the others.</summary>
public sealed record UnreadableRun(string Id, string ProjectId, string By, Instant Begun, string Why);

/// <summary>Runs that can be read, and those that can't.</summary>
public sealed record RunsRead(IReadOnlyList<KeptRun> Runs, IReadOnlyList<UnreadableRun> Unreadable);

/// <summary>
/// Keeps runs and their acts. An act that was acknowledged is on disk; open runs are at hand. Only beginning one and keeping its acts write
/// what is at hand, each run under a lock of its own: what is read beside them is never put back.
/// </summary>
public sealed class Runs(IDbContextFactory<StampoDb> factory, DocumentForms forms, TimeProvider clock) : IDisposable
{
    /// <summary>Acts that may come at once, and how long one may have been on its way.</summary>
    private const int MostAtOnce = 500,
        ReadAtOnce = 400;

    private const double LongestMs = 30 * 24 * 3600 * 1000.0;

    private readonly ConcurrentDictionary<string, KeptRun> _open = [];

    private readonly Locks _locks = new();

    private volatile bool _allRead;

    /// <summary>Told after each change of a run, with its id.</summary>
    public event Action<KeptRun>? Changed;

    public async Task<KeptRun> FindAsync(string id, CancellationToken cancel = default)
    {
        if (_open.TryGetValue(id, out var open))
            return open;
        await using var db = await factory.CreateDbContextAsync(cancel);
        return await FindAsync(db, id, cancel)
            ?? throw new NotFoundException($"There is no run \"{(id.Length > 40 ? id[..40] : id)}\" here.");
    }

    /// <summary>Those of a plan, in the order they began.</summary>
    public async Task<RunsRead> OfAsync(string projectId, string plan, CancellationToken cancel = default)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        return await ReadAsync(db, db.Runs.Where(r => r.ProjectId == projectId && r.Plan == plan), cancel);
    }

    /// <summary>All that are open, of all projects: read once, at hand from then on.</summary>
    public async Task<IReadOnlyList<KeptRun>> OpenAsync(CancellationToken cancel = default)
    {
        if (!_allRead)
        {
            await using var db = await factory.CreateDbContextAsync(cancel);
            foreach (var id in await db.Runs.Where(r => r.OverUtc == null).Select(r => r.Id).ToListAsync(cancel))
                await TakeToHandAsync(db, id, cancel);
            _allRead = true;
        }

        return [.. _open.Values.OrderBy(r => r.Row.BegunUtc).ThenBy(r => r.Row.Id, StringComparer.Ordinal)];
    }

    /// <summary>All there are that can be read, some hundreds at a time.</summary>
    public async IAsyncEnumerable<KeptRun> AllAsync([EnumeratorCancellation] CancellationToken cancel = default)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        await foreach (var run in EachAsync(db, db.Runs, cancel))
            yield return run;
    }

    /// <summary>Tells of all runs of a project that has come in as a whole.</summary>
    public async Task CameInAsync(string projectId, CancellationToken cancel)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        foreach (var id in await db.Runs.Where(r => r.ProjectId == projectId).Select(r => r.Id).ToListAsync(cancel))
        {
            if (await TakeToHandAsync(db, id, cancel) is { } run)
                Changed?.Invoke(run);
        }
    }

    /// <summary>
    /// Begins a run, now or so long ago; the same one a second time is the one that was begun. However many begin the same piece at once,
    /// one does, and the others are told who.
    /// </summary>
    public async Task<KeptRun> BeginAsync(
        string id,
        string projectId,
        string plan,
        RunSheet sheet,
        string by,
        CancellationToken cancel,
        Duration ago = default
    )
    {
        using var ofPlan = await _locks.TakeAsync($"{projectId} {plan}", cancel);
        await using var db = await factory.CreateDbContextAsync(cancel);
        if (await FindAsync(db, id, cancel) is { } known)
            return known.Row.ProjectId == projectId && known.Sheet.Piece == sheet.Piece
                ? known
                : throw new RefusalException("run.other", "Another run has this id; make a new one.", "id");
        var others = (await ReadAsync(db, db.Runs.Where(r => r.ProjectId == projectId && r.Plan == plan), cancel)).Runs;
        if (others.FirstOrDefault(r => r.Sheet.Piece == sheet.Piece && r.State.Phase != RunPhase.Abandoned) is { } twice)
            throw new RefusalException(
                "run.twice",
                $"{sheet.Title} was begun by {twice.Row.By} already; go on with that run, or abandon it.",
                "piece"
            );
        var run = new Run
        {
            Id = id,
            ProjectId = projectId,
            Plan = plan,
            Schema = forms.Current(DocumentForms.Run),
            Sheet = Json.Write(sheet),
            By = by,
            BegunUtc = clock.Now() - ago,
        };
        db.Add(run);
        await db.SaveChangesAsync(cancel);
        var kept = _open[id] = new KeptRun(run, sheet, []);
        Changed?.Invoke(kept);
        return kept;
    }

    /// <summary>
    /// Records acts in the order they are sent. Each is taken, is known already and taken for the same, or is refused with its reason; one
    /// that is refused keeps none of the others back.
    /// </summary>
    public async Task<Recorded> RecordAsync(string runId, IReadOnlyList<SentAct> sent, CancellationToken cancel)
    {
        Check.Between(Check.Whole(sent, "acts").Count, 1, MostAtOnce, "acts", "acts", "sent at once");
        using var ofRun = await _locks.TakeAsync(runId, cancel);
        var run = await FindAsync(runId, cancel);
        var (taken, refused, rows) = (new List<TakenAct>(), new List<RefusedAct>(), new List<RunAct>());
        var known = run.Log.ToDictionary(a => a.Act.Id, a => a);
        var received = clock.Now();
        foreach (var (act, ageMs) in sent)
        {
            try
            {
                if (Known(known, act) is { } before)
                {
                    taken.Add(new TakenAct(act.Id, before.Ordinal, before.At, false));
                    continue;
                }

                RunRules.Check(run.Sheet, run.State, act, id => known.GetValueOrDefault(id)?.Act);
                var (at, isClipped) = AtOf(run, ageMs, received);
                var logged = new LoggedAct(run.Log.Count + 1, at, act);
                run = run.With(logged);
                known[act.Id] = logged;
                rows.Add(RowOf(runId, logged, received));
                taken.Add(new TakenAct(act.Id, logged.Ordinal, at, isClipped));
            }
            catch (RefusalException no)
            {
                refused.Add(new RefusedAct(act.Id, no.Code, no.Message));
            }
        }

        if (rows.Count > 0)
            run = await KeepAsync(run, rows, cancel);
        return new Recorded(taken, refused, run);
    }

    public void Dispose() => _locks.Dispose();

    private static LoggedAct? Known(Dictionary<string, LoggedAct> known, Act act)
    {
        if (!known.TryGetValue(Check.Given(act.Id, "act.id"), out var before))
            return null;
        return Json.Write(before.Act) == Json.Write(act)
            ? before
            : throw new RefusalException("act.other", "Another act has this id; make a new one.", "act.id");
    }

    /// <summary>
    /// When it was: so long before it came in as its sender says, and never before its run began. A sender whose clock is more than a month
    /// off loses no act by it: its time is clipped, and it is told so.
    /// </summary>
    private static (Instant At, bool IsClipped) AtOf(KeptRun run, double ageMs, Instant received)
    {
        if (!(ageMs >= 0))
            throw new RefusalException("act.age", "ageMs says how long ago it was, in ms: nought or more.", "ageMs");
        var at = Instant.Max(run.Row.BegunUtc, received - Duration.FromMilliseconds(Math.Min(ageMs, LongestMs)));
        return (at, ageMs > LongestMs);
    }

    private RunAct RowOf(string runId, LoggedAct logged, Instant received) =>
        new()
        {
            RunId = runId,
            Ordinal = logged.Ordinal,
            ActId = logged.Act.Id,
            Schema = forms.Current(DocumentForms.Act),
            Json = Json.Write(logged.Act),
            AtUtc = logged.At,
            ReceivedUtc = received,
        };

    /// <summary>Written through to the disk; only then does the run at hand change, and is anybody told.</summary>
    private async Task<KeptRun> KeepAsync(KeptRun run, List<RunAct> rows, CancellationToken cancel)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        db.AddRange(rows);
        await db.SaveChangesAsync(cancel);
        var over = run.State.Over;
        if (run.Row.OverUtc != over)
            await db.Runs.Where(r => r.Id == run.Row.Id).ExecuteUpdateAsync(set => set.SetProperty(r => r.OverUtc, over), cancel);
        await transaction.CommitAsync(CancellationToken.None);
        run.Row.OverUtc = over;
        AtHand(run);
        Changed?.Invoke(run);
        return run;
    }

    /// <summary>Only with its lock held: what was read before it was taken may be older than what is at hand.</summary>
    private void AtHand(KeptRun run)
    {
        if (run.State.IsOver)
            _open.TryRemove(run.Row.Id, out _);
        else
            _open[run.Row.Id] = run;
    }

    private async Task<KeptRun?> TakeToHandAsync(StampoDb db, string id, CancellationToken cancel)
    {
        using var ofRun = await _locks.TakeAsync(id, cancel);
        if (_open.TryGetValue(id, out var open))
            return open;
        if ((await ReadAsync(db, db.Runs.Where(r => r.Id == id), cancel)).Runs is not [var run])
            return null;
        AtHand(run);
        return run;
    }

    /// <summary>One that this release can't read is said so.</summary>
    private async Task<KeptRun?> FindAsync(StampoDb db, string id, CancellationToken cancel)
    {
        if (_open.TryGetValue(id, out var open))
            return open;
        var read = await ReadAsync(db, db.Runs.Where(r => r.Id == id), cancel);
        return read.Unreadable is [var row]
            ? throw new UnreadableException($"This run can't be read: {row.Why}")
            : read.Runs.FirstOrDefault();
    }

    /// <summary>What is at hand is never older than what was read.</summary>
    private async Task<RunsRead> ReadAsync(StampoDb db, IQueryable<Run> asked, CancellationToken cancel)
    {
        var (runs, unreadable) = (new List<KeptRun>(), new List<UnreadableRun>());
        foreach (var (row, acts) in await RowsAsync(db, asked, cancel))
        {
            if (TryRead(row, acts, out var why) is not { } run)
                unreadable.Add(new UnreadableRun(row.Id, row.ProjectId, row.By, row.BegunUtc, why));
            else
                runs.Add(_open.TryGetValue(row.Id, out var open) && open.Log.Count >= run.Log.Count ? open : run);
        }

        return new RunsRead(runs, unreadable);
    }

    private async IAsyncEnumerable<KeptRun> EachAsync(StampoDb db, IQueryable<Run> asked, [EnumeratorCancellation] CancellationToken cancel)
    {
        foreach (var some in (await asked.Select(r => r.Id).ToListAsync(cancel)).Chunk(ReadAtOnce))
        {
            foreach (var (row, acts) in await RowsAsync(db, db.Runs.Where(r => some.Contains(r.Id)), cancel))
            {
                if (TryRead(row, acts, out _) is { } run)
                    yield return run;
            }
        }
    }

    private static async Task<List<(Run Run, IEnumerable<RunAct> Acts)>> RowsAsync(
        StampoDb db,
        IQueryable<Run> asked,
        CancellationToken cancel
    )
    {
        var runs = await asked.AsNoTracking().OrderBy(r => r.BegunUtc).ThenBy(r => r.Id).ToListAsync(cancel);
        var acts = await (
            from act in db.Acts.AsNoTracking()
            join run in asked on act.RunId equals run.Id
            orderby act.Ordinal
            select act
        ).ToListAsync(cancel);
        var of = acts.ToLookup(a => a.RunId);
        return runs.ConvertAll(run => (run, of[run.Id]));
    }

    private KeptRun Read(Run run, IEnumerable<RunAct> acts) =>
        new(
            run,
            Json.Read<RunSheet>(forms.BroughtUp(DocumentForms.Run, run.Schema, run.Sheet)),
            [.. acts.Select(a => new LoggedAct(a.Ordinal, a.AtUtc, Json.Read<Act>(forms.BroughtUp(DocumentForms.Act, a.Schema, a.Json))))]
        );

    private KeptRun? TryRead(Run run, IEnumerable<RunAct> acts, out string why)
    {
        try
        {
            why = "";
            var read = Read(run, acts);
            _ = read.State;
            return read;
        }
        catch (Exception bad)
        {
            why = Unreadable.Why(bad);
            return null;
        }
    }
}
