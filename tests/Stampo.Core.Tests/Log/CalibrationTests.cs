using Stampo.Core.Log.Learning;
using Stampo.Core.Quotes;
using Stampo.Core.Ranges;

namespace Stampo.Core.Tests.Log;

public class CalibrationTests
{
    private static readonly ThreePoint Range = new(10, 20, 40);

    private static Outcome[] At(params double[] actual) => [.. actual.Select(a => new Outcome(Range, a, "rate"))];

    [Fact]
    public void An_outcome_has_its_place_on_its_own_side_of_the_range()
    {
        Assert.Equal([-1.5, -1, 0, 1, 2], At(5, 10, 20, 40, 60).Select(o => o.Place!.Value));
        Assert.Equal([false, true, true, true, false], At(5, 10, 20, 40, 60).Select(o => o.IsInside));
        Assert.Null(new Outcome(7, 8, null).Place);
    }

    [Fact]
    public void A_range_that_held_too_seldom_is_to_be_as_wide_as_would_have_held_eight_in_ten()
    {
        // Ten outcomes at 0.2 … 2.0 of the width: eight lie within 1.6.
        var wide = At([.. Enumerable.Range(1, 10).Select(i => 20 + 20 * 0.2 * i)]);
        var calibration = Calibration.From(LearnedWhat.Price, wide)!;
        Assert.Equal((5, 10), (calibration.Inside, calibration.Of));
        Assert.Equal(1.6, calibration.Width!.Value, 9);
        var resized = Assert.Single(Calibration.Resize(wide, _ => Range, double.MaxValue));
        Assert.Equal(new ThreePoint(4, 20, 52), Rounded(resized.Proposed));
        Assert.Equal(8, wide.Count(o => o.Actual <= resized.Proposed.High + 1e-9));
    }

    [Fact]
    public void Few_or_fitting_outcomes_change_nothing_and_a_range_far_too_wide_may_be_narrower()
    {
        Assert.Null(Calibration.From(LearnedWhat.Life, []));
        Assert.Null(Calibration.From(LearnedWhat.Life, At(60, 60, 60, 60))!.Width);
        Assert.Null(Calibration.From(LearnedWhat.Life, At(15, 20, 25, 30, 60))!.Width);
        Assert.Null(Calibration.From(LearnedWhat.Life, At(20, 21, 22, 21, 20))!.Width);
        Assert.Equal(0.1, Calibration.From(LearnedWhat.Life, At([.. Enumerable.Repeat(22.0, 12)]))!.Width!.Value, 9);
        Assert.Empty(Calibration.Resize(At(60, 60, 60, 60), _ => Range, 1));
        Assert.Empty(Calibration.Resize(At(60, 60, 60, 60, 60), _ => null, 1));
    }

    [Fact]
    public void A_share_never_grows_past_all_nor_a_price_below_nothing()
    {
        var share = new ThreePoint(0.85, 0.92, 0.97);
        var bad = Enumerable.Repeat(new Outcome(share, 0.5, "yield"), 6);
        var resized = Assert.Single(Calibration.Resize(bad, _ => share, 1));
        Assert.Equal((0.5, 0.92, 1), (Math.Round(resized.Proposed.Low, 9), resized.Proposed.Likely, resized.Proposed.High));
        Assert.Equal((0, 6), (resized.Inside, resized.Of));
    }

    [Fact]
    public void Invoices_tell_prices_quotes_and_days()
    {
        var quote = new Quote(
            "q",
            "inject",
            "Ostwick",
            1,
            4_000,
            true,
            [new(100, 3), new(1_000, 2)],
            null,
            20,
            new(2030, 1, 1),
            null,
            true
        );
        var tool = Bill("Ostwick", BoughtAs.Tool, null, 1, 4_400) with { OrderedOn = new(2030, 5, 6), CameOn = new(2030, 6, 10) };
        BoughtItem[] items =
        [
            new(tool, quote, (ThreePoint)20, null),
            new(Bill("Ostwick", BoughtAs.Parts, null, 1_500, 3_300), quote, null, null),
            .. new[] { 24.0, 27, 30 }.Select(each => new BoughtItem(
                Bill("Fenling", BoughtAs.Priced, "silicone.price", 2, 2 * each),
                null,
                null,
                new ThreePoint(18, 24, 28)
            )),
        ];
        var quoted = Assert.Single(Bought.AgainstQuotes(items));
        Assert.Equal((1.1, 1.1, 2), (quoted.Actual.Low, quoted.Actual.High, quoted.Records));
        Assert.Equal(1.25, Assert.Single(Bought.Leads(items)).Actual.Likely, 9);
        Assert.False(Assert.Single(Bought.LeadOutcomes(items)).IsInside);
        var price = Assert.Single(Bought.Prices(items, _ => ("Mold silicone", new ThreePoint(18, 24, 32))));
        Assert.Equal(new ThreePoint(24, 27, 30), price.Proposed);
        Assert.Null(Assert.Single(Bought.Prices(items[..4], _ => ("Mold silicone", new ThreePoint(18, 24, 32)))).Proposed);
        Assert.Empty(Bought.Prices(items, _ => null));
        Assert.Equal([true, true, false], Bought.PriceOutcomes(items).Select(o => o.IsInside));
    }

    private static Invoice Bill(string supplier, BoughtAs what, string? key, double amount, double paid) =>
        new("i", "inject", supplier, what, key, amount, paid, null, null, "q", "Oren", null);

    private static ThreePoint Rounded(ThreePoint range) => new(Math.Round(range.Low, 9), range.Likely, Math.Round(range.High, 9));
}
