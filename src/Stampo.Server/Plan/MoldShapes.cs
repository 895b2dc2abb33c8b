using Microsoft.Extensions.Caching.Memory;
using Stampo.Core.Geometry;
using Stampo.Core.Plans.SiliconeMolds;
using Stampo.Server.Part;

namespace Stampo.Server.Plan;

/// <summary>The three views of a mold drawing.</summary>
public sealed record MoldDrawing(double[] BboxMm, ViewLines Front, ViewLines Side, ViewLines Top);

/// <summary>What plans ask of a mesh, worked out once for each part, attitude and parting plane.</summary>
public sealed class MoldShapes(Surfaces surfaces, Studies studies, IMemoryCache cache)
{
    private static readonly Vec3 X = new(1, 0, 0), Y = new(0, 1, 0), Z = new(0, 0, 1);

    /// <summary>The direction a mold opens in: as chosen for the part, as measured, or up in the file.</summary>
    public async Task<Vec3> PullAsync(StoredPart part, CancellationToken cancel) =>
        (part.Pull ?? (await studies.FiguresAsync(part, cancel))?.Pull) is [var x, var y, var z] ? new Vec3(x, y, z) : Z;

    /// <summary>Null for a part without a sound mesh.</summary>
    public async Task<PlannedShape?> PlannedAsync(StoredPart part, double[]? up, bool alongPull, double? partingMm, CancellationToken cancel)
    {
        if (part is not { Hash: not null, Report.VolumeMm3: > 0 })
            return null;
        var pull = await PullAsync(part, cancel);
        var stands = Direction(up);
        return await KeptAsync(part, ("planned", pull, stands, alongPull, partingMm), async () =>
            PlannedShape.Of(await surfaces.NeededAsync(part, cancel), pull, stands, alongPull, partingMm), cancel);
    }

    public async Task<Attitude> AttitudeAsync(StoredPart part, Vec3 up, CancellationToken cancel) =>
        await KeptAsync(part, ("attitude", up), async () => Attitude.Of(await surfaces.NeededAsync(part, cancel), up), cancel);

    /// <summary>Six floats a segment, in the file's axes, mm; empty when no line was found.</summary>
    public async Task<float[]> PartingLineAsync(StoredPart part, CancellationToken cancel)
    {
        if (part is not { Hash: not null, Report.VolumeMm3: > 0 })
            return [];
        var pull = await PullAsync(part, cancel);
        return await KeptAsync(part, ("line", pull), async () => PartingLine.Of(await surfaces.NeededAsync(part, cancel), pull)?.Segments ?? [], cancel);
    }

    public async Task<MoldDrawing> DrawingAsync(StoredPart part, Vec3 up, CancellationToken cancel) => await KeptAsync(part, ("drawing", up), async () =>
    {
        var surface = await surfaces.NeededAsync(part, cancel);
        var frame = MoldFrame.Of(surface.Mesh, up);
        var size = frame.Box.Size;
        return new MoldDrawing([size.X, size.Y, size.Z], ViewLines.Of(surface, frame, X, Z), ViewLines.Of(surface, frame, Y, Z), ViewLines.Of(surface, frame, X, Y));
    }, cancel);

    private static Vec3? Direction(double[]? up) => up is [var x, var y, var z] ? new Vec3(x, y, z).Unit() : null;

    private async Task<T> KeptAsync<T>(StoredPart part, object what, Func<Task<T>> make, CancellationToken cancel)
    {
        var key = (nameof(MoldShapes), part.Hash, part.Unit, what);
        if (cache.TryGetValue(key, out T? kept))
            return kept!;
        var made = await Task.Run(make, cancel);
        return cache.Set(key, made, new MemoryCacheEntryOptions { Size = 1, SlidingExpiration = TimeSpan.FromMinutes(30) });
    }
}
