namespace Stampo.Core.Geometry;

/// <summary>An axis-aligned box.</summary>
public readonly record struct Box(Vec3 Min, Vec3 Max)
{
    public Vec3 Size => Max - Min;

    public Vec3 Centre => (Min + Max) * 0.5;

    public double Diagonal => Size.Length;

    public bool Holds(Box inner) =>
        Min.X <= inner.Min.X
        && Min.Y <= inner.Min.Y
        && Min.Z <= inner.Min.Z
        && Max.X >= inner.Max.X
        && Max.Y >= inner.Max.Y
        && Max.Z >= inner.Max.Z;

    /// <summary>The box of no points: any box around it is that other box.</summary>
    public static Box Nothing { get; } =
        new(
            new Vec3(double.PositiveInfinity, double.PositiveInfinity, double.PositiveInfinity),
            new Vec3(double.NegativeInfinity, double.NegativeInfinity, double.NegativeInfinity)
        );

    public bool Holds(Vec3 point) => Holds(new Box(point, point));

    public Box Around(Vec3 point) => Around(new Box(point, point));

    public Box Around(Box other) =>
        new(
            new Vec3(Math.Min(Min.X, other.Min.X), Math.Min(Min.Y, other.Min.Y), Math.Min(Min.Z, other.Min.Z)),
            new Vec3(Math.Max(Max.X, other.Max.X), Math.Max(Max.Y, other.Max.Y), Math.Max(Max.Z, other.Max.Z))
        );
}
