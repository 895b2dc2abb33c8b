namespace Stampo.Core.Units;

/// <summary>Exponents of length, mass, time and temperature: the kind of thing a unit measures.</summary>
public readonly record struct Dimension(int Length, int Mass, int Time, int Temperature)
{
    public static Dimension None => default;

    public static Dimension operator *(Dimension a, Dimension b) =>
        new(a.Length + b.Length, a.Mass + b.Mass, a.Time + b.Time, a.Temperature + b.Temperature);

    public Dimension Power(int n) => new(Length * n, Mass * n, Time * n, Temperature * n);

    public Dimension Inverse => Power(-1);

    public override string ToString() =>
        (Length, Mass, Time, Temperature) switch
        {
            (0, 0, 0, 0) => "a plain number",
            (1, 0, 0, 0) => "a length",
            (2, 0, 0, 0) => "an area",
            (3, 0, 0, 0) => "a volume",
            (0, 1, 0, 0) => "a mass",
            (0, 0, 1, 0) => "a time",
            (0, 0, 0, 1) => "a temperature",
            (-3, 1, 0, 0) => "a density",
            (3, -1, 0, 0) => "a specific volume",
            (-1, 1, -2, 0) => "a pressure",
            (1, 1, -2, 0) => "a force",
            (3, 0, -1, 0) => "a flow",
            (0, 1, -2, 0) => "a tear strength",
            _ => "another kind of quantity",
        };
}
