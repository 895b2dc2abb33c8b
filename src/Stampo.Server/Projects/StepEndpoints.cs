namespace Stampo.Server.Projects;

/// <summary>Endpoints every step document has.</summary>
internal static class StepEndpoints
{
    /// <summary>Maps undo and redo under the group of a step.</summary>
    public static void MapMoves<T>(this IEndpointRouteBuilder group, string step)
        where T : class
    {
        group.MapPost(
            "/undo",
            (string id, Move from, StepStore steps, CancellationToken cancel) => steps.MoveAsync<T>(id, step, -1, from, cancel)
        );
        group.MapPost(
            "/redo",
            (string id, Move from, StepStore steps, CancellationToken cancel) => steps.MoveAsync<T>(id, step, +1, from, cancel)
        );
    }
}
