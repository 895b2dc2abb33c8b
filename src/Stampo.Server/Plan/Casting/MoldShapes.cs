using Stampo.Core.Geometry;
using Stampo.Core.Plans.Casting.SiliconeMolds;
using Stampo.Core.Tooling;
using Stampo.Server.Part;

namespace Stampo.Server.Plan.Casting;

/// <summary>The three views of a mold drawing.</summary>
public sealed record MoldDrawing(double[] BboxMm, ViewLines Front, ViewLines Side, ViewLines Top);

/// <summary>What the drawings of a mold ask of a mesh.</summary>
public sealed class MoldShapes(SurfaceAnswers answers)
{
    private static readonly Vec3 X = new(1, 0, 0),
        Y = new(0, 1, 0),
        Z = new(0, 0, 1);

    public Task<Attitude> AttitudeAsync(StoredPart part, Vec3 up, CancellationToken cancel) =>
        answers.KeptAsync(part, ("attitude", up), surface => Attitude.Of(surface, up), cancel);

    /// <summary>Six floats a segment, in the file's axes, mm; empty when no line was found.</summary>
    public async Task<float[]> PartingLineAsync(StoredPart part, CancellationToken cancel)
    {
        if (!part.IsSolid)
            return [];
        var pull = await answers.PullAsync(part, cancel);
        return await answers.KeptAsync(part, ("line", pull), surface => PartingLine.Of(surface, pull)?.Segments ?? [], cancel);
    }

    public Task<MoldDrawing> DrawingAsync(StoredPart part, Vec3 up, CancellationToken cancel) =>
        answers.KeptAsync(
            part,
            ("drawing", up),
            surface =>
            {
                var frame = MoldFrame.Of(surface.Mesh, up);
                var size = frame.Box.Size;
                return new MoldDrawing(
                    [size.X, size.Y, size.Z],
                    ViewLines.Of(surface, frame, X, Z),
                    ViewLines.Of(surface, frame, Y, Z),
                    ViewLines.Of(surface, frame, X, Y)
                );
            },
            cancel
        );
}
