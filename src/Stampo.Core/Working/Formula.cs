using System.Text.Json.Nodes;
using Stampo.Core.Ranges;
using Stampo.Core.Wording;

namespace Stampo.Core.Working;

/// <summary>A term as people read it, by names and with the numbers put in, and as a program does.</summary>
internal static class Formula
{
    /// <summary>More terms than these are written as the sum of the rows below.</summary>
    private const int MostTerms = 6;

    /// <summary>
    /// The line of a term. Throws when two of its figures can't be told apart by name.
    /// </summary>
    public static WorkLine Line(string id, string name, Term term, ThreePoint value, string unit, string source)
    {
        List<Figure> figures = [.. term.Figures().Distinct()];
        if (figures.GroupBy(f => f.Name).FirstOrDefault(g => g.Count() > 1) is { } twice)
            throw new InvalidOperationException($"In {name} two figures are called \"{twice.Key}\".");
        return new WorkLine(id, name, Words(term), [.. figures.Select(f => f.AsInput())], value, unit, source)
        {
            Kind = "formula",
            Numbers = $"{Numbers(term)} = {Quantity(Text.Number(value.Likely), unit)}",
            Tree = Tree(term, figures),
        };
    }

    public static string Words(Term term) => Written(term, figure => figure.Name);

    public static string Numbers(Term term) => Written(term, figure => Number(figure.Value.Likely, figure.Unit));

    /// <summary>The expression over the figures by position: a number in SI, {"in": 0}, or [operation, operands…].</summary>
    public static JsonNode Tree(Term term, List<Figure> figures) =>
        term switch
        {
            Figure figure => new JsonObject { ["in"] = figures.IndexOf(figure) },
            Computed operation => Array(operation, figures),
            _ => JsonValue.Create(term.Si.Likely),
        };

    private static JsonArray Array(Computed operation, List<Figure> figures)
    {
        var array = new JsonArray(JsonValue.Create(operation.Sign));
        foreach (var term in operation.Of)
            array.Add(Tree(term, figures));
        return array;
    }

    private static string Number(double value, string unit) => Quantity(Text.Number(value), unit);

    /// <summary>What is counted or a ratio needs no unit in a formula.</summary>
    public static string Quantity(string number, string unit) => unit is "" or "share" or "×" or "times" ? number : $"{number} {unit}";

    private static string Written(Term term, Func<Figure, string> figure) =>
        term switch
        {
            Figure f => figure(f),
            Constant c => Number(c.Value, c.Unit.Symbol),
            Computed o => Written(o, figure),
            _ => throw new InvalidOperationException($"{term.GetType().Name} is no term."),
        };

    private static string Written(Computed operation, Func<Figure, string> figure)
    {
        var of = operation.Of;
        switch (operation.Sign)
        {
            case "+" when of.Count > MostTerms:
                return "Σ of the rows below";
            case "√":
                return $"√({Written(of[0], figure)})";
            case "ln" or "exp" or "min" or "max":
                return $"{operation.Sign}({string.Join(", ", of.Select(t => Written(t, figure)))})";
            case "⌈⌉" or "⌊⌋":
                return $"{operation.Sign[0]} {Written(of[0], figure)} {operation.Sign[1]}";
            default:
                return string.Join($" {operation.Sign} ", of.Select((t, i) => Within(operation.Sign, t, i, figure)));
        }
    }

    /// <summary>In brackets where it would be read otherwise.</summary>
    private static string Within(string sign, Term term, int place, Func<Figure, string> figure)
    {
        var written = Written(term, figure);
        if (term is not Computed inner)
            return written;
        var (weaker, alike) = (Binds(inner.Sign) < Binds(sign), Binds(inner.Sign) == Binds(sign));
        return weaker || (alike && (sign == "^" || (place > 0 && sign is ("−" or "÷")))) ? $"({written})" : written;
    }

    private static int Binds(string sign) =>
        sign switch
        {
            "+" or "−" => 1,
            "×" or "÷" => 2,
            "^" => 3,
            _ => 4,
        };
}
