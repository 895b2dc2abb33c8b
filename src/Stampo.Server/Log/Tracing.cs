using System.Globalization;
using NodaTime;
using Stampo.Core.Bench;
using Stampo.Core.Log;
using Stampo.Core.Planning;
using Stampo.Core.Wording;
using Stampo.Server.Bench;
using Stampo.Server.Hosting.Pdf;
using Stampo.Server.Projects;

namespace Stampo.Server.Log;

/// <summary>A run in which something was found.</summary>
public sealed record FoundRun(
    string Run,
    string ProjectId,
    string Project,
    string Title,
    Instant Begun,
    string By,
    string Where,
    ToolKey? Tool,
    int Good,
    int Rework,
    int Scrap
);

/// <summary>The first of what was found, the last begun first, and how many there are in all.</summary>
public sealed record FoundRuns(IReadOnlyList<FoundRun> Runs, int Total);

/// <summary>A reading or a weighing of a pedigree, and whether it lay in its band.</summary>
public sealed record PedigreeReading(
    string Operation,
    string What,
    string Unit,
    double? Value,
    double? Target,
    bool? Within,
    string By,
    Instant At
);

/// <summary>A clock of a pedigree, with what of it was used.</summary>
public sealed record PedigreeClock(string Operation, string Event, double Minutes, double UsedMin, bool IsOver);

/// <summary>Where a part comes from.</summary>
/// <param name="Run">The shot.</param>
/// <param name="ProjectId">Of which project.</param>
/// <param name="Project">Its name.</param>
/// <param name="Revision">Of the project.</param>
/// <param name="Title">Of the shot.</param>
/// <param name="Parts">By cavity, what became of them.</param>
/// <param name="Tool">It was made with; null where none is kept.</param>
/// <param name="ToolName">"Mold 1, revision B, shot 14".</param>
/// <param name="Making">The run that made the tool.</param>
/// <param name="People">Who did something in it.</param>
/// <param name="Begun">When.</param>
/// <param name="Over">Null while it is open.</param>
/// <param name="Lots">That went into the part, then those of its tool.</param>
/// <param name="ToolLots">That its tool was made of.</param>
/// <param name="Readings">In the order they were asked for.</param>
/// <param name="Clocks">Those that had a limit.</param>
/// <param name="Remarks">What did not go as planned, and notes.</param>
public sealed record PedigreeView(
    string Run,
    string ProjectId,
    string Project,
    string Revision,
    string Title,
    IReadOnlyList<CavityCount> Parts,
    ToolKey? Tool,
    string? ToolName,
    string? Making,
    IReadOnlyList<string> People,
    Instant Begun,
    Instant? Over,
    IReadOnlyList<UsedLot> Lots,
    IReadOnlyList<UsedLot> ToolLots,
    IReadOnlyList<PedigreeReading> Readings,
    IReadOnlyList<PedigreeClock> Clocks,
    IReadOnlyList<Remark> Remarks
);

/// <summary>From a part to all that it came from, and from a lot or a tool to every part.</summary>
public sealed class Tracing(RunHistory history, Runs runs, Shelf shelf, ProjectStore projects, TimeProvider clock)
{
    private const int MostShown = 200,
        LongestSearch = 200;

    public async Task<FoundRuns> SearchAsync(string? text, CancellationToken cancel)
    {
        var asked = (text ?? "").Trim();
        Check.Between(asked.Length, 0, LongestSearch, "q", "signs", "a few words");
        var all = await history.AllAsync(cancel);
        var names = await projects.NamesAsync(all.Select(r => r.ProjectId), cancel);
        var found = Search.Of(all, asked, id => names.GetValueOrDefault(id)).Reverse().ToList();
        return new FoundRuns([.. found.Take(MostShown).Select(f => View(f, names[f.Run.ProjectId]))], found.Count);
    }

    public async Task<PedigreeView> PedigreeAsync(string runId, CancellationToken cancel)
    {
        var run = await runs.FindAsync(runId, cancel);
        var project = await projects.FindAsync(run.Row.ProjectId, cancel);
        var key = KeyOf(run.Row.ProjectId, run.Row.Plan, run.Sheet.Piece);
        var tool = (await shelf.ToolsAsync(cancel)).FirstOrDefault(t => t.Key == key);
        var (state, now) = (run.State, clock.GetUtcNow());
        return new PedigreeView(
            runId,
            project.Id,
            project.Name,
            project.Revision,
            run.Sheet.Title,
            state.Counts,
            tool is null ? null : key,
            tool is null ? null : NameOf(tool, runId),
            tool?.Making?.Run,
            [.. run.Log.Select(a => a.Act.By).Prepend(run.Row.By).Distinct()],
            run.Row.BegunUtc,
            state.Over,
            state.Lots,
            tool?.State.Lots ?? [],
            [.. Readings(run.Sheet, state)],
            [
                .. state
                    .Clocks.Where(c => c.Kind == ClockKind.Within)
                    .Select(c => new PedigreeClock(
                        NameOf(run.Sheet, c.Operation),
                        c.Event,
                        c.Minutes,
                        c.Minutes * c.ShareAt(Instant.FromDateTimeOffset(now)),
                        c.ShareAt(Instant.FromDateTimeOffset(now)) > 1
                    )),
            ],
            state.Remarks
        );
    }

