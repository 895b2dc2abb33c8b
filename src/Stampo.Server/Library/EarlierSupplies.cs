using System.Globalization;
using System.Text.Json.Nodes;

namespace Stampo.Server.Library;

/// <summary>
/// Supplies as an earlier release kept them: the mix in words ("10:1 by weight"), and how a mold silicone cures only in its name.
/// They are read as that release read them, a ratio by volume as what it is.
/// </summary>
internal static class EarlierSupplies
{
    public static void InLibraryWeighByNumbers(JsonObject library)
    {
        foreach (var supply in library["supplies"]?.AsArray() ?? [])
            WeighByNumbers(supply!.AsObject());
    }

    public static void WeighByNumbers(JsonObject supply)
    {
        if (supply["mix"] is JsonValue words)
            supply["mix"] = Mix(words.GetValue<string>());
        if (supply["kind"]?.GetValue<string>() == "moldSilicone" && supply["cure"] is null)
            supply["cure"] = $"{supply["id"]} {supply["name"]}".Contains("condensation", StringComparison.OrdinalIgnoreCase)
                ? "condensation"
                : "addition";
    }

    /// <summary>Null when the words were none the earlier release could weigh by.</summary>
    private static JsonObject? Mix(string words) =>
        words.Split(' ') is [var ratio, .. var rest] && ratio.Split(':') is [var a, var b] && Parts(a) is { } ofA && Parts(b) is { } ofB
            ? new JsonObject
            {
                ["a"] = ofA,
                ["b"] = ofB,
                ["basis"] = rest.Contains("volume") ? "volume" : "weight",
            }
            : null;

    private static double? Parts(string text) =>
        double.TryParse(text, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var value) && value > 0 ? value : null;
}
