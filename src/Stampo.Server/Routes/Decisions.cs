using Microsoft.EntityFrameworkCore;
using NodaTime;
using Stampo.Core.Reference;
using Stampo.Core.Routes;
using Stampo.Core.Sequences;
using Stampo.Core.Wording;
using Stampo.Core.Working;
using Stampo.Server.Hosting;
using Stampo.Server.Projects;
using Stampo.Storage;

namespace Stampo.Server.Routes;

/// <summary>The sequence to go by, why, and who says so. What its stretches don't make is left open.</summary>
public sealed record NewDecision(IReadOnlyList<HandStretch> Stretches, string Reason, string By);

/// <summary>
/// What is no longer as it was when the decision was taken, and what its stretches cost then and now. Null now: they can't be costed any
/// more. Held against how things stand, or against another decision.
/// </summary>
public sealed record DecisionChanges(
    int? With,
    IReadOnlyList<Difference> Part,
    IReadOnlyList<Difference> Brief,
    IReadOnlyList<Difference> Rates,
    double TotalThen,
    double? TotalNow,
    string? AnswerNow
);

/// <summary>A decision that is kept and can't be read by this release.</summary>
public sealed record UnreadableDecision(int Id, Instant Decided, string Why);

public sealed class Decisions(
    IDbContextFactory<StampoDb> factory,
    ProjectStore projects,
    Comparisons comparisons,
    DocumentForms forms,
    TimeProvider clock
)
{
    private const int LongestReason = 2_000,
        LongestName = 80;

    /// <summary>All decisions of a project that can be read, the latest first.</summary>
    public async Task<IReadOnlyList<DecisionRecord>> ListAsync(string projectId, CancellationToken cancel = default) =>
        [.. (await RowsAsync(projectId, cancel)).Select(row => TryRead(row, out _)).OfType<DecisionRecord>()];

    /// <summary>Those that this release can't read: each is said, none is passed over.</summary>
    public async Task<IReadOnlyList<UnreadableDecision>> UnreadableAsync(string projectId, CancellationToken cancel = default)
    {
        var unreadable = new List<UnreadableDecision>();
        foreach (var row in await RowsAsync(projectId, cancel))
        {
            if (TryRead(row, out var why) is null)
                unreadable.Add(new UnreadableDecision(row.Id, row.DecidedUtc, why));
        }

        return unreadable;
    }

    private async Task<List<Decision>> RowsAsync(string projectId, CancellationToken cancel)
    {
        await projects.FindAsync(projectId, cancel);
        await using var db = await factory.CreateDbContextAsync(cancel);
        return await db
            .Decisions.AsNoTracking()
            .Where(d => d.ProjectId == projectId)
            .OrderByDescending(d => d.Id)
            .Take(50)
            .ToListAsync(cancel);
    }

    /// <summary>The decision that stands; null before the first. One that can't be read is said: "none" would be a lie.</summary>
    public async Task<DecisionRecord?> LatestAsync(string projectId, CancellationToken cancel = default)
    {
        await projects.FindAsync(projectId, cancel);
        await using var db = await factory.CreateDbContextAsync(cancel);
        return
            await db.Decisions.AsNoTracking().Where(d => d.ProjectId == projectId).OrderByDescending(d => d.Id).FirstOrDefaultAsync(cancel)
                is { } row
            ? Read(row)
            : null;
    }

    public async Task<DecisionRecord> RecordAsync(string projectId, NewDecision decision, CancellationToken cancel = default)
    {
        var standing = await comparisons.OfAsync(projectId, cancel);
        var sequence = Answering.HandMade(standing.Comparison, decision.Stretches);
        var (answer, now) = (await standing.AnswerAsync().WaitAsync(cancel), clock.Now());
        var record = new DecisionRecord(
            sequence,
            Worded(decision.Reason, "reason", LongestReason),
            Worded(decision.By, "by", LongestName),
            now,
            standing.Comparison.LanesAt(sequence.Stretches.Sum(s => s.Quantity)),
            standing.Inputs.Part,
            standing.Inputs.Brief,
            standing.PartVersion,
            standing.BriefVersion,
            RouteCard.InTurn(sequence.RouteIds.Select(id => answer.Routes.First(c => c.Id == id))),
            answer.Best,
            answer.Changes
        )
        {
            Rates = [.. standing.Inputs.Rates.All],
            WhatIf = standing.WhatIf,
        };
        await using var db = await factory.CreateDbContextAsync(cancel);
        var kept = new Decision
        {
            ProjectId = projectId,
            Schema = forms.Current(DocumentForms.Decision),
            Json = Json.Write(record),
            DecidedUtc = now,
        };
        db.Add(kept);
        await db.SaveChangesAsync(cancel);
        return record with { Id = kept.Id };
    }

    /// <summary>What differs between a decision and how things stand, or between it and another one.</summary>
    public async Task<DecisionChanges> ChangesAsync(string projectId, int id, int? with, CancellationToken cancel = default)
    {
        var then = await FindAsync(projectId, id, cancel);
        if (with is { } other)
        {
            var later = await FindAsync(projectId, other, cancel);
            return new DecisionChanges(
                other,
                Json.Differences(then.Part, later.Part),
                Json.Differences(then.Brief, later.Brief),
                RatesBetween(then.Rates, RateCard.Shipped.With(later.Rates)),
                then.Sequence.Total,
                later.Sequence.Total,
                later.Sequence.Said
            );
        }

        try
        {
            var now = await comparisons.OfAsync(projectId, cancel);
            return new DecisionChanges(
                null,
                Json.Differences(then.Part, now.Inputs.Part),
                Json.Differences(then.Brief, now.Inputs.Brief),
                RatesBetween(then.Rates, now.Inputs.Rates),
                then.Sequence.Total,
                TotalNow(then, now),
                (await now.AnswerAsync().WaitAsync(cancel)).Best?.Said
            );
        }
        catch (RefusalException)
        {
            return new DecisionChanges(null, [], [], [], then.Sequence.Total, null, null);
        }
    }

    private static double? TotalNow(DecisionRecord then, StandingComparison now)
    {
        try
        {
            return Answering
                .HandMade(now.Comparison, [.. then.Sequence.Stretches.Select(s => new HandStretch(s.RouteId, s.Quantity))])
                .Total;
        }
        catch (RefusalException)
        {
            return null;
        }
    }

    private async Task<DecisionRecord> FindAsync(string projectId, int id, CancellationToken cancel)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        return Read(
            await db.Decisions.AsNoTracking().SingleOrDefaultAsync(d => d.ProjectId == projectId && d.Id == id, cancel)
                ?? throw new NotFoundException("There is no such decision in this project.")
        );
    }

    private DecisionRecord? TryRead(Decision row, out string why)
    {
        try
        {
            why = "";
            return ReadForm(row);
        }
        catch (Exception bad) when (bad is not OperationCanceledException)
        {
            why = Unreadable.Why(bad);
            return null;
        }
    }

    private DecisionRecord Read(Decision row) =>
        TryRead(row, out var why)
        ?? throw new UnreadableException(
            $"The decision of {clock.DayOf(row.DecidedUtc):d MMM yyyy} can't be read by this release: {why} "
                + "It stays in the data; decide anew, or open it with the release that wrote it."
        );

    private DecisionRecord ReadForm(Decision row)
    {
        var record = Json.Read<DecisionRecord>(forms.BroughtUp(DocumentForms.Decision, row.Schema, row.Json)) with { Id = row.Id };
        // A rate is a range only when it is asked for; one that is none is found here, not in whoever asks.
        foreach (var rate in record.Rates)
            _ = rate.Value;
        return record;
    }

    private static List<Difference> RatesBetween(IReadOnlyList<Rate> then, RateCard now) =>
        [
            .. then.Where(r => now.Find(r.Key) is { } today && today.Value != r.Value)
                .Select(r => new Difference(r.Name, $"{r.Value} {r.Unit}", $"{now[r.Key].Value} {r.Unit}")),
        ];

    private static string Worded(string? text, string field, int longest)
    {
        var words = text?.Trim() ?? "";
        return words.Length >= 2 && words.Length <= longest
            ? words
            : throw new RefusalException(
                "input.length",
                field == "by"
                    ? "Say who decides (2 to 80 characters)."
                    : $"Give the reason in 2 to {longest:#,0} characters; it is what somebody will read in a year.",
                field
            );
    }
}
