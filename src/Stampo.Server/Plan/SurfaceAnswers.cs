using Microsoft.Extensions.Caching.Memory;
using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Planning;
using Stampo.Core.Working;
using Stampo.Server.Part;

namespace Stampo.Server.Plan;

/// <summary>Answers some of what plans ask of a mesh.</summary>
public interface IShapeAnswerer
{
    bool Takes(ShapeQuestion question);

    /// <summary>Null for what is not known yet.</summary>
    Task<object?> AnswerAsync(StoredPart part, ShapeQuestion question, CancellationToken cancel);

    /// <summary>Whether the answer, or that there is none yet, can be told at once.</summary>
    Task<bool> IsAtHandAsync(StoredPart part, ShapeQuestion question, CancellationToken cancel) => Task.FromResult(true);

    /// <summary>
    /// Somebody looks at a plan that waits for these: what takes long begins in the background, and what the same plan asked before gives
    /// way.
    /// </summary>
    Task BeginAsync(StoredPart part, string plan, IReadOnlyList<ShapeQuestion> open, CancellationToken cancel) => Task.CompletedTask;
}

/// <summary>What the surface of a part answers, worked out once for each part and question.</summary>
public sealed class SurfaceAnswers(Surfaces surfaces, Studies studies) : IShapeAnswerer, IDisposable
{
    /// <summary>
    /// Of its own: what is worked out in the background must still be there when the page comes for it, however full of other things the
    /// common one is.
    /// </summary>
    private readonly MemoryCache _kept = new(new MemoryCacheOptions { SizeLimit = 200 });

    public void Dispose() => _kept.Dispose();

    public bool Takes(ShapeQuestion question) => question is SurfaceQuestion;

    public async Task<object?> AnswerAsync(StoredPart part, ShapeQuestion question, CancellationToken cancel)
    {
        var pull = await PullAsync(part, cancel);
        return await KeptAsync(
            part,
            (pull, question),
            surface => ((SurfaceQuestion)question).AnswerOf(surface, pull, new Progress(cancel: cancel)),
            cancel
        );
    }

    public async Task<bool> IsAtHandAsync(StoredPart part, ShapeQuestion question, CancellationToken cancel) =>
        IsKept(part, (await PullAsync(part, cancel), question));

    /// <summary>The direction a mold opens in: as chosen for the part, as measured, or up in the file.</summary>
    public async Task<Vec3> PullAsync(StoredPart part, CancellationToken cancel) =>
        (part.Pull ?? (await studies.FiguresAsync(part, cancel))?.Pull) is [var x, var y, var z] ? new Vec3(x, y, z) : new Vec3(0, 0, 1);

    public async Task<T> KeptAsync<T>(StoredPart part, object what, Func<SolidSurface, T> make, CancellationToken cancel)
    {
        var key = KeyOf(part, what);
        if (_kept.TryGetValue(key, out T? known))
            return known!;
        var made = await Task.Run(async () => make(await surfaces.NeededAsync(part, cancel)), cancel);
        return _kept.Set(key, made, new MemoryCacheEntryOptions { Size = 1, SlidingExpiration = TimeSpan.FromMinutes(30) });
    }

    public bool IsKept(StoredPart part, object what) => _kept.TryGetValue(KeyOf(part, what), out _);

    private static object KeyOf(StoredPart part, object what) => (nameof(SurfaceAnswers), part.Hash, part.Unit, what);
}
