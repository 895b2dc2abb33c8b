using System.Collections.Concurrent;
using Microsoft.EntityFrameworkCore;
using NodaTime;
using Stampo.Core.Log.Shelf;
using Stampo.Core.Wording;
using Stampo.Server.Hosting;
using Stampo.Storage;

namespace Stampo.Server.Bench;

/// <summary>A tool of the shop: its number in a plan of a project.</summary>
public sealed record ToolKey(string ProjectId, string Plan, int Number);

/// <summary>What was done to tools and seen on them, by tool: few enough to be at hand. An act that was acknowledged is on disk.</summary>
public sealed class ToolBooks(IDbContextFactory<StampoDb> factory, DocumentForms forms, TimeProvider clock) : IDisposable
{
    public const int MostActs = 2_000;

    private readonly ConcurrentDictionary<ToolKey, IReadOnlyList<LoggedToolAct>> _books = [];
    private readonly ConcurrentDictionary<ToolKey, bool> _closed = [];
    private readonly SemaphoreSlim _one = new(1, 1);
    private volatile bool _isRead;

    public async Task<IReadOnlyDictionary<ToolKey, IReadOnlyList<LoggedToolAct>>> AllAsync(CancellationToken cancel)
    {
        if (_isRead)
            return _books;
        await _one.WaitAsync(cancel);
        try
        {
            await ReadAsync(cancel);
            return _books;
        }
        finally
        {
            _one.Release();
        }
    }

    /// <summary>Numbers of the tools of a plan that are no longer used.</summary>
    public async Task<IReadOnlyList<int>> RetiredAsync(string projectId, string plan, CancellationToken cancel) =>
        [
            .. (await AllAsync(cancel))
                .Where(b => b.Key.ProjectId == projectId && b.Key.Plan == plan && ToolFold.Of("", [], b.Value).Retired is not null)
                .Select(b => b.Key.Number)
                .Order(),
        ];

    /// <summary>Keeps an act; the same a second time is the one that is kept.</summary>
    /// <param name="tool">Of which tool.</param>
    /// <param name="act">What.</param>
    /// <param name="stateOf">How the tool stands with the acts so far.</param>
    /// <param name="cancel">When nobody waits any more.</param>
    /// <param name="at">When it was; null for now.</param>
    public async Task AddAsync(
        ToolKey tool,
        ToolAct act,
        Func<IReadOnlyList<LoggedToolAct>, ToolState> stateOf,
        CancellationToken cancel,
        Instant? at = null
    )
    {
        await _one.WaitAsync(cancel);
        try
        {
            await ReadAsync(cancel);
            if (
                _books.SelectMany(b => b.Value.Select(a => (b.Key, a.Act))).FirstOrDefault(a => a.Act.Id == act.Id) is
                { Act: { } known } kept
            )
            {
                if (kept.Key == tool && Json.Write(known) == Json.Write(act))
                    return;
                throw new RefusalException("act.other", "Another act has this id; make a new one.", "act.id");
            }

            if (_closed.ContainsKey(tool))
                throw new RefusalException("tool.later-form", "A later release wrote in this book; go on with that release.", "tool");
            var log = _books.GetValueOrDefault(tool, []);
            Check.Between(log.Count, 0, MostActs - 1, "acts", "acts", "no tool's book has more");
            ToolFold.Check(act, stateOf(log), log);
            var logged = new LoggedToolAct(log.Count + 1, at ?? clock.Now(), act);
            await using var db = await factory.CreateDbContextAsync(cancel);
            db.Add(
                new ToolRow
                {
                    ProjectId = tool.ProjectId,
                    Plan = tool.Plan,
                    Tool = tool.Number,
                    Ordinal = logged.Ordinal,
                    ActId = act.Id,
                    Schema = forms.Current(DocumentForms.ToolAct),
                    Json = Json.Write(act),
                    AtUtc = logged.At,
                }
            );
            await db.SaveChangesAsync(cancel);
            _books[tool] = [.. log, logged];
        }
        finally
        {
            _one.Release();
        }
    }

    /// <summary>Reads all books again when they are asked for next: some came in with a project.</summary>
    public async Task ForgetAsync(CancellationToken cancel)
    {
        await _one.WaitAsync(cancel);
        _isRead = false;
        _one.Release();
    }

    public void Dispose() => _one.Dispose();

    private async Task ReadAsync(CancellationToken cancel)
    {
        if (_isRead)
            return;
        await using var db = await factory.CreateDbContextAsync(cancel);
        foreach (var book in (await db.ToolActs.AsNoTracking().ToListAsync(cancel)).GroupBy(a => new ToolKey(a.ProjectId, a.Plan, a.Tool)))
            _books[book.Key] = [.. book.OrderBy(a => a.Ordinal).Select(TryRead).OfType<LoggedToolAct>()];
        _isRead = true;
    }

    /// <summary>What a later release wrote is left out, and its book is not written on.</summary>
    private LoggedToolAct? TryRead(ToolRow row)
    {
        try
        {
            return Read(row);
        }
        catch (Exception bad) when (bad is not OperationCanceledException)
        {
            _closed[new ToolKey(row.ProjectId, row.Plan, row.Tool)] = true;
            return null;
        }
    }

    private LoggedToolAct Read(ToolRow row) =>
        new(row.Ordinal, row.AtUtc, Json.Read<ToolAct>(forms.BroughtUp(DocumentForms.ToolAct, row.Schema, row.Json)));
}
