namespace Stampo.Core.Geometry;

/// <summary>An axis-aligned box.</summary>
public readonly record struct Box(Vec3 Min, Vec3 Max)
{
    public Vec3 Size => Max - Min;

    public Vec3 Centre => (Min + Max) * 0.5;

    public double Diagonal => Size.Length;

    public bool Holds(Box inner) =>
        Min.X <= inner.Min.X && Min.Y <= inner.Min.Y && Min.Z <= inner.Min.Z
        && Max.X >= inner.Max.X && Max.Y >= inner.Max.Y && Max.Z >= inner.Max.Z;
}
