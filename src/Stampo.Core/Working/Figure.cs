using Stampo.Core.Ranges;
using Stampo.Core.Units;

namespace Stampo.Core.Working;

/// <summary>
/// A number with its name and unit: given, with where a person can change it, or closed off a term, with the line that shows how. The same
/// figure in two places of a formula is one.
/// </summary>
public sealed class Figure : Term, IEquatable<Figure>
{
    private readonly FigureUnit _unit;
    private readonly string _source;
    private Figure? _whole;

    private Figure(string name, ThreePoint value, string unit, string? changeAt, string? from, Term? made, string source)
    {
        (Name, Value, Unit, ChangeAt, From, Made, _source) = (name, value, unit, changeAt, from, made, source);
        _unit = FigureUnit.Of(unit);
        Si = new(_unit.ToSi(value.Low), _unit.ToSi(value.Likely), _unit.ToSi(value.High));
    }

    public string Name { get; }

    public ThreePoint Value { get; }

    public string Unit { get; }

    /// <summary>Such as "brief/demand" or "rates/print.pricePerKg"; null where nobody chooses it.</summary>
    public string? ChangeAt { get; }

    /// <summary>The id of the line it is the result of.</summary>
    public string? From { get; }

    /// <summary>What it was computed from; null for what is given or found.</summary>
    internal Term? Made { get; }

    public override Dimension Dimension => _unit.Dimension;

    public override ThreePoint Si { get; }

    public static Figure Given(string name, ThreePoint value, string unit, string? changeAt = null) =>
        new(name, value, unit, changeAt, null, null, "");

    internal static Figure Closed(string id, string name, Term made, string unit, string source) =>
        new(name, made.In(unit), unit, null, id, made, source);

    /// <summary>What a simulation, a search or draws found, told by the line of that id.</summary>
    internal static Figure Found(WorkLine line) => new(line.Name, line.Value, line.Unit, null, line.Id, null, line.Source);

    /// <summary>Its likely value alone, where no range goes on from it.</summary>
    public Figure Likely =>
        Value.IsPoint ? this : new($"{Name}, likely", Value.Likely, Unit, ChangeAt, From, null, _source) { _whole = this };

    /// <summary>What another sheet closed, by the name and the line it has here.</summary>
    internal Figure Taken(string name, string line) => new(name, Value, Unit, null, line, null, _source);

    /// <summary>Told apart from another of the same name.</summary>
    public Figure Named(string name) => new(name, Value, Unit, ChangeAt, From, Made, _source);

    public WorkInput AsInput() => new(Name, Value, Unit, ChangeAt, From);

    /// <summary>How it came about: the formula that was computed, by names and with the numbers put in. Null for what is given.</summary>
    internal WorkLine? Line() => Made is null || From is null ? null : Formula.Line(From, Name, Made, Value, Unit, _source);

    /// <summary>The figures its line goes on from.</summary>
    internal IEnumerable<Figure> Before() => _whole is { } whole ? [whole] : Made?.Figures() ?? [];

    internal override double At(Func<Figure, double> si) => si(this);

    internal override void Gather(List<Figure> found) => found.Add(this);

    public bool Equals(Figure? other) =>
        other is not null && (Name, Value, Unit, ChangeAt, From) == (other.Name, other.Value, other.Unit, other.ChangeAt, other.From);

    public override bool Equals(object? obj) => Equals(obj as Figure);

    public override int GetHashCode() => HashCode.Combine(Name, Value, ChangeAt, From);
}
