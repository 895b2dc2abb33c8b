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
);

/// <summary>
/// Where a calculator writes down each step. The page opens any figure to its line; later lines name earlier ones as inputs.
/// </summary>
public sealed class Worksheet
{
    private readonly List<WorkLine> _lines = [];

    public IReadOnlyList<WorkLine> Lines => _lines;

    /// <summary>Writes a line and hands its value back, so that a calculation reads as the calculation.</summary>
    public ThreePoint Write(
        string id,
        string name,
        string formula,
        ThreePoint value,
        string unit,
        string source,
        params IReadOnlyList<WorkInput> inputs
    )
    {
        _lines.Add(new WorkLine(id, name, formula, inputs, value, unit, source));
        return value;
    }

    /// <summary>Lines another calculator wrote.</summary>
    public void Take(IReadOnlyList<WorkLine> lines) => _lines.AddRange(lines);

    /// <inheritdoc cref="Write(string,string,string,ThreePoint,string,string,IReadOnlyList{WorkInput})"/>
    public double Write(
        string id,
        string name,
        string formula,
        double value,
        string unit,
        string source,
        params IReadOnlyList<WorkInput> inputs
    ) => Write(id, name, formula, (ThreePoint)value, unit, source, inputs).Likely;
}
