using NodaTime;
using Stampo.Core.Bench;
using Stampo.Core.Log;
using Stampo.Core.Log.Advice;
using Stampo.Core.Planning;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Log;

public class DefectAdvisorTests
{
    private static readonly Instant Day = Instant.FromUtc(2030, 1, 2, 9, 0);

    private static AdvisedShot Shot(int number, string? defect, params (string Name, double Value)[] facts)
    {
        var count = new CavityCount(1, defect is null ? Fate.Good : Fate.Scrap, defect, "a", "Maud", Day);
        var record = new RunRecord(
            $"r{number}",
            "p",
            "plan/cast",
            "Cast",
            new WorkPiece(Repeats.EachShot, 1, number),
            $"Shot {number}, mold 1",
            RunPhase.Ended,
            Day,
            Day,
            ["Maud"],
            [],
            [count],
            [],
            facts.ToDictionary(f => f.Name, f => f.Value),
            60,
            60
        );
        return ShotFacts.Of(record, null, null, number, null, 0);
    }

    /// <summary>For each cause the records can show: a history that shows it, and one that all but does.</summary>
    private static readonly Dictionary<string, ((string, double)[] Shows, (string, double)[] DoesNot)> Histories = new()
    {
        ["bubbles-mold-unpressed"] = ([("read.pot", 300), ("tool.read.pot", 0)], [("read.pot", 300), ("tool.read.pot", 298)]),
        ["bubbles-degas-undone"] = ([("undone.degas", 1)], [("undone.loosen", 1)]),
        ["bubbles-vacuum-poor"] = ([("read.vacuum", 45), ("target.vacuum", 10)], [("read.vacuum", 8), ("target.vacuum", 10)]),
        ["bubbles-pot-low"] = ([("read.pot", 210), ("low.pot", 285), ("target.pot", 300)], [("read.pot", 290), ("low.pot", 285)]),
        ["bubbles-late"] = ([("clock.mixing", 0.92)], [("clock.mixing", 0.6)]),
        ["bubbles-spilled"] = ([("deviation.remixed", 1)], [("deviation.late", 1)]),
        ["short-weighed"] = ([("weighed.short", 8)], [("weighed.short", 0.4)]),
        ["soft-waits-cut"] = ([("waited", 0.1), ("missing", 900)], [("waited", 1.05), ("missing", 0)]),
        ["mold-waits-cut"] = ([("tool.waited", 0.2), ("tool.missing", 700)], [("waited", 0.97), ("tool.waited", 1)]),
        ["test-cut"] = ([("prepared.waited", 0.01), ("prepared.missing", 1430)], [("prepared.waited", 1)]),
        ["bubbles-lost"] = ([("unheard", 2)], [("waited", 1)]),
        ["soft-ratio"] = ([("ratio", 3.1)], [("ratio", 0.4)]),
        ["soft-cold"] = ([("read.oven", 58), ("low.oven", 67), ("target.oven", 70)], [("read.oven", 69), ("low.oven", 67)]),
        ["soft-early"] = ([("early.demold", 0.7)], [("early.demold", 1.2)]),
        ["soft-early-alone"] = ([("alone.cure", 0.6)], [("alone.cure", 1.1)]),
        ["soft-expired"] = ([("expired", 1)], []),
        ["short-spilled"] = ([("deviation.spilled", 1)], [("deviation.equipment", 1)]),
        ["offset-loose"] = ([("deviation.equipment", 1)], [("deviation.spilled", 1)]),
        ["offset-worn"] = ([("tool.life", 0.9)], [("tool.life", 0.3)]),
        ["worn-marked"] = ([("tool.marks", 2)], [("tool.life", 0.1)]),
        ["torn-worn"] = ([("tool.life", 0.95)], [("tool.life", 0.5)]),
        ["streaks-unmixed"] = ([("ratio", 1.4)], [("ratio", 0.2)]),
        ["warped-hot"] = ([("read.oven", 80), ("high.oven", 73), ("target.oven", 70)], [("read.oven", 71), ("high.oven", 73)]),
        ["size-hot"] = ([("read.oven", 80), ("high.oven", 73), ("target.oven", 70)], [("read.oven", 71), ("high.oven", 73)]),
        ["size-worn"] = ([("tool.life", 0.8)], [("tool.life", 0.2)]),
        ["peeling-bond"] = ([("deviation.late", 1)], [("deviation.other", 1)]),
    };

    public static TheoryData<string> Shown => [.. DefectRule.All.Where(r => r.When.Count > 0).Select(r => r.Id)];

