using Stampo.Core.Parts;
using Stampo.Core.Wording;

namespace Stampo.Server.Part;

/// <summary>Sound parts made ready for questions about their shape; the last one stays open while memory allows.</summary>
public sealed class Surfaces(MeshIntake intake)
{
    private readonly WeakReference<Opened?> _last = new(null);

    /// <summary>Null for a part without a mesh, or with one that is no sound solid.</summary>
    public async Task<SolidSurface?> OfAsync(StoredPart part, CancellationToken cancel)
    {
        if (part is not { Hash: { } hash, Report.VolumeMm3: > 0 })
            return null;
        if (_last.TryGetTarget(out var last) && last?.Hash == hash && last.Unit == part.Unit)
            return last.Surface;
        var mesh = await intake.OpenAsync(part, cancel);
        var surface = await Task.Run(
            () => new SolidSurface(mesh.Mesh, mesh.Faults, mesh.Topology, mesh.Report.Messages.Any(m => m.Code == "inside-out")),
            cancel
        );
        _last.SetTarget(new Opened(hash, part.Unit, surface));
        return surface;
    }

    public async Task<SolidSurface> NeededAsync(StoredPart part, CancellationToken cancel) =>
        await OfAsync(part, cancel)
        ?? throw new RefusalException(
            "part.no-solid",
            "This needs a mesh that is a sound solid; take one in or mend it on the Part page.",
            "part"
        );

    private sealed record Opened(string Hash, LengthUnit Unit, SolidSurface Surface);
}
