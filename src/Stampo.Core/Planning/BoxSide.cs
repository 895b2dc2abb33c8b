using Stampo.Core.Geometry;

namespace Stampo.Core.Planning;

/// <summary>The six sides of the box around a part, by the file's axes.</summary>
public enum BoxSide
{
    PlusX,
    MinusX,
    PlusY,
    MinusY,
    PlusZ,
    MinusZ,
}

/// <summary>What a side is.</summary>
public static class BoxSides
{
    private static readonly string[] Names = ["+x", "−x", "+y", "−y", "+z", "−z"];

    /// <summary>0, 1 or 2 for x, y or z.</summary>
    public static int Axis(this BoxSide side) => (int)side / 2;

    /// <summary>Out of the box.</summary>
    public static Vec3 Direction(this BoxSide side)
    {
        var sign = (int)side % 2 == 0 ? 1 : -1;
        return side.Axis() switch
        {
            0 => new(sign, 0, 0),
            1 => new(0, sign, 0),
            _ => new(0, 0, sign),
        };
    }

    public static string Named(this BoxSide side) => Names[(int)side];
}