    [Theory]
    [MemberData(nameof(Shown))]
    public void A_rule_is_triggered_by_its_history_and_by_no_other(string id)
    {
        var rule = DefectRule.All.Single(r => r.Id == id);
        var (shows, doesNot) = Histories[id];
        foreach (var defect in rule.Defects)
        {
            var cause = Assert.Single(DefectAdvisor.Of(defect, [Shot(1, null), Shot(2, defect, shows)]), c => c.Rule == id);
            Assert.Equal((true, rule.Weight), (cause.IsShown, cause.Likely));
            Assert.DoesNotContain("{", cause.Evidence, StringComparison.Ordinal);
            Assert.DoesNotContain("unknown", cause.Evidence, StringComparison.Ordinal);
            Assert.DoesNotContain(DefectAdvisor.Of(defect, [Shot(1, null), Shot(2, defect, doesNot)]), c => c.Rule == id);
            // What is not known is no evidence.
            Assert.DoesNotContain(DefectAdvisor.Of(defect, [Shot(1, null), Shot(2, defect)]), c => c.Rule == id);
        }
    }

    [Fact]
    public void Rules_are_whole_and_explain_every_defect_but_other()
    {
        Assert.Equal(DefectRule.All.Count, DefectRule.All.DistinctBy(r => r.Id).Count());
        Assert.All(
            DefectRule.All,
            r =>
            {
                Assert.All(r.Defects, d => Assert.Contains(d, Defects.Codes));
                Assert.True(r.Cause.Length > 15 && r.Remedy.Length > 10 && r.Source.Length > 5);
                Assert.InRange(r.Weight, 0.1, 1);
            }
        );
        Assert.All(Defects.Codes.Where(c => c != "other"), c => Assert.Contains(DefectRule.All, r => r.Defects.Contains(c)));
    }

    public static TheoryData<string> Edited => [.. DefectRule.All.Select(r => r.Edit?.Field).OfType<string>().Distinct()];

    /// <summary>What is to be changed is a field of the choices, by the name the page knows it by.</summary>
    [Theory]
    [MemberData(nameof(Edited))]
    public void An_edit_leads_to_a_field_of_the_plan(string field)
    {
        var type = typeof(Core.Plans.Casting.CastingChoices);
        foreach (var name in field.Split('.'))
        {
            var property = type.GetProperties().SingleOrDefault(p => char.ToLowerInvariant(p.Name[0]) + p.Name[1..] == name);
            Assert.NotNull(property);
            type = property.PropertyType;
        }
    }

    [Fact]
    public void What_holds_in_sound_shots_as_well_falls_behind()
    {
        (string, double)[] late = [("clock.mixing", 0.9)];
        (string, double)[] both = [("clock.mixing", 0.9), ("undone.degas", 1)];
        var causes = DefectAdvisor.Of(
            "bubbles",
            [Shot(1, null, late), Shot(2, null, late), Shot(3, "bubbles", both), Shot(4, "bubbles", both)]
        );
        Assert.Equal("bubbles-degas-undone", causes[0].Rule);
        var lateness = causes.Single(c => c.Rule == "bubbles-late");
        Assert.Equal((2, 2, 2, 2), (lateness.Shots.Count, lateness.Of, lateness.OtherShots, lateness.OfOthers));
        Assert.Equal(0.08, lateness.Likely, 1e-9);
        Assert.Contains("90 %", lateness.Evidence, StringComparison.Ordinal);
        // What no record can show is said last, and as such.
        Assert.All(causes.SkipWhile(c => c.IsShown), c => Assert.Equal(0, c.Likely));
        Assert.False(causes[^1].IsShown);
    }

    [Fact]
    public void Evidence_names_the_span_and_the_shots()
    {
        var cause = DefectAdvisor
            .Of("bubbles", [Shot(14, "bubbles", ("clock.mixing", 0.82)), Shot(15, "bubbles", ("clock.mixing", 0.97)), Shot(16, null)])
            .First();
        Assert.Equal([14, 15], cause.Shots);
        Assert.Equal("82 to 97 % of the pot life was gone when it was filled.", cause.Evidence);
    }

    [Fact]
    public void Without_the_defect_there_is_no_cause_and_an_unknown_one_is_refused()
    {
        Assert.Empty(DefectAdvisor.Of("bubbles", [Shot(1, null), Shot(2, "soft")]));
        Assert.Equal("defect.unknown", Assert.Throws<RefusalException>(() => DefectAdvisor.Of("gremlins", [])).Code);
    }
}
