using System.Text.Json.Nodes;
using Stampo.Core.Ranges;

namespace Stampo.Core.Working;

/// <summary>
/// One number that went into a line. <paramref name="ChangeAt"/> says where a person can change it
/// (such as "brief/demand" or "rates/print.pricePerKg"); null for a result of an earlier line or a fixed fact.
/// <paramref name="From"/> is the id of the line it is the result of.
/// </summary>
public sealed record WorkInput(string Name, ThreePoint Value, string Unit, string? ChangeAt = null, string? From = null);

/// <summary>One line of working: what was computed, as a person writes it, with what, and on whose word.</summary>
public sealed record WorkLine(
    string Id,
    string Name,
    string Formula,
    IReadOnlyList<WorkInput> Inputs,
    ThreePoint Value,
    string Unit,
    string Source
)
{
    /// <summary>"formula" where it recomputes from what it shows, else what kind of finding it is; null in what was kept before.</summary>
    public string? Kind { get; init; }

    /// <summary>The formula with the numbers put in, and its result.</summary>
    public string? Numbers { get; init; }

    /// <summary>The formula as a program reads it: a number in SI, {"in": place of an input}, or [operation, operands…].</summary>
    public JsonNode? Tree { get; init; }
}

/// <summary>
/// Where a calculator writes down each step. The page opens any figure to its line; later lines name earlier ones as inputs.
/// </summary>
public sealed class Worksheet
{
    private readonly List<WorkLine> _lines = [];

    public IReadOnlyList<WorkLine> Lines => _lines;

    /// <summary>
    /// Closes a term into a figure and writes its line, after those of the figures that it goes on from. Throws when the term is of
    /// another kind than the unit, or when two of its figures can't be told apart by name.
    /// </summary>
    public Figure Line(string id, string name, Term term, string unit, string source)
    {
        var figure = term.As(id, name, unit, source);
        Show(figure);
        return figure;
    }

    /// <summary>The lines of a figure and of all it goes on from, each once.</summary>
    public void Show(Figure figure)
    {
        foreach (var before in figure.Before())
            Show(before);
        if (figure.Line() is not { } line)
            return;
        if (_lines.Find(l => l.Id == line.Id) is not { } known)
            _lines.Add(line);
        else if (known.Value != line.Value)
            throw new InvalidOperationException($"{line.Name} and {known.Name} are both the line {line.Id}.");
    }

    /// <summary>What no formula gives: how it was found, and from what.</summary>
    /// <param name="kind">draws, search, simulation, table or rule.</param>
    /// <param name="id">To open it by.</param>
    /// <param name="name">What it is.</param>
    /// <param name="how">In words.</param>
    /// <param name="value">What was found.</param>
    /// <param name="unit">Of it.</param>
    /// <param name="source">On whose word.</param>
    /// <param name="from">What went in.</param>
    public Figure Found(
        string kind,
        string id,
        string name,
        string how,
        ThreePoint value,
        string unit,
        string source,
        params IReadOnlyList<Figure> from
    )
    {
        var line = new WorkLine(id, name, how, [.. from.Select(f => f.AsInput())], value, unit, source) { Kind = kind };
        _lines.Add(line);
        return Figure.Found(line);
    }

    /// <summary>Lines of a reckoning that is one of several alike, told apart by what goes before their ids.</summary>
    public void TakeAs(string before, IReadOnlyList<WorkLine> lines) =>
        Take([
            .. lines.Select(l =>
                l with
                {
                    Id = before + l.Id,
                    Inputs = [.. l.Inputs.Select(i => i.From is null ? i : i with { From = before + i.From })],
                }
            ),
        ]);

    /// <summary>Lines another calculator wrote.</summary>
    public void Take(IReadOnlyList<WorkLine> lines) => _lines.AddRange(lines);
}
