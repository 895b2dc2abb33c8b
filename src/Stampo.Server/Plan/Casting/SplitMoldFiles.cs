using System.Buffers.Binary;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json.Serialization;
using Microsoft.EntityFrameworkCore;
using Stampo.Core.Geometry;
using Stampo.Core.Geometry.Writing;
using Stampo.Core.Parts;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Casting;
using Stampo.Core.Plans.Casting.SplitMolds;
using Stampo.Core.Wording;
using Stampo.Server.Hosting;
using Stampo.Server.Part;
using Stampo.Storage;

namespace Stampo.Server.Plan.Casting;

/// <summary>How far a split mold is, and what came out when it is done; the reports are those of the written files, read back.</summary>
public sealed record SplitMoldState(WorkState Work, SplitMoldFigures? Figures, IReadOnlyList<MeshReport> Reports);

/// <summary>Generates split molds in the background and keeps their pieces as they are handed out.</summary>
public sealed class SplitMoldFiles(
    IDbContextFactory<StampoDb> factory,
    SurfaceAnswers shapes,
    Surfaces surfaces,
    Studies studies,
    LongWork work,
    TimeProvider clock
) : IShapeAnswerer
{
    /// <summary>Raised when the generating changes, so that old molds are not taken for new ones.</summary>
    private const int Edition = 3;

    private sealed record Kept(SplitMoldFigures Figures, IReadOnlyList<MeshReport> Reports)
    {
        [JsonIgnore]
        public SplitMoldState State => new(WorkState.Done, Figures, Reports);
    }

    public bool Takes(ShapeQuestion question) => question is SplitMoldMade;

    public async Task<object?> AnswerAsync(StoredPart part, ShapeQuestion question, CancellationToken cancel) =>
        (await StateAsync(part, ((SplitMoldMade)question).Request, cancel)).Figures;

    public async Task<SplitMoldState> StateAsync(StoredPart part, SplitMoldRequest request, CancellationToken cancel)
    {
        var key = KeyOf(part, request);
        var state = work.StateOf(key);
        await using var db = await factory.CreateDbContextAsync(cancel);
        return await db.Studies.Where(s => s.Key == key).Select(s => s.Figures).SingleOrDefaultAsync(cancel) is { } json
            ? Json.Read<Kept>(json).State
            : new SplitMoldState(state, null, []);
    }

    public async Task StartAsync(StoredPart part, SplitMoldRequest request, CancellationToken cancel)
    {
        await surfaces.NeededAsync(part, cancel);
        var key = KeyOf(part, request.Checked());
        if ((await StateAsync(part, request, cancel)).Figures is not null)
            return;
        // The pull may still have to be measured.
        var pulled = await studies.StartAsync(part, cancel);
        work.Start(
            key,
            async progress =>
            {
                var pull = await shapes.PullAsync(part, progress.Cancel);
                var mold = SplitMolds.Of(await surfaces.NeededAsync(part, progress.Cancel), pull, request, progress);
                var pieces = new[] { mold.Lower, mold.Upper, mold.Third }.OfType<Mesh>().Select(mesh => StlWriter.Write(mesh)).ToArray();
                var reports = Array.ConvertAll(pieces, stl => MeshCheck.Run(stl, LengthUnit.Mm, progress.Cancel).Report);
                if (Array.Exists(reports, r => r is not { Watertight: true, VolumeMm3: > 0 }))
                    throw new RefusalException(
                        "split.not-closed",
                        "A written piece does not close when it is read back. Move the parting plane by a tenth of a "
                            + "millimetre and try again.",
                        "split.partingMm"
                    );
                await KeepAsync(key, new Kept(mold.Figures, reports), pieces, progress.Cancel);
            },
            after: pulled
        );
    }

    public void Stop(StoredPart part, SplitMoldRequest request) => work.Stop(KeyOf(part, request));

    /// <summary>A piece as it is drawn.</summary>
    public async Task<byte[]> DrawingAsync(StoredPart part, SplitMoldRequest request, string piece, CancellationToken cancel) =>
        Packed.Pack(Drawing.Of(Read(await PieceAsync(part, request, piece, cancel), cancel), 1));

    /// <summary>The file of a piece: "lower" or "upper" half, or "third" piece where there is one.</summary>
    public async Task<byte[]> PieceAsync(StoredPart part, SplitMoldRequest request, string piece, CancellationToken cancel)
    {
        var key = KeyOf(part, request);
        await using var db = await factory.CreateDbContextAsync(cancel);
        var packed =
            await db.Studies.Where(s => s.Key == key).Select(s => s.Maps).SingleOrDefaultAsync(cancel)
            ?? throw new NotFoundException("This mold has not been generated yet, or its part or figures have changed since.");
        var number = Array.IndexOf(Pieces, piece);
        var rest = Packed.Unpack(packed).AsSpan();
        for (var i = 0; number >= 0 && rest.Length > 0; i++)
        {
            var length = BinaryPrimitives.ReadInt32LittleEndian(rest);
            if (i == number)
                return rest[4..(4 + length)].ToArray();
            rest = rest[(4 + length)..];
        }

        throw new NotFoundException("This mold has a lower and an upper half, and a third piece only where two halves would lock.");
    }

    /// <summary>In the order they are kept in.</summary>
    private static readonly string[] Pieces = ["lower", "upper", "third"];

    public static Mesh Read(byte[] stl, CancellationToken cancel) => MeshCheck.Run(stl, LengthUnit.Mm, cancel).Mesh;

    private static string KeyOf(StoredPart part, SplitMoldRequest request)
    {
        var asked = Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(Json.Write(request))))[..16];
        return FormattableString.Invariant(
            $"split {Edition}/{part.Hash}/{part.Unit}/{(part.Pull is { } pull ? string.Join(",", pull) : "proposed")}/{asked}"
        );
    }

    private async Task KeepAsync(string key, Kept kept, byte[][] pieces, CancellationToken cancel)
    {
        using var all = new MemoryStream();
        using var writer = new BinaryWriter(all);
        foreach (var piece in pieces)
        {
            writer.Write(piece.Length);
            writer.Write(piece);
        }

        await using var db = await factory.CreateDbContextAsync(cancel);
        db.Add(
            new StoredStudy
            {
                Key = key,
                Figures = Json.Write(kept),
                Maps = Packed.Pack(all.ToArray()),
                KeptUtc = clock.Now(),
            }
        );
        await db.SaveChangesAsync(cancel);
    }
}
