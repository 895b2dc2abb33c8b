using Stampo.Core.Ranges;
using Stampo.Core.Units;

namespace Stampo.Core.Working;

/// <summary>
/// What a line is computed from: a figure by its name, a plain number, or an operation on terms. Computed in SI as it is put together, so
/// that units convert by themselves and what can't be added throws where it is written.
/// </summary>
public abstract class Term
{
    public abstract Dimension Dimension { get; }

    /// <summary>In SI base units; money in its own, working days in days of work.</summary>
    public abstract ThreePoint Si { get; }

    /// <summary>Computed with other figures in place of some.</summary>
    internal abstract double At(Func<Figure, double> si);

    /// <summary>Nothing to multiply by.</summary>
    internal bool IsOne => this is Constant { Value: 1, Unit.Symbol: "" };

    public static implicit operator Term(double plain) => new Constant(plain, "");

    public static Term operator +(Term a, Term b) => Chained("+", a, b);

    public static Term operator -(Term a, Term b) => new Computed("−", a, b);

    public static Term operator *(Term a, Term b) => Chained("×", a, b);

    public static Term operator /(Term a, Term b) => new Computed("÷", a, b);

    /// <summary>A chain of sums or of products is one.</summary>
    private static Computed Chained(string sign, Term a, Term b) =>
        a is Computed chain && chain.Sign == sign ? new Computed(sign, [.. chain.Of, b]) : new Computed(sign, a, b);

    public Term Pow(Term exponent) => new Computed("^", this, exponent);

    public static Term Sqrt(Term a) => new Computed("√", a);

    public static Term Ln(Term a) => new Computed("ln", a);

    public static Term Exp(Term a) => new Computed("exp", a);

    public static Term Min(params Term[] of) => new Computed("min", of);

    public static Term Max(params Term[] of) => new Computed("max", of);

    public static Term Ceiling(Term a) => new Computed("⌈⌉", a);

    public static Term Floor(Term a) => new Computed("⌊⌋", a);

    public static Term Sum(IEnumerable<Term> terms)
    {
        var all = terms.ToArray();
        return all.Length == 1 ? all[0] : new Computed("+", all);
    }

    /// <summary>A number with a unit that belongs to the method, such as a rule's 15 mm.</summary>
    public static Term Of(double value, string unit) => new Constant(value, unit);

    /// <summary>Its value in a unit; throws when it is of another kind.</summary>
    public ThreePoint In(string unit)
    {
        var to = FigureUnit.Of(unit);
        if (to.Dimension != Dimension)
            throw new InvalidOperationException($"{Formula.Words(this)} is {Dimension}, not {unit} ({to.Dimension}).");
        var si = Si;
        return new(to.FromSi(si.Low), to.FromSi(si.Likely), to.FromSi(si.High));
    }

    /// <summary>Closed into a figure that shows, wherever it is used, how it came about.</summary>
    public Figure As(string id, string name, string unit, string source = "") => Figure.Closed(id, name, this, unit, source);

    /// <summary>Its figures in the order they are named, one that stands twice twice.</summary>
    public IReadOnlyList<Figure> Figures()
    {
        List<Figure> found = [];
        Gather(found);
        return found;
    }

    /// <summary>What is given in it, and in the figures it goes on from.</summary>
    public IEnumerable<Figure> Roots() =>
        Figures().SelectMany(f => f.Before().Any() ? f.Before().SelectMany(b => b.Roots()) : [f]).Distinct();

    internal abstract void Gather(List<Figure> found);
}

/// <summary>A number that belongs to the method.</summary>
internal sealed class Constant(double value, string unit) : Term
{
    public double Value => value;

    public FigureUnit Unit { get; } = FigureUnit.Of(unit);

    public override Dimension Dimension => Unit.Dimension;

    public override ThreePoint Si => Unit.ToSi(value);

    internal override double At(Func<Figure, double> si) => Unit.ToSi(value);

    internal override void Gather(List<Figure> found) { }
}
