using System.Text.Json.Serialization;
using Stampo.Core.Ranges;
using Stampo.Core.Working;

namespace Stampo.Core.Reference;

/// <summary>One rate, hour or price norm with its spread and source.</summary>
public sealed record Rate(string Key, string Name, string Unit, double Low, double Likely, double High, string Source)
{
    [JsonIgnore]
    public ThreePoint Value => new(Low, Likely, High);

    /// <summary>To reckon with, and to be found again where it is kept.</summary>
    [JsonIgnore]
    public Figure Figure => Figure.Given(Name, Value, Unit, $"rates/{Key}");
}

/// <summary>Every rate by its key. Asking for a key that isn't there is a programming error.</summary>
public sealed class RateCard(IEnumerable<Rate> rates)
{
    private readonly Dictionary<string, Rate> _rates = rates.ToDictionary(r => r.Key);

    public static RateCard Shipped { get; } = new(EmbeddedJson.List<Rate>("rates"));

    public IReadOnlyCollection<Rate> All => _rates.Values;

    public Rate this[string key] => _rates[key];

    public Rate? Find(string? key) => key is null ? null : _rates.GetValueOrDefault(key);

    /// <summary>The card with some rates in place of its own; keys it doesn't have are left out.</summary>
    public RateCard With(IEnumerable<Rate> changed)
    {
        var own = changed.Where(r => _rates.ContainsKey(r.Key)).ToDictionary(r => r.Key);
        return own.Count == 0 ? this : new RateCard(_rates.Values.Select(r => own.GetValueOrDefault(r.Key, r)));
    }
}
