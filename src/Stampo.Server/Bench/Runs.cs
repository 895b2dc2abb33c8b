using System.Collections.Concurrent;
using System.Runtime.CompilerServices;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using NodaTime;
using Stampo.Core.Bench;
using Stampo.Core.Working;
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

/// <summary>An act that is on disk.</summary>
public sealed record TakenAct(string Id, int Ordinal);

/// <summary>An act that can't be of this run, and why.</summary>
public sealed record RefusedAct(string Id, string Code, string Message);

public sealed record Recorded(IReadOnlyList<TakenAct> Taken, IReadOnlyList<RefusedAct> Refused, KeptRun Run);

/// <summary>Keeps runs and their acts. An act that was acknowledged is on disk; open runs are at hand.</summary>
public sealed class Runs(IDbContextFactory<StampoDb> factory, DocumentForms forms, TimeProvider clock) : IDisposable
{
    /// <summary>Acts that may come at once, and how long one may have been on its way.</summary>
    private const int MostAtOnce = 500,
        ReadAtOnce = 400;

    private const double LongestMs = 30 * 24 * 3600 * 1000.0;

    private readonly ConcurrentDictionary<string, KeptRun> _open = [];

    private readonly SemaphoreSlim _one = new(1, 1);

    private volatile bool _allRead;

    /// <summary>Told after each change of a run, with its id.</summary>
    public event Action<KeptRun>? Changed;

    public async Task<KeptRun> FindAsync(string id, CancellationToken cancel = default)
    {
        if (_open.TryGetValue(id, out var open))
            return open;
        await using var db = await factory.CreateDbContextAsync(cancel);
        return Shelved(await ReadAsync(db, db.Runs.Where(r => r.Id == id), cancel)).FirstOrDefault()
            ?? throw new NotFoundException($"There is no run \"{(id.Length > 40 ? id[..40] : id)}\" here.");
    }

