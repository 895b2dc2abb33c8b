using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace Stampo.Storage;

/// <summary>A step's content with its version and whether there is a way back or forward.</summary>
public sealed record StepContent(string Json, int Version, bool CanUndo, bool CanRedo);

/// <summary>What a step holds now, in the form it was saved in.</summary>
public sealed class StandingState
{
    public required string ProjectId { get; init; }

    public required string Step { get; init; }

    public int Version { get; init; }

    public int Schema { get; init; }

    public required string Json { get; init; }
}

public static class StandingStates
{
    /// <summary>Of all steps of all projects: the state each one's cursor names.</summary>
    public static IQueryable<StandingState> Standing(this StampoDb db) =>
        from document in db.Documents
        join state in db.States
            on new
            {
                document.ProjectId,
                document.Step,
                Ordinal = document.Cursor,
            } equals new
            {
                state.ProjectId,
                state.Step,
                state.Ordinal,
            }
        select new StandingState
        {
            ProjectId = document.ProjectId,
            Step = document.Step,
            Version = document.Version,
            Schema = state.Schema,
            Json = state.Json,
        };
}

/// <summary>A state of a step, when it was saved, and what it holds.</summary>
public sealed record PastState(int Ordinal, Instant SavedUtc, string Json);

/// <summary>Somebody else saved first: <paramref name="theirs"/> is what stands now.</summary>
public sealed class VersionConflictException(StepContent? theirs) : Exception("Somebody else saved this first.")
{
    public StepContent? Theirs { get; } = theirs;
}

/// <summary>Reads and saves what the steps hold, keeping the states before so that each save can be undone, also after a restart.</summary>
public sealed class StepDocuments(IDbContextFactory<StampoDb> factory, DocumentForms forms, TimeProvider clock)
{
    /// <summary>How many states a step keeps to go back to.</summary>
    public const int StatesKept = 100;

