using Stampo.Core.Wording;
using Stampo.Server.Hosting;
using Stampo.Storage;

namespace Stampo.Server.Projects;

/// <summary>A step's content with what a page needs to save over it.</summary>
public sealed record Versioned<T>(T Value, int Version, bool CanUndo, bool CanRedo)
    where T : class;

/// <summary>A save: the content and the version it was made from.</summary>
public sealed record Save<T>(T Value, int Version)
    where T : class;

/// <summary>Undo or redo, from the version the page shows.</summary>
public sealed record Move(int Version);

/// <summary>Step documents with their types; a step that was never saved has its default at version 0.</summary>
public sealed class StepStore(StepDocuments documents, ProjectStore projects)
{
    /// <summary>In place of a project's id: what belongs to the whole shop.</summary>
    public const string WholeShop = "shop";

    /// <summary>Its documents; an address can't name them as steps of a project.</summary>
    public const string Floor = "floor",
        Commitments = "commitments";

    private Task FindAsync(string projectId, string step, CancellationToken cancel) =>
        (projectId, step) is (WholeShop, Floor or Commitments) ? Task.CompletedTask : projects.FindAsync(projectId, cancel);

    public async Task<Versioned<T>> ReadAsync<T>(string projectId, string step, T fallback, CancellationToken cancel = default)
        where T : class
    {
        await FindAsync(projectId, step, cancel);
        return await documents.ReadAsync(projectId, step, cancel) is { } content
            ? Of<T>(content)
            : new Versioned<T>(fallback, 0, false, false);
    }

    /// <summary>Saves; a first save can be undone to <paramref name="before"/>, what the page showed until then.</summary>
    public async Task<Versioned<T>> SaveAsync<T>(
        string projectId,
        string step,
        Save<T> save,
        T? before = null,
        CancellationToken cancel = default
    )
        where T : class
    {
        await FindAsync(projectId, step, cancel);
        return Of<T>(
            await documents.SaveAsync(
                projectId,
                step,
                Json.Write(save.Value),
                save.Version,
                before is null ? null : Json.Write(before),
                cancel
            )
        );
    }

    public async Task<Versioned<T>> MoveAsync<T>(string projectId, string step, int by, Move from, CancellationToken cancel = default)
        where T : class
    {
        await FindAsync(projectId, step, cancel);
        return Of<T>(await documents.MoveAsync(projectId, step, by, from.Version, cancel) ?? throw NothingTo(by));
    }

    /// <summary>There is no state before or after the one that stands.</summary>
    public static RefusalException NothingTo(int by) =>
        new(by < 0 ? "undo.nothing" : "redo.nothing", by < 0 ? "There is nothing to undo." : "There is nothing to redo.", "version");

    private static Versioned<T> Of<T>(StepContent content)
        where T : class => new(Json.Read<T>(content.Json), content.Version, content.CanUndo, content.CanRedo);
}