    public async Task<byte[]> PedigreePdfAsync(string runId, CancellationToken cancel)
    {
        var pedigree = await PedigreeAsync(runId, cancel);
        var title = $"Pedigree: {pedigree.Project}, rev {pedigree.Revision}, {pedigree.Title.ToLowerInvariant()}";
        return PdfSheet
            .Write(
                title,
                DateOnly.FromDateTime(clock.GetLocalNow().DateTime),
                sheet =>
                {
                    sheet.Paragraph(title, sheet.Title);
                    sheet.Paragraph(
                        $"{Moment(pedigree.Begun)} to {(pedigree.Over is { } over ? Moment(over) : "not over")}. "
                            + $"{string.Join(", ", pedigree.People)}. {pedigree.ToolName}",
                        sheet.Plain
                    );
                    foreach (var (name, lines) in Sections(pedigree).Where(s => s.Lines.Count > 0))
                        sheet.Section(name, lines);
                }
            )
            .Pdf;
    }

    private IEnumerable<(string Name, IReadOnlyList<string> Lines)> Sections(PedigreeView pedigree)
    {
        yield return ("Parts", [.. pedigree.Parts.Select(p => $"{p.Of}: {Fated(p)}, {p.By}")]);
        yield return ("Lots", [.. pedigree.Lots.Select(Lot), .. pedigree.ToolLots.Select(l => $"{Lot(l)} (tool)")]);
        yield return ("Weighed and read", [.. pedigree.Readings.Select(Read)]);
        yield return ("Clocks", [.. pedigree.Clocks.Select(Used)]);
        yield return ("Not as planned, and notes", [.. pedigree.Remarks.Select(Remarked)]);
    }

    private static FoundRun View(Found found, string project)
    {
        var run = found.Run;
        return new FoundRun(
            run.Run,
            run.ProjectId,
            project,
            run.Title,
            run.Begun,
            run.People[0],
            found.Where,
            KeyOf(run.ProjectId, run.Plan, run.Piece),
            run.Count(Fate.Good),
            run.Count(Fate.Rework),
            run.Count(Fate.Scrap)
        );
    }

    private static ToolKey? KeyOf(string projectId, string plan, WorkPiece piece) =>
        piece.Tool is { } number ? new ToolKey(projectId, plan, number) : null;

    private static string NameOf(KnownTool tool, string runId)
    {
        var shots = tool.Shots.ToList();
        var at = shots.FindIndex(s => s.Run == runId);
        return at < 0
            ? $"{tool.State.Name}, revision {tool.State.Revision}"
            : $"{tool.State.Name}, revision {tool.State.RevisionAt(shots[at].Begun)}, its shot {at + 1}";
    }

    private static string NameOf(RunSheet sheet, string operation) =>
        sheet.Operations.FirstOrDefault(o => o.Id == operation)?.Name ?? operation;

    private static IEnumerable<PedigreeReading> Readings(RunSheet sheet, RunState state)
    {
        foreach (var (operation, stood) in sheet.Operations.Zip(state.Operations))
        {
            foreach (var answer in stood.Answers.Where(a => a.Value is not null))
            {
                var ask = operation.Asks.First(a => a.Id == answer.Ask);
                yield return new(
                    operation.Name,
                    ask.What,
                    ask.Unit ?? "",
                    answer.Value,
                    answer.Target,
                    answer.Within,
                    answer.By,
                    answer.At
                );
            }
        }
    }

    private string Moment(Instant at) =>
        TimeZoneInfo.ConvertTimeFromUtc(at.ToDateTimeUtc(), clock.LocalTimeZone).ToString("d MMM yyyy HH:mm", CultureInfo.InvariantCulture);

    private static string Fated(CavityCount part) =>
        part.Fate == Fate.Good ? "good" : $"{part.Fate.ToString().ToLowerInvariant()}, {part.Defect}";

    private static string Lot(UsedLot lot) =>
        $"{lot.What}: lot {lot.Lot}{(lot.Expires is { } last ? $", good until {last:d MMM yyyy}" : "")}";

    private static string Read(PedigreeReading r) =>
        $"{r.Operation}: {r.What} {Text.Number(r.Value!.Value)} {r.Unit}"
        + (r.Target is { } target ? $" of {Text.Number(target)}{(r.Within == false ? ", out of its band" : "")}" : "");

    private static string Used(PedigreeClock c) =>
        $"{c.Operation}: {Text.Number(c.UsedMin, 2)} of {Text.Number(c.Minutes, 2)} min after {c.Event}{(c.IsOver ? ", too late" : "")}";

    private string Remarked(Remark r) => $"{Moment(r.At)} {r.By}: {r.What?.ToString().ToLowerInvariant()} {r.Text}".TrimEnd();
}