    /// <summary>Those of a plan, in the order they began.</summary>
    public async Task<IReadOnlyList<KeptRun>> OfAsync(string projectId, string plan, CancellationToken cancel = default)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        return Shelved(await ReadAsync(db, db.Runs.Where(r => r.ProjectId == projectId && r.Plan == plan), cancel));
    }

    /// <summary>All that are open, of all projects: read once, at hand from then on.</summary>
    public async Task<IReadOnlyList<KeptRun>> OpenAsync(CancellationToken cancel = default)
    {
        if (!_allRead)
        {
            await using var db = await factory.CreateDbContextAsync(cancel);
            Shelved(await ReadAsync(db, db.Runs.Where(r => r.OverUtc == null), cancel));
            _allRead = true;
        }

        return [.. _open.Values.OrderBy(r => r.Row.BegunUtc).ThenBy(r => r.Row.Id, StringComparer.Ordinal)];
    }

    /// <summary>All there are that can be read, some hundreds at a time: one of a later release costs itself, not the others.</summary>
    public async IAsyncEnumerable<KeptRun> AllAsync([EnumeratorCancellation] CancellationToken cancel = default)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        await foreach (var run in EachAsync(db, db.Runs, cancel))
            yield return run;
    }

    /// <summary>Tells of all runs of a project that has come in as a whole.</summary>
    public async Task CameInAsync(string projectId, CancellationToken cancel)
    {
        await _one.WaitAsync(cancel);
        try
        {
            await using var db = await factory.CreateDbContextAsync(cancel);
            await foreach (var run in EachAsync(db, db.Runs.Where(r => r.ProjectId == projectId), cancel))
            {
                Shelve(run);
                Changed?.Invoke(run);
            }
        }
        finally
        {
            _one.Release();
        }
    }

    /// <summary>Begins a run, now or so long ago; the same one a second time is the one that was begun.</summary>
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
        await _one.WaitAsync(cancel);
        try
        {
            await using var db = await factory.CreateDbContextAsync(cancel);
            if (Shelved(await ReadAsync(db, db.Runs.Where(r => r.Id == id), cancel)).FirstOrDefault() is { } known)
                return known.Row.ProjectId == projectId && known.Sheet.Piece == sheet.Piece
                    ? known
                    : throw new RefusalException("run.other", "Another run has this id; make a new one.", "id");
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
        finally
        {
            _one.Release();
        }
    }

    /// <summary>
    /// Records acts in the order they are sent. Each is taken, is known already and taken for the same, or is refused with its reason; one
    /// that is refused keeps none of the others back.
    /// </summary>
    public async Task<Recorded> RecordAsync(string runId, IReadOnlyList<SentAct> sent, CancellationToken cancel)
    {
        Check.Between(Check.Whole(sent, "acts").Count, 1, MostAtOnce, "acts", "acts", "sent at once");
        await _one.WaitAsync(cancel);
        try
        {
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
                        taken.Add(new TakenAct(act.Id, before.Ordinal));
                        continue;
                    }

                    RunRules.Check(run.Sheet, run.State, act, id => known.GetValueOrDefault(id)?.Act);
                    var logged = new LoggedAct(run.Log.Count + 1, AtOf(run, ageMs, received), act);
                    run = run.With(logged);
                    known[act.Id] = logged;
                    rows.Add(RowOf(runId, logged, received));
                    taken.Add(new TakenAct(act.Id, logged.Ordinal));
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
        finally
        {
            _one.Release();
        }
    }

    public void Dispose() => _one.Dispose();

    private static LoggedAct? Known(Dictionary<string, LoggedAct> known, Act act)
    {
        if (!known.TryGetValue(Check.Given(act.Id, "act.id"), out var before))
            return null;
        return Json.Write(before.Act) == Json.Write(act)
            ? before
            : throw new RefusalException("act.other", "Another act has this id; make a new one.", "act.id");
    }

    /// <summary>When it was: so long before it came in as its sender says, and never before its run began.</summary>
    private static Instant AtOf(KeptRun run, double ageMs, Instant received)
    {
        Check.Between(ageMs, 0, LongestMs, "ageMs", "ms", "a month on its way");
        return Instant.Max(run.Row.BegunUtc, received - Duration.FromMilliseconds(ageMs));
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
        Shelve(run);
        Changed?.Invoke(run);
        return run;
    }

    private List<KeptRun> Shelved(List<KeptRun> runs)
    {
        for (var i = 0; i < runs.Count; i++)
        {
            // What is at hand is never older than what was read.
            if (_open.TryGetValue(runs[i].Row.Id, out var open) && open.Log.Count >= runs[i].Log.Count)
                runs[i] = open;
            else
                Shelve(runs[i]);
        }

        return runs;
    }

    private void Shelve(KeptRun run)
    {
        if (run.State.IsOver)
            _open.TryRemove(run.Row.Id, out _);
        else
            _open[run.Row.Id] = run;
    }

    private async Task<List<KeptRun>> ReadAsync(StampoDb db, IQueryable<Run> asked, CancellationToken cancel) =>
        (await RowsAsync(db, asked, cancel)).ConvertAll(r => Read(r.Run, r.Acts));

    private async IAsyncEnumerable<KeptRun> EachAsync(StampoDb db, IQueryable<Run> asked, [EnumeratorCancellation] CancellationToken cancel)
    {
        foreach (var some in (await asked.Select(r => r.Id).ToListAsync(cancel)).Chunk(ReadAtOnce))
        {
            foreach (var (row, acts) in await RowsAsync(db, db.Runs.Where(r => some.Contains(r.Id)), cancel))
            {
                if (TryRead(row, acts) is { } run)
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

    private KeptRun? TryRead(Run run, IEnumerable<RunAct> acts)
    {
        try
        {
            return Read(run, acts);
        }
        catch (JsonException)
        {
            return null;
        }
    }
}
