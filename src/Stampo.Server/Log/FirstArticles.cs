using Microsoft.EntityFrameworkCore;
using NodaTime;
using Stampo.Core.Log.Inspection;
using Stampo.Core.Wording;
using Stampo.Core.Working;
using Stampo.Server.Hosting;
using Stampo.Server.Hosting.Pdf;
using Stampo.Server.Plan;
using Stampo.Server.Projects;
using Stampo.Storage;

namespace Stampo.Server.Log;

/// <summary>A value of a first article, and what was decided of it when it lay out of its limits.</summary>
public sealed record ArticleValue(int Cavity, double Value, bool Within, string By, Disposition? Decided, string? DecidedBy);

/// <summary>A row of a first article: an item with its values, by cavity. None: it was not measured.</summary>
public sealed record ArticleRow(InspectionItem Item, IReadOnlyList<ArticleValue> Values);

/// <summary>
/// All that was seen on the parts of one shot. <paramref name="IsWhole"/>: every item was measured in every cavity, and all that lies out
/// of its limits was decided about.
/// </summary>
public sealed record FirstArticle(
    string Project,
    string Revision,
    string Route,
    int Shot,
    int Cavities,
    string? Tool,
    IReadOnlyList<ArticleRow> Rows,
    int Out,
    int Missing,
    bool IsWhole
);

/// <summary>
/// A signature: the report as it was seen, which is never changed. <paramref name="Since"/>: what stands otherwise now.
/// </summary>
public sealed record Signature(int Version, string By, string Says, Instant At, FirstArticle Report, IReadOnlyList<Difference> Since);

/// <summary>
/// A first article as it stands, and as it was signed. <paramref name="Changed"/>: what is otherwise since the last signature.
/// </summary>
public sealed record FirstArticleView(FirstArticle Report, IReadOnlyList<Signature> Signed, IReadOnlyList<Difference> Changed);

/// <summary>Signs a first article as it stands.</summary>
public sealed record Sign(string Id, string By, string Says);

