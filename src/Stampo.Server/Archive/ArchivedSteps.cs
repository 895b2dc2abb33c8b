using System.Text.RegularExpressions;
using Microsoft.Extensions.Options;
using Stampo.Core.Comparison;
using Stampo.Core.Log.Inspection;
using Stampo.Core.Log.Learning;
using Stampo.Core.Planning;
using Stampo.Core.Quotes;
using Stampo.Core.Wording;
using Stampo.Server.Brief;
using Stampo.Server.Hosting;
using Stampo.Server.Library;
using Stampo.Server.Log;
using Stampo.Server.Part;
using Stampo.Server.Plan;
using Stampo.Server.Routes;
using TheBrief = Stampo.Core.Briefs.Brief;

namespace Stampo.Server.Archive;

/// <summary>
/// What steps of an archive hold, looked at as when a page saves it. A part is measured anew from its mesh; what refers to materials of
/// another shop's library is left out and named.
/// </summary>
public sealed partial class ArchivedSteps(MeshIntake intake, ShopLibrary shop, IOptions<StampoOptions> limits)
{
    /// <summary>Volumes measured on two machines agree to the last digits; a part in a thousand is another part.</summary>
    private const double VolumeAlike = 1e-3;

    /// <summary>The content as it is to be kept; null, and why in <paramref name="leftOut"/>, when it can't be here.</summary>
    public async Task<string?> CheckedAsync(string step, string json, ArchiveReader archive, List<string> leftOut, CancellationToken cancel)
    {
        var library = await shop.CurrentAsync(cancel);
        return step switch
        {
            PartEndpoints.Step => Json.Write(await PartAsync(Json.Read<StoredPart>(json), archive, cancel)),
            BriefEndpoints.Step => Whole(step, () => Json.Read<TheBrief>(json).Checked()),
            Comparisons.QuotesStep => Whole(step, () => Json.Read<QuoteBook>(json).Checked(QuoteEndpoints.RouteIds)),
            Spending.Step => Whole(step, () => Json.Read<InvoiceBook>(json).Checked()),
            BriefEndpoints.LadderStep => OfLibrary(
                "The hardness ladder",
                () => Json.Read<Ladder>(json).Checked(library.Materials),
                leftOut
            ),
            Comparisons.WhatIfStep => OfLibrary(
                "What-ifs",
                () => Json.Read<WhatIf>(json).Checked(library.Rates, library.Materials),
                leftOut
            ),
            // Where an earlier release kept the plans of all routes: read by whoever asks for one of them.
            Plans.EarlierStep => Json.Read<PlanChoices>(json) is null ? null : json,
            _ when OfPlan().IsMatch(step) => Whole(step, () => Json.Read<PlanChoices>(json).Checked()),
            _ when OfInspection().IsMatch(step) => Whole(step, () => Json.Read<InspectionPlan>(json).Checked()),
            _ => throw ArchiveCheck.Untrue($"It has a step \"{(step.Length > 40 ? step[..40] : step)}\", which no project has."),
        };
    }

    private static string Whole<T>(string step, Func<T> read) => Json.Write(ArchiveCheck.ReadAs(step, read));

    private static string? OfLibrary<T>(string what, Func<T> read, List<string> leftOut)
    {
        try
        {
            return Json.Write(read());
        }
        catch (RefusalException refused)
        {
            leftOut.Add($"{what}: {refused.Message}");
            return null;
        }
    }

    private async Task<StoredPart> PartAsync(StoredPart part, ArchiveReader archive, CancellationToken cancel)
    {
        var declared = ArchiveCheck.ReadAs("part", () => part.Declared.Checked());
        if (part.Hash is not { } hash)
            return StoredPart.None with { Declared = declared };
        var name = Forms.NameOf(part.FileName ?? "", "part.stl");
        var measured = await intake.KeepAsync(
            ArrivingFile.Here(name, await archive.BytesAsync(ArchiveForm.MeshName(hash), limits.Value.MaxUploadBytes, cancel)),
            part.Unit,
            declared,
            cancel
        );
        if (!Alike(part.Report?.VolumeMm3, measured.Report?.VolumeMm3) || !Alike(part.Report?.AreaMm2, measured.Report?.AreaMm2))
            throw ArchiveCheck.Untrue(
                $"It says of {name} {Said(part.Report?.VolumeMm3)} and {Said(part.Report?.AreaMm2, "mm²")}; its mesh has "
                    + $"{Said(measured.Report?.VolumeMm3)} and {Said(measured.Report?.AreaMm2, "mm²")}."
            );
        var kept = measured with
        {
            Source = part.Source is { } source ? PartForms.Source(source.Name, source.Sha256) : null,
            Pull = ArchiveCheck.ReadAs("part", () => PartForms.Unit(part.Pull)),
            Mended = part.Mended,
        };
        return part.ShowPicks.Count == 0 ? kept : await ShownAsync(kept, part.ShowPicks, cancel);
    }

    private async Task<StoredPart> ShownAsync(StoredPart part, IReadOnlyList<Core.Parts.ShowPick> picks, CancellationToken cancel)
    {
        Check.Between(picks.Count, 0, Core.Parts.ShowSide.MostPicks, "showPicks", "strokes", "no part has more");
        var mesh = await intake.OpenAsync(part, cancel);
        foreach (var pick in picks)
            Core.Parts.ShowSide.Check(mesh, pick);
        return part with { ShowPicks = picks, ShowAreaCm2 = Core.Parts.ShowSide.AreaCm2(mesh, picks) };
    }

    private static bool Alike(double? said, double? measured) =>
        said is null ? measured is null : measured is { } m && Math.Abs(said.Value - m) <= VolumeAlike * Math.Abs(m);

    private static string Said(double? value, string unit = "mm³") => value is { } v ? $"{Text.Number(v, 6)} {unit}" : $"no {unit}";

    [GeneratedRegex("^plan(?:/[a-z0-9-]+){1,2}$")]
    private static partial Regex OfPlan();

    [GeneratedRegex("^inspection(?:/[a-z0-9-]+){0,2}$")]
    private static partial Regex OfInspection();
}
