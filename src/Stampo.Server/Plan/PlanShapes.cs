using Stampo.Core.Planning;
using Stampo.Core.Working;
using Stampo.Server.Hosting;
using Stampo.Server.Part;

namespace Stampo.Server.Plan;

/// <summary>A plan's questions, given what is known so far.</summary>
public delegate IReadOnlyList<ShapeQuestion> PlanAsks(ShapeAnswers known);

/// <summary>
/// What plans know of the meshes of their parts. What a large part is asked first is worked out in the background, with progress and a
/// stop: nobody waits for it in silence.
/// </summary>
public sealed class PlanShapes(IEnumerable<IShapeAnswerer> answerers, Studies studies, LongWork work)
{
    /// <summary>Whatever is asked of a part with fewer triangles is answered at once.</summary>
    private const int AtOnce = 10_000;

    /// <summary>
    /// What the plan asks of the mesh, with what is known of it; some is asked only once something else is known. Nothing is known of a
    /// part without a sound mesh.
    /// </summary>
    public async Task<Dictionary<ShapeQuestion, object?>> KnownAsync(StoredPart part, PlanAsks asks, CancellationToken cancel) =>
        (await AskedAsync(part, asks, (_, _) => Task.FromResult(true), cancel))!;

    /// <summary>Somebody looks at the plan: what takes long and is not known yet begins.</summary>
    public async Task BeginAsync(StoredPart part, string plan, Dictionary<ShapeQuestion, object?> known, CancellationToken cancel)
    {
        if (!part.IsSolid)
            return;
        foreach (var asked in known.GroupBy(k => Answering(k.Key)))
            await asked.Key.BeginAsync(
                part,
                plan,
                [.. asked.Where(k => k.Value is null or IFirstLook { IsFirstLook: true }).Select(k => k.Key)],
                cancel
            );
    }

    /// <summary>
    /// Where the first work for a plan stands, begun when somebody looks; null when all that the plan needs at once is at hand.
    /// </summary>
    public async Task<WorkState?> FirstWorkAsync(StoredPart part, string plan, PlanAsks asks, CancellationToken cancel)
    {
        if (part.Report is not { Triangles: > AtOnce and var triangles })
            return null;
        async Task<bool> IsQuick(ShapeQuestion question, double done) =>
            triangles <= question.MostTrianglesAtOnce || await Answering(question).IsAtHandAsync(part, question, cancel);
        if (await AskedAsync(part, asks, IsQuick, cancel) is not null)
            return null;
        var state = StateOf(part, plan);
        // What somebody stopped, and what failed, waits until somebody asks again.
        return state.Phase == WorkPhase.None ? await StartAsync(part, plan, asks, cancel) : state;
    }

    /// <summary>Begins it, also when it was stopped before.</summary>
    public async Task<WorkState> StartAsync(StoredPart part, string plan, PlanAsks asks, CancellationToken cancel)
    {
        var pulled = await studies.StartAsync(part, cancel);
        work.Start(KeyOf(part, plan), progress => WorkAsync(part, asks, progress), after: pulled);
        return StateOf(part, plan);
    }

    public WorkState StateOf(StoredPart part, string plan) => work.StateOf(KeyOf(part, plan));

    public void Stop(StoredPart part, string plan) => work.Stop(KeyOf(part, plan));

    /// <summary>Of questions that lead to others nobody knows how many come: each round says how far it is.</summary>
    private async Task WorkAsync(StoredPart part, PlanAsks asks, Progress progress) =>
        await AskedAsync(
            part,
            asks,
            (_, done) =>
            {
                progress.Tell("Looking at the part’s shape", done);
                return Task.FromResult(true);
            },
            progress.Cancel
        );

    /// <summary>All that is asked, answered; null once a question is not to be asked. It is told how far its round is.</summary>
    private async Task<Dictionary<ShapeQuestion, object?>?> AskedAsync(
        StoredPart part,
        PlanAsks asks,
        Func<ShapeQuestion, double, Task<bool>> isToBeAsked,
        CancellationToken cancel
    )
    {
        var known = new Dictionary<ShapeQuestion, object?>();
        for (var open = Fresh(part, asks, known); open.Count > 0; open = Fresh(part, asks, known))
        {
            foreach (var (done, question) in open.Index())
            {
                if (!await isToBeAsked(question, (double)done / open.Count))
                    return null;
                known[question] = await Answering(question).AnswerAsync(part, question, cancel);
            }
        }

        return known;
    }

    private static List<ShapeQuestion> Fresh(StoredPart part, PlanAsks asks, Dictionary<ShapeQuestion, object?> known) =>
        part.IsSolid ? [.. asks(new ShapeAnswers(known)).Where(question => !known.ContainsKey(question))] : [];

    private IShapeAnswerer Answering(ShapeQuestion question) => answerers.First(a => a.Takes(question));

    private static string KeyOf(StoredPart part, string plan) => $"plan {plan}/{part.Hash}/{part.Unit}";
}
