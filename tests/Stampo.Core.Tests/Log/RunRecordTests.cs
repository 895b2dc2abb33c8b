using Stampo.Core.Bench;
using Stampo.Core.Log;
using static Stampo.Core.Tests.Bench.TheShot;

namespace Stampo.Core.Tests.Log;

/// <summary>What a run leaves behind, from its acts.</summary>
public class RunRecordTests
{
    private const string Maud = "Maud Quill";

    /// <summary>Weighed 2 % off, poured 9 of 10 minutes after mixing, out of a cold oven after 40 of 50 minutes, with an old lot.</summary>
    private static readonly LoggedAct[] Spoiled =
    [
        At(1, 0, new Answered("a1", Maud, "weigh", "weigh-a", 100)),
        At(2, 1, new Answered("a2", Maud, "weigh", "weigh-b", 51)),
        At(3, 2, new LotUsed("a3", Maud, "weigh", "A", "L-77", new DateOnly(2026, 3, 1))),
        At(4, 3, new Finished("a4", Maud, "weigh")),
        At(5, 5, new Began("a5", Maud, "mix")),
        At(6, 7, new Finished("a6", Maud, "mix")),
        At(7, 7, new Began("a7", Maud, "pour")),
        At(8, 8, new Deviated("a8", Maud, "pour", Deviation.Late, "clamps")),
        At(9, 14, new Finished("a9", Maud, "pour")),
        At(10, 14, new Answered("a10", Maud, "cure", "oven", 58)),
        At(11, 15, new Left("a11", Maud, "cure")),
        At(12, 54, new Finished("a12", "Jorun", "cure")),
        At(13, 54, new Began("a13", "Jorun", "demold")),
        At(14, 60, new Counted("a14", "Jorun", 1, Fate.Scrap, "soft")),
        At(15, 60, new Counted("a15", "Jorun", 2, Fate.Good)),
        At(16, 61, new Finished("a16", "Jorun", "demold")),
        At(17, 62, new Ended("a17", "Jorun")),
    ];

    private static RunRecord RecordOf(IReadOnlyList<LoggedAct> log) =>
        RunRecord.Of("run", "p", "plan/cast", Maud, Zero, Sheet, Of(log), log, at => at.InUtc().Date.ToDateOnly());

    [Fact]
    public void Facts_are_what_the_acts_say()
    {
        var facts = RecordOf(Spoiled).Facts;
        Assert.Equal(0.9, facts["clock.mixing"], 1e-9);
        Assert.Equal(0.8, facts["early.demold"], 1e-9);
        Assert.Equal(39 / 60.0, facts["alone.cure"], 1e-9);
        Assert.Equal(2, facts["ratio"], 1e-9);
        Assert.Equal((58, 70, 67, 73), (facts["read.oven"], facts["target.oven"], facts["low.oven"], facts["high.oven"]));
        Assert.Equal((1, 1), (facts["deviation.late"], facts["expired"]));
        Assert.DoesNotContain(facts.Keys, k => k.StartsWith("undone", StringComparison.Ordinal));
    }

    [Fact]
    public void People_hands_and_what_was_left_out()
    {
        var record = RecordOf(Spoiled);
        Assert.Equal([Maud, "Jorun"], record.People);
        // Weigh 3, mix 2, pour 7, cure 1, demold 7 of 4 + 2 + 3 + 1 + 5.
        Assert.Equal((20, 15), (record.HandsMin, record.PlannedHandsMin));
        Assert.True(record.IsShot);
        var skipped = RecordOf([.. Spoiled.Where(a => a.Act is not OperationAct { Operation: "mix" })]);
        Assert.Equal(1, skipped.Facts["undone.mix"]);
        Assert.Empty(RecordOf([]).Facts);
    }

    [Theory]
    [InlineData("degas-12", "degas")]
    [InlineData("degas-silicone-1-2", "degas-silicone")]
    [InlineData("cure", "cure")]
    public void Operations_of_a_row_share_their_name(string operation, string name) => Assert.Equal(name, RunFacts.NameOf(operation));

    [Fact]
    public void Every_word_must_be_found_somewhere_in_the_run()
    {
        var record = RecordOf(Spoiled);
        string[] Where(string text, string? project = "Scale foot") => [.. Search.Of([record], text, _ => project).Select(f => f.Where)];
        Assert.Equal(["A L-77"], Where("l-77"));
        Assert.Equal(["Jorun, cavity 1 scrap: soft"], Where("jorun soft"));
        Assert.Equal(["late clamps"], Where("clamps"));
        Assert.Empty(Where("l-77 nowhere"));
        Assert.Empty(Where("  "));
        Assert.Empty(Where("l-77", null));
    }
}
