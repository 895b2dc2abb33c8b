using System.Globalization;
using System.Numerics;

namespace Stampo.Core.Geometry.Reading.ThreeMf;

/// <summary>A placing as 3MF writes it: twelve numbers, the first three rows and then the shift, applied to row vectors.</summary>
internal readonly record struct Transform(Matrix4x4 Matrix)
{
    public static Transform None { get; } = new(Matrix4x4.Identity);

    /// <summary>A mirroring turns the triangles over.</summary>
    public bool Mirrors => Matrix.GetDeterminant() < 0;

    /// <summary>This placing first, then the outer one.</summary>
    public Transform Within(Transform outer) => new(Matrix * outer.Matrix);

    public static Transform? Parse(string text)
    {
        var words = text.Split(default(char[]), StringSplitOptions.RemoveEmptyEntries);
        if (words.Length != 12)
            return null;
        Span<float> m = stackalloc float[12];
        for (var i = 0; i < 12; i++)
        {
            if (!float.TryParse(words[i], NumberStyles.Float, CultureInfo.InvariantCulture, out m[i]))
                return null;
        }

        return new Transform(new Matrix4x4(m[0], m[1], m[2], 0, m[3], m[4], m[5], 0, m[6], m[7], m[8], 0, m[9], m[10], m[11], 1));
    }
}
