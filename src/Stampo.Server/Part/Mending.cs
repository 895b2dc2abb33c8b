using Stampo.Core.Geometry.Writing;
using Stampo.Core.Parts;
using Stampo.Core.Wording;
using Stampo.Server.Hosting;

namespace Stampo.Server.Part;

/// <summary>What can be mended on the part as it stands.</summary>
public sealed record MendRequest(IReadOnlyList<Mend> Mends);

/// <summary>The part before and after a mend that has not been done.</summary>
public sealed record MendPreview(MeshReport Before, MeshReport After);

/// <summary>Mends a kept mesh into a new one; the old one stays, so that undo brings it back.</summary>
public sealed class Mending(MeshIntake intake)
{
    public async Task<IReadOnlyList<MendOffer>> OffersAsync(StoredPart part, CancellationToken cancel) =>
        part.Hash is null ? [] : MeshMending.Offers(await intake.OpenAsync(part, cancel));

    public async Task<MendPreview> PreviewAsync(StoredPart part, MendRequest request, CancellationToken cancel) =>
        new(part.Report!, MeshCheck.Run(await MendedAsync(part, request, cancel), part.Unit, cancel).Report);

    public async Task<StoredPart> MendAsync(StoredPart part, MendRequest request, CancellationToken cancel)
    {
        var name =
            Path.ChangeExtension(part.FileName, null) is { } stem && stem.EndsWith(Suffix, StringComparison.Ordinal)
                ? part.FileName!
                : $"{Path.ChangeExtension(part.FileName, null)}{Suffix}.stl";
        var mended = await intake.KeepAsync(
            ArrivingFile.Here(name, await MendedAsync(part, request, cancel)),
            part.Unit,
            part.Declared,
            cancel
        );
        return mended with { Source = part.Source, Pull = part.Pull, Mended = [.. part.Mended, .. request.Mends.Distinct().Order()] };
    }

    private const string Suffix = " (mended)";

    private async Task<byte[]> MendedAsync(StoredPart part, MendRequest request, CancellationToken cancel)
    {
        if (Check.Given(request.Mends, "mends") is not { Count: > 0 and <= 8 } mends)
            throw new RefusalException("input.empty", "Choose at least one thing to mend.", "mends");
        return StlWriter.Write(
            MeshMending.Apply((await intake.OpenAsync(part, cancel)).Mesh, [.. mends.Distinct()]),
            part.Unit.Millimetres()
        );
    }
}
