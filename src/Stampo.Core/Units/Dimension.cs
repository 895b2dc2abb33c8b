namespace Stampo.Core.Units;

/// <summary>
/// Exponents of length, mass, time and temperature, of money and of days of work: the kind of thing a unit measures. A root halves them.
/// </summary>
public readonly record struct Dimension(double Length, double Mass, double Time, double Temperature, double Money = 0, double Days = 0)
{
    public static Dimension None => default;

    public static Dimension operator *(Dimension a, Dimension b) =>
        new(a.Length + b.Length, a.Mass + b.Mass, a.Time + b.Time, a.Temperature + b.Temperature, a.Money + b.Money, a.Days + b.Days);

    public Dimension Power(double n) => new(Length * n, Mass * n, Time * n, Temperature * n, Money * n, Days * n);

    public Dimension Inverse => Power(-1);

    public override string ToString() =>
        (Length, Mass, Time, Temperature) switch
        {
            _ when Money != 0 => "money, or money for something",
            _ when Days != 0 => "days of work",
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
