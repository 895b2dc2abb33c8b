namespace Stampo.Core.Working;

/// <summary>Curing runs twice as fast ten degrees warmer: the workshop's rule of thumb, after van 't Hoff (1884).</summary>
internal static class RuleOfTen
{
    public const string Source = "rule of thumb: rate doubles per 10 °C";

    /// <summary>What a time at one temperature is multiplied by at another.</summary>
    public static double Factor(double fromC, double toC) => Math.Pow(2, (fromC - toC) / 10);

    /// <summary>The same in a formula.</summary>
    public static Term Factor(Figure from, Figure to) => Term.Of(2, "").Pow((from - to) / Term.Of(10, "K"));
}