    public async Task<StepContent?> ReadAsync(string projectId, string step, CancellationToken cancel = default)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        return await ReadAsync(db, projectId, step, cancel);
    }

    /// <summary>The version of each step that was ever saved: all it takes to know that nothing has changed.</summary>
    public async Task<IReadOnlyDictionary<string, int>> VersionsAsync(string projectId, CancellationToken cancel = default)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        return await db.Documents.Where(d => d.ProjectId == projectId).ToDictionaryAsync(d => d.Step, d => d.Version, cancel);
    }

    /// <summary>Projects that ever saved a step.</summary>
    public async Task<IReadOnlyList<string>> ProjectsWithAsync(string step, CancellationToken cancel = default)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        return await db.Documents.Where(d => d.Step == step).Select(d => d.ProjectId).Order().ToListAsync(cancel);
    }

    /// <summary>The states of a step that can still be gone back to, the latest first.</summary>
    public async Task<IReadOnlyList<PastState>> StatesAsync(string projectId, string step, CancellationToken cancel = default)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        var states = await db
            .States.AsNoTracking()
            .Where(s => s.ProjectId == projectId && s.Step == step)
            .OrderByDescending(s => s.Ordinal)
            .ToListAsync(cancel);
        return states.ConvertAll(s => new PastState(s.Ordinal, s.SavedUtc, JsonOf(s)));
    }

    /// <summary>What a state of a step held; null when it is no longer kept.</summary>
    public async Task<string?> StateAsync(string projectId, string step, int ordinal, CancellationToken cancel = default)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        return
            await db
                .States.AsNoTracking()
                .SingleOrDefaultAsync(s => s.ProjectId == projectId && s.Step == step && s.Ordinal == ordinal, cancel)
                is { } state
            ? JsonOf(state)
            : null;
    }

    /// <summary>
    /// Saves over <paramref name="expectedVersion"/> (0 for a first save); throws <see cref="VersionConflictException"/> when another
    /// version stands. A first save keeps what stood before it, <paramref name="before"/>, so that it too can be undone.
    /// </summary>
    public Task<StepContent> SaveAsync(
        string projectId,
        string step,
        string json,
        int expectedVersion,
        string? before = null,
        CancellationToken cancel = default
    ) =>
        ChangeAsync(
            projectId,
            step,
            expectedVersion,
            async (db, document) =>
            {
                if (document.Cursor == 0 && document.Version == 1 && before is not null)
                    db.Add(
                        new StepState
                        {
                            ProjectId = projectId,
                            Step = step,
                            Ordinal = 0,
                            Schema = forms.Current(step),
                            Json = before,
                            SavedUtc = clock.Now(),
                        }
                    );
                await db
                    .States.Where(s =>
                        s.ProjectId == projectId
                        && s.Step == step
                        && (s.Ordinal > document.Cursor || s.Ordinal <= document.Cursor - StatesKept + 1)
                    )
                    .ExecuteDeleteAsync(cancel);
                document.Cursor++;
                db.Add(
                    new StepState
                    {
                        ProjectId = projectId,
                        Step = step,
                        Ordinal = document.Cursor,
                        Schema = forms.Current(step),
                        Json = json,
                        SavedUtc = clock.Now(),
                    }
                );
            },
            cancel
        );

    /// <summary>Goes one state back (−1) or forward (+1); null, and nothing is written, when there is none.</summary>
    public async Task<StepContent?> MoveAsync(
        string projectId,
        string step,
        int by,
        int expectedVersion,
        CancellationToken cancel = default
    )
    {
        await using (var db = await factory.CreateDbContextAsync(cancel))
        {
            var document = await db.Documents.AsNoTracking().SingleOrDefaultAsync(d => d.ProjectId == projectId && d.Step == step, cancel);
            if (document is not null && document.Version != expectedVersion)
                throw new VersionConflictException(await ReadAsync(db, projectId, step, cancel));
            if (
                document is null
                || !await db.States.AnyAsync(s => s.ProjectId == projectId && s.Step == step && s.Ordinal == document.Cursor + by, cancel)
            )
                return null;
        }

        return await ChangeAsync(
            projectId,
            step,
            expectedVersion,
            (_, document) =>
            {
                document.Cursor += by;
                return Task.CompletedTask;
            },
            cancel
        );
    }

    private async Task<StepContent> ChangeAsync(
        string projectId,
        string step,
        int expectedVersion,
        Func<StampoDb, StepDocument, Task> change,
        CancellationToken cancel
    )
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        var document = await db.Documents.FindAsync([projectId, step], cancel);
        if ((document?.Version ?? 0) != expectedVersion)
            throw new VersionConflictException(await ReadAsync(db, projectId, step, cancel));
        if (document is null)
            db.Add(document = new StepDocument { ProjectId = projectId, Step = step });
        document.Version++;
        await change(db, document);
        var now = clock.Now();
        await db.Projects.Where(p => p.Id == projectId).ExecuteUpdateAsync(set => set.SetProperty(p => p.TouchedUtc, now), cancel);
        try
        {
            await db.SaveChangesAsync(cancel);
        }
        catch (DbUpdateConcurrencyException)
        {
            throw new VersionConflictException(await ReadAsync(projectId, step, cancel));
        }

        await transaction.CommitAsync(cancel);
        return (await ReadAsync(db, projectId, step, cancel))!;
    }

    private string JsonOf(StepState state) => forms.BroughtUp(state.Step, state.Schema, state.Json);

    private async Task<StepContent?> ReadAsync(StampoDb db, string projectId, string step, CancellationToken cancel)
    {
        var document = await db.Documents.AsNoTracking().SingleOrDefaultAsync(d => d.ProjectId == projectId && d.Step == step, cancel);
        if (document is null)
            return null;
        var states = db.States.Where(s => s.ProjectId == projectId && s.Step == step);
        var state = await states.AsNoTracking().SingleAsync(s => s.Ordinal == document.Cursor, cancel);
        return new StepContent(
            JsonOf(state),
            document.Version,
            await states.AnyAsync(s => s.Ordinal == document.Cursor - 1, cancel),
            await states.AnyAsync(s => s.Ordinal == document.Cursor + 1, cancel)
        );
    }
}
