using System.Globalization;
using System.Text.Json;
using Stampo.Core.Geometry;
using Stampo.Core.Wording;

namespace Stampo.Server.Hosting;

/// <summary>Fields that come beside a file, each refused by its name.</summary>
internal static class FormFields
{
    public static double? Number(string? text, string field) =>
        string.IsNullOrWhiteSpace(text) ? null
        : double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out var number) && double.IsFinite(number) ? number
        : throw new RefusalException("input.number", $"{field} is \"{Short(text)}\"; give a number with a point.", field);

    /// <summary>Places in mm: [[x,y,z],…].</summary>
    public static IReadOnlyList<Vec3> Places(string? text, string field, int most)
    {
        var places = Of<double[][]>(text, field) ?? [];
        Check.Between(places.Length, 0, most, field, "places", "asked for at once");
        return [.. places.Select(p => Place(p, field))];
    }

    public static Vec3 Place(double[]? place, string field) =>
        place is [var x, var y, var z] && place.All(n => Math.Abs(n) < 1e6)
            ? new Vec3(x, y, z)
            : throw new RefusalException("input.place", $"In {field} a place is three numbers: [x,y,z] in mm.", field);

    public static T? Of<T>(string? text, string field)
        where T : class
    {
        if (string.IsNullOrWhiteSpace(text))
            return null;
        try
        {
            return Json.Read<T>(text);
        }
        catch (JsonException)
        {
            throw new RefusalException("input.unreadable", $"{field} is not the JSON expected: \"{Short(text)}\".", field);
        }
    }

    public static string Short(string text) => text.Length > 40 ? $"{text[..40]}…" : text;

    public static RefusalException Missing(string field) =>
        new("input.missing", $"{field} is missing; it is never taken for nought. Say what it is.", field);
}
