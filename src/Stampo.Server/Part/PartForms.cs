using System.Globalization;
using Stampo.Core.Geometry;
using Stampo.Core.Wording;
using Stampo.Server.Hosting;

namespace Stampo.Server.Part;

/// <summary>What comes with a mesh: a pull, where it came from.</summary>
internal static class PartForms
{
    /// <summary>The file a mesh was made from; null when it is not told, or not told properly.</summary>
    public static SourceFile? Source(string? name, string? sha256) =>
        string.IsNullOrWhiteSpace(name) || sha256 is not { Length: 64 } || !sha256.All(char.IsAsciiHexDigit)
            ? null
            : new SourceFile(Forms.NameOf(name, ""), sha256.ToLowerInvariant());

    /// <summary>"x,y,z", not all zero; nothing given means a pull is proposed.</summary>
    public static Vec3? Pull(string? text)
    {
        if (string.IsNullOrWhiteSpace(text))
            return null;
        var numbers = text.Split(',')
            .Select(part => double.TryParse(part, CultureInfo.InvariantCulture, out var n) ? n : double.NaN)
            .ToArray();
        return Unit(numbers, text.Length > 40 ? text[..40] : text) is [var x, var y, var z] ? new Vec3(x, y, z) : null;
    }

    /// <summary>A direction of length one; null stays null.</summary>
    public static double[]? Unit(double[]? pull, string? shown = null)
    {
        if (pull is null)
            return null;
        if (pull is [var x, var y, var z] && pull.All(n => Math.Abs(n) < 1e6) && new Vec3(x, y, z) is { Length: > 1e-6 } vector)
            return vector.Unit() is var unit ? [unit.X, unit.Y, unit.Z] : null;
        throw new RefusalException(
            "input.pull",
            $"\"{shown ?? string.Join(", ", pull.Take(4).Select(n => Text.Number(n)))}\" is not a direction; give three "
                + "numbers as x,y,z, such as 0,0,1.",
            "pull"
        );
    }
}