/// <summary>First-article reports and their signatures.</summary>
public sealed class FirstArticles(
    IDbContextFactory<StampoDb> factory,
    DocumentForms forms,
    Inspections inspections,
    Measurements measurements,
    RunHistory history,
    ProjectStore projects,
    TimeProvider clock
) : IDisposable
{
    public const int LongestSays = 1_000;

    private readonly Locks _locks = new();

    public void Dispose() => _locks.Dispose();

    /// <summary>Of the report on paper, as shares of its width.</summary>
    private static readonly float[] Columns = [0.28f, 0.1f, 0.2f, 0.14f, 0.28f];

    public async Task<FirstArticleView> OfAsync(PlanAt at, int shot, CancellationToken cancel)
    {
        var (where, plan) = await inspections.PlanAsync(at, cancel);
        var report = await ReportAsync(where, plan, shot, cancel);
        await using var db = await factory.CreateDbContextAsync(cancel);
        var rows = await Rows(db, where.Of, shot).OrderBy(s => s.Version).ToListAsync(cancel);
        var signed = rows.ConvertAll(row => Read(row, report));
        return new FirstArticleView(report, signed, signed.Count == 0 ? [] : signed[^1].Since);
    }

    public async Task<FirstArticleView> SignAsync(PlanAt at, int shot, Sign sign, CancellationToken cancel)
    {
        Check.Between(Check.Given(sign.Id, "id").Length, 8, 64, "id", "signs", "made by whoever signs");
        Check.Between(Check.Given(sign.By, "by").Trim().Length, 2, 80, "by", "signs", "a signature has a name");
        Check.Between(Check.Given(sign.Says, "says").Trim().Length, 1, LongestSays, "says", "signs", "what was seen");
        var (where, plan) = await inspections.PlanAsync(at, cancel);
        var report = await ReportAsync(where, plan, shot, cancel);
        if (!report.IsWhole)
            throw new RefusalException(
                "article.not-whole",
                report.Rows.Count == 0
                    ? "Nothing is to be looked at yet; say on the inspection plan what."
                    : $"{Text.Count(report.Missing, "value")} of shot {shot} missing, or values out of their limits wait for a decision.",
                "shot"
            );
        // One after the other: two who sign at once are two versions.
        using var one = await _locks.TakeAsync($"{where.Of.ProjectId} {where.Of.Plan} {shot}", cancel);
        await using var db = await factory.CreateDbContextAsync(cancel);
        if (await db.Signed.AsNoTracking().FirstOrDefaultAsync(s => s.Id == sign.Id, cancel) is { } known)
        {
            if (
                (known.ProjectId, known.Plan, known.Shot, known.By, known.Says)
                != (where.Of.ProjectId, where.Of.Plan, shot, sign.By.Trim(), sign.Says.Trim())
            )
                throw new RefusalException(
                    "article.id",
                    "Another signature has this id; a signature is given once, with an id of its own.",
                    "id"
                );
        }
        else
        {
            db.Add(
                new SignedRow
                {
                    Id = sign.Id,
                    ProjectId = where.Of.ProjectId,
                    Plan = where.Of.Plan,
                    Shot = shot,
                    Version = 1 + (await Rows(db, where.Of, shot).MaxAsync(s => (int?)s.Version, cancel) ?? 0),
                    By = sign.By.Trim(),
                    Says = sign.Says.Trim(),
                    Schema = forms.Current(DocumentForms.FirstArticle),
                    Report = Json.Write(report),
                    AtUtc = clock.Now(),
                }
            );
            await db.SaveChangesAsync(cancel);
        }

        return await OfAsync(at, shot, cancel);
    }

    public async Task<byte[]> PdfAsync(PlanAt at, int shot, CancellationToken cancel)
    {
        var view = await OfAsync(at, shot, cancel);
        var report = view.Report;
        var title = $"First article: {report.Project}, rev {report.Revision}, shot {shot}";
        return PdfSheet
            .Write(
                title,
                clock.Today(),
                sheet =>
                {
                    sheet.Paragraph(title, sheet.Title);
                    sheet.Paragraph(
                        $"{report.Route}. {report.Tool}. {Text.Count(report.Rows.Count, "item")}, {report.Out} out of limits, "
                            + $"{Text.Count(report.Missing, "value")} missing.",
                        sheet.Plain
                    );
                    float[] widths = [.. Columns.Select(share => share * PdfSheet.Width)];
                    sheet.Row(["item", "nominal", "limits", "gauge", "measured, by cavity"], widths, [.. widths.Select(_ => sheet.Head)]);
                    foreach (var row in report.Rows)
                        sheet.Row(Cells(row), widths);
                    foreach (var (version, by, says, at, _, _) in view.Signed)
                        sheet.Paragraph($"Version {version} signed by {by}, {clock.DayOf(at):d MMM yyyy}: {says}", sheet.Plain);
                    if (view.Changed.Count > 0)
                        sheet.Paragraph($"{Text.Count(view.Changed.Count, "thing")} changed since it was signed last.", sheet.Head);
                    sheet.Signatures("inspected", "released");
                }
            )
            .Pdf;
    }

    public async Task<byte[]> CsvAsync(PlanAt at, int shot, CancellationToken cancel) =>
        Csv.Of(
            (await OfAsync(at, shot, cancel)).Report.Rows.SelectMany(row =>
                row.Values.Select(v => new
                {
                    item = row.Item.Name,
                    nominal = row.Item.Nominal,
                    lower = row.Item.Lower,
                    upper = row.Item.Upper,
                    unit = row.Item.Unit,
                    gauge = row.Item.Gauge.ToString(),
                    shot,
                    cavity = v.Cavity,
                    value = v.Value,
                    within = v.Within ? "yes" : "no",
                    decided = v.Decided?.ToString() ?? "",
                    by = v.By,
                })
            )
        );

    private async Task<FirstArticle> ReportAsync(Inspections.Where where, InspectionPlan plan, int shot, CancellationToken cancel)
    {
        Check.Between(shot, 1, 1_000_000, "shot", "", "shots are counted from 1");
        var project = await projects.FindAsync(where.Of.ProjectId, cancel);
        var all = await measurements.AllAsync(where.Of, cancel);
        var mine = plan.Items.ToDictionary(i => i.Id, i => all.GetValueOrDefault(i.Id, []).Where(k => k.Entry.Shot == shot).ToList());
        var decided = await measurements.DecidedAsync([.. mine.Values.SelectMany(v => v).Select(k => k.Entry.Id)], cancel);
        var run = (await history.AllAsync(cancel)).LastOrDefault(r =>
            r.IsShot && r.ProjectId == where.Of.ProjectId && r.Plan == where.Of.Plan && r.Piece.Shot == shot
        );
        var order = where.Whole.Answer?.Order;
        var cavities = run?.Cavities ?? order?.Cavities ?? order?.Each ?? 1;
        var rows = plan
            .Items.Select(i => new ArticleRow(i, [.. mine[i.Id].Select(k => Value(k, i, decided.GetValueOrDefault(k.Entry.Id)))]))
            .ToList();
        var missing = rows.Sum(r => Math.Max(0, cavities - r.Values.Count));
        return new FirstArticle(
            project.Name,
            project.Revision,
            where.Whole.Route?.Name ?? "not decided yet",
            shot,
            cavities,
            run?.Title,
            rows,
            rows.Sum(r => r.Values.Count(v => !v.Within)),
            missing,
            rows.Count > 0 && missing == 0 && rows.All(r => r.Values.All(v => v.Within || v.Decided is not null))
        );
    }

    private static ArticleValue Value(KeptEntry kept, InspectionItem item, Disposed? decided) =>
        new(kept.Entry.Cavity, kept.Entry.Value!.Value, item.Within(kept.Entry.Value.Value), kept.Entry.By, decided?.What, decided?.By);

    private static string[] Cells(ArticleRow row) =>
        [
            row.Item.Name,
            row.Item.Kind == InspectedKind.Look ? "" : Text.Number(row.Item.Nominal, 6),
            row.Item.Kind == InspectedKind.Look ? "as it should be" : $"{Limit(row.Item.Lower)} … {Limit(row.Item.Upper)} {row.Item.Unit}",
            Words(row.Item.Gauge),
            row.Values.Count == 0
                ? "not measured"
                : string.Join(
                    "; ",
                    row.Values.Select(v =>
                        $"{v.Cavity}: {Said(row.Item, v.Value)}{(v.Within ? "" : $" OUT, {v.Decided?.ToString() ?? "open"}")}"
                    )
                ),
        ];

    /// <summary>"Pin gauge" of PinGauge.</summary>
    private static string Words(Gauge gauge) =>
        string.Concat(gauge.ToString().Select((c, i) => i > 0 && char.IsUpper(c) ? $" {char.ToLowerInvariant(c)}" : c.ToString()));

    private static string Said(InspectionItem item, double value) =>
        item.Kind != InspectedKind.Look ? Text.Number(value, 6)
        : value == 1 ? "as it should be"
        : "not as it should be";

    private static string Limit(double? limit) => limit is { } l ? Text.Number(l, 6) : "";

    private static IQueryable<SignedRow> Rows(StampoDb db, OfPlan of, int shot) =>
        db.Signed.AsNoTracking().Where(s => s.ProjectId == of.ProjectId && s.Plan == of.Plan && s.Shot == shot);

    private Signature Read(SignedRow row, FirstArticle now)
    {
        var report = Json.Read<FirstArticle>(forms.BroughtUp(DocumentForms.FirstArticle, row.Schema, row.Report));
        return new(row.Version, row.By, row.Says, row.AtUtc, report, Json.Differences(report, now));
    }
}
