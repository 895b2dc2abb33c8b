using Stampo.Core.Jobs;
using Stampo.Core.Log.Learning;
using Stampo.Core.Ranges;
using Stampo.Core.Routes;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Tests.Log;

/// <summary>From what was decided to what is to be expected, on an estimate small enough to be reckoned by hand.</summary>
public class WaterfallTests
{
    /// <summary>100 € once, 200 € a tool of 25 shots, 0.5 h of hands at 40 € and 0.2 kg at 10 €/kg a piece, 0.8 of them good.</summary>
    private static RouteEstimate Estimate(int cavities = 1) =>
        new(
            cavities,
            [
                Line(ChargedOn.OneOff, "Engineering", 2, "labour.engineer", 50),
                Line(ChargedOn.Tool, "Mold", 8, "silicone.price", 25),
                Line(ChargedOn.Piece, "Shot", 0.5, "labour.bench", 40),
                Line(ChargedOn.Piece, "Resin", 0.2, "material.pu", 10),
            ],
            Figure.Given("life", new ThreePoint(12, 25, 50), "shots"),
            Figure.Given("good parts", new ThreePoint(0.7, 0.8, 0.9), "share"),
            null,
            [new LeadStep("make", 10)],
            10,
            0.1
        );

    private static CostLine Line(ChargedOn on, string name, double amount, string key, double rate) =>
        new(on, name, amount, key, Figure.Given("price", rate, "€"), "test");

    private static readonly StretchFacts Nothing = new(null, 0, null, 0, null, 0, []);

    private static Invoice Paid(BoughtAs what, string? key, double amount, double paid) =>
        new("i1", "cast", "Ostwick", what, key, amount, paid, null, null, null, "Oren", null);

    [Fact]
    public void Without_records_the_decision_stands_and_says_what_nobody_knows()
    {
        var fall = Waterfall.Of(1_000, Estimate(), Estimate(), 40, Nothing);
        Assert.Equal((1_000, 1_000), (fall.Decided, fall.Expected));
        Assert.Empty(fall.Steps);
        Assert.Equal(3, fall.NotKnown.Count);
    }

    [Fact]
    public void Each_figure_that_was_otherwise_makes_the_difference_it_makes()
    {
        // 40 good parts: 100 + ⌈40 ÷ (25 × 0.8)⌉ × 200 + 40 ÷ 0.8 × 22 = 100 + 400 + 1100.
        var fall = Waterfall.Of(1_600, Estimate(), Estimate(), 40, Nothing with { GoodShare = 0.5, Parts = 30 });
        // ⌈40 ÷ 12.5⌉ = 4 tools, 80 pieces: 100 + 800 + 1760.
        Assert.Equal(("Good parts", 0.8, 0.5, 30), (fall.Steps[0].Name, fall.Steps[0].Stated, fall.Steps[0].Was, fall.Steps[0].Records));
        Assert.Equal(1_060, fall.Steps[0].Difference, 9);
        Assert.Equal(2_660, fall.Expected, 9);

        Assert.Equal(400, Difference(Nothing with { LifeShots = 12.5, ToolsWorn = 1 }), 9);
        Assert.Equal(50 * 0.25 * 40, Difference(Nothing with { HandsHPerPiece = 0.75, Shots = 5 }), 9);
        Assert.Equal(50 * 0.2 * 2, Difference(Nothing with { Invoices = [Paid(BoughtAs.Priced, "material.pu", 5, 60)] }), 9);
        Assert.Equal(2 * 8 * 1, Difference(Nothing with { Invoices = [Paid(BoughtAs.Priced, "silicone.price", 10, 260)] }), 9);
        Assert.Equal(2 * (150 - 200), Difference(Nothing with { Invoices = [Paid(BoughtAs.Tool, null, 2, 300)] }), 9);
        Assert.Equal(70, Difference(Nothing with { Invoices = [Paid(BoughtAs.Other, null, 1, 70)] }), 9);
        // Parts at a price for good ones: none is made in vain, and two tools become ⌈40 ÷ 25⌉, which are two as well.
        Assert.Equal(40 * 30 - 50 * 22, Difference(Nothing with { Invoices = [Paid(BoughtAs.Parts, null, 20, 600)] }), 9);
        Assert.Equal(0, Difference(Nothing with { Invoices = [Paid(BoughtAs.Priced, "another.price", 1, 99)] }), 9);

        static double Difference(StretchFacts facts) => Waterfall.Of(1_600, Estimate(), Estimate(), 40, facts).Expected - 1_600;
    }

    [Fact]
    public void Fewer_cavities_than_decided_are_a_reason_of_their_own_and_all_reasons_add_up()
    {
        var facts = new StretchFacts(
            0.6,
            20,
            15,
            1,
            0.9,
            8,
            [Paid(BoughtAs.Priced, "material.pu", 2, 30), Paid(BoughtAs.Other, null, 1, 5)]
        );
        var fall = Waterfall.Of(1_234, Estimate(2), Estimate(), 40, facts);
        Assert.Equal("Cavities", fall.Steps[0].Name);
        Assert.Equal(fall.Expected, fall.Decided + fall.Steps.Sum(s => s.Difference), 9);
        Assert.Equal(6, fall.Steps.Count);
        var working = WaterfallWorking.Of(fall, 40);
        Assert.All(fall.Steps, step => Assert.Equal(step.Difference, Shown($"step/{step.Name}"), 9));
        Assert.Equal(fall.Expected, Shown("expected"), 9);
        Assert.All(
            working.SelectMany(l => l.Inputs).Select(i => i.From).OfType<string>(),
            from => Assert.Single(working, l => l.Id == from)
        );
        double Shown(string line) => working.Single(l => l.Id == line).Value.Likely;

        Assert.Empty(fall.NotKnown);
        var whole = Waterfall.Of([fall, Waterfall.Of(100, Estimate(), Estimate(), 40, Nothing with { GoodShare = 0.5, Parts = 10 })]);
        Assert.Equal(whole.Expected, whole.Decided + whole.Steps.Sum(s => s.Difference), 9);
        var good = Assert.Single(whole.Steps, s => s.Name == "Good parts");
        Assert.Equal((30, null), (good.Records, good.Stated));
    }

    [Fact]
    public void An_invoice_says_what_can_be()
    {
        var fine = Paid(BoughtAs.Priced, "silicone.price", 4.2, 112.5);
        Assert.Equal(fine, new InvoiceBook([fine]).Checked().All[0]);
        Refused("all[0].amount", fine with { Amount = 0 });
        Refused("all[0].paid", fine with { Paid = double.PositiveInfinity });
        Refused("all[0].key", fine with { Key = null });
        Refused("all[0].key", fine with { As = BoughtAs.Tool });
        Refused("all[0].by", fine with { By = "" });
        Refused("all[0].cameOn", fine with { OrderedOn = new(2030, 5, 2), CameOn = new(2030, 5, 1) });
        Assert.Throws<RefusalException>(() => new InvoiceBook([fine, fine]).Checked());
        Assert.Equal(5, (fine with { OrderedOn = new(2030, 5, 2), CameOn = new(2030, 5, 9) }).LeadDays);

        static void Refused(string field, Invoice invoice) =>
            Assert.Equal(field, Assert.Throws<RefusalException>(() => new InvoiceBook([invoice]).Checked()).Field);
    }
}
