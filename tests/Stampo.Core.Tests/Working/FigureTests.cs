using System.Text.Json.Nodes;
using CsCheck;
using Stampo.Core.Ranges;
using Stampo.Core.Working;

namespace Stampo.Core.Tests.Working;

/// <summary>The formula that is shown is the formula that was computed.</summary>
public class FigureTests
{
    private static readonly Figure Part = Figure.Given("part", 48.9, "cm³", "part"),
        Density = Figure.Given("density", 1.15, "g/cm³"),
        Loss = Figure.Given("loss", new ThreePoint(10, 15, 25), "%", "rates/cast.loss");

    private static Figure Line(Worksheet sheet, Term term, string unit) => sheet.Line("line", "The line", term, unit, "test");

    [Fact]
    public void Units_convert_by_themselves_and_a_percent_is_a_share()
    {
        var sheet = new Worksheet();
        Assert.Equal(48.9 * 1.15 * 1.15 / 1000, Line(sheet, Part * Density * (1 + Loss), "kg").Value.Likely, 1e-12);
        var line = sheet.Lines.Single();
        Assert.Equal("part × density × (1 + loss)", line.Formula);
        Assert.Equal("48.9 cm³ × 1.15 g/cm³ × (1 + 15 %) = 0.06467 kg", line.Numbers);
        Assert.Equal("formula", line.Kind);
        Assert.True(JsonNode.DeepEquals(JsonNode.Parse("""["×",{"in":0},{"in":1},["+",1,{"in":2}]]"""), line.Tree));
        Assert.Equal(["part", "density", "loss"], line.Inputs.Select(i => i.Name));
        Assert.Equal("rates/cast.loss", line.Inputs[2].ChangeAt);
    }

    [Theory]
    [InlineData("h/dm²", "dm²", "h")]
    [InlineData("€/(h·kN)", "h·kN", "€")]
    [InlineData("h/√cm²", "√cm²", "min")]
    [InlineData("mm/min", "min", "m")]
    [InlineData("€/kg", "g", "€")]
    public void A_rate_times_what_it_is_for_is_what_it_gives(string rate, string of, string unit)
    {
        var (a, b) = (Figure.Given("rate", 3, rate), Figure.Given("amount", 2, of));
        Assert.True((a * b).In(unit).Likely > 0);
        Assert.Throws<InvalidOperationException>(() => (a + b).In(unit));
    }

    [Fact]
    public void What_does_not_go_together_throws_where_it_is_written()
    {
        var hours = Figure.Given("hours", 2, "h");
        Assert.Contains("part", Assert.Throws<InvalidOperationException>(() => Part + hours).Message, StringComparison.Ordinal);
        Assert.Throws<InvalidOperationException>(() => Line(new Worksheet(), Part, "h"));
        Assert.Throws<InvalidOperationException>(() => Term.Ln(hours));
        Assert.Throws<InvalidOperationException>(() => Line(new Worksheet(), Figure.Given("part", 1, "cm³") + Part, "cm³"));
        Assert.Throws<InvalidOperationException>(() => Figure.Given("price", 1, "€") + Figure.Given("days", 1, "working days"));
    }

    [Fact]
    public void A_difference_of_temperatures_is_in_kelvin()
    {
        Figure C(string name, double celsius) => Figure.Given(name, celsius, "°C");
        Assert.Equal(47, (C("cast", 70) - C("cured", 23)).In("K").Likely, 1e-12);
        Assert.Equal(2, ((C("melt", 230) - C("mold", 50)) / (C("out", 140) - C("wall", 50))).In("").Likely, 1e-12);
    }

    [Fact]
    public void A_line_is_shown_with_all_it_goes_on_from()
    {
        var mass = (Part * Density).As("mass", "Mass", "g");
        var sheet = new Worksheet();
        var poured = sheet.Line("poured", "Poured", mass.Likely * (1 + Loss), "g", "test");
        Assert.Equal(["mass", "poured"], sheet.Lines.Select(l => l.Id));
        Assert.Equal("mass", sheet.Lines[1].Inputs[0].From);
        Assert.Equal(["part", "density", "loss"], poured.Roots().Select(r => r.Name));
        Assert.Throws<InvalidOperationException>(() => sheet.Show((Part * 2 * Density).As("mass", "Mass", "g")));
    }

    [Fact]
    public void Brackets_stand_where_it_would_be_read_otherwise()
    {
        Figure F(string name) => Figure.Given(name, 2, "");
        var (a, b, c) = (F("a"), F("b"), F("c"));
        Assert.Equal("a − (b − c)", Formula.Words(a - (b - c)));
        Assert.Equal("a − b − c", Formula.Words(a - b - c));
        Assert.Equal("a ÷ (b × c)", Formula.Words(a / (b * c)));
        Assert.Equal("(a + b) ^ 2", Formula.Words((a + b).Pow(2)));
        Assert.Equal("⌈ a ÷ b ⌉", Formula.Words(Term.Ceiling(a / b)));
        Assert.Equal("Σ of the rows below", Formula.Words(Term.Sum(Enumerable.Range(0, 7).Select(i => (Term)F($"x{i}")))));
    }

    /// <summary>No value from inside the ranges gives less than low or more than high; where each figure stands once both are reached.</summary>
    [Fact]
    public void Ranges_hold_whatever_is_drawn_from_inside_them() =>
        Gen.Select(Range(2, 3), Range(0.5, 3), Range(1, 2), Gen.Double[0, 1].Array[3])
            .Sample(
                (a, b, c, at) =>
                {
                    Figure[] of = [Figure.Given("a", a, ""), Figure.Given("b", b, ""), Figure.Given("c", c, "")];
                    Term[] terms =
                    [
                        of[0] * (1 + of[1]) / of[2],
                        Term.Sqrt(2 * of[0] * of[2] - of[2].Pow(2) + 9),
                        of[0].Pow(of[1]) - of[2],
                        Term.Max(of[0], of[1]) * Term.Min(of[1], of[2]),
                    ];
                    foreach (var term in terms)
                    {
                        var drawn = term.At(f => f.Value.At(at[Array.FindIndex(of, o => o.Name == f.Name)]));
                        Assert.InRange(drawn, term.Si.Low - 1e-9, term.Si.High + 1e-9);
                        Assert.InRange(term.Si.Likely, term.Si.Low, term.Si.High);
                    }
                },
                iter: 300
            );

    private static Gen<ThreePoint> Range(double low, double high) =>
        Gen.Double[low, high].Array[3].Select(of => new ThreePoint(of.Min(), of.Order().ElementAt(1), of.Max()));
}
