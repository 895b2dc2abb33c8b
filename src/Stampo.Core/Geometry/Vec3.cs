using System.Runtime.CompilerServices;

namespace Stampo.Core.Geometry;

/// <summary>A point or direction in millimetres (or unit length), double precision.</summary>
public readonly record struct Vec3(double X, double Y, double Z)
{
    /// <summary>Up and down along each axis, z first.</summary>
    internal static readonly Vec3[] Axes = [new(0, 0, 1), new(0, 0, -1), new(1, 0, 0), new(-1, 0, 0), new(0, 1, 0), new(0, -1, 0)];

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Vec3 operator +(Vec3 a, Vec3 b) => new(a.X + b.X, a.Y + b.Y, a.Z + b.Z);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Vec3 operator -(Vec3 a, Vec3 b) => new(a.X - b.X, a.Y - b.Y, a.Z - b.Z);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Vec3 operator *(Vec3 a, double s) => new(a.X * s, a.Y * s, a.Z * s);

    public double Length => Math.Sqrt(Dot(this));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public double Dot(Vec3 b) => X * b.X + Y * b.Y + Z * b.Z;

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public Vec3 Cross(Vec3 b) => new(Y * b.Z - Z * b.Y, Z * b.X - X * b.Z, X * b.Y - Y * b.X);

    /// <summary>x, y, z.</summary>
    public double[] ToArray() => [X, Y, Z];

    public Vec3 Unit() => this * (1 / Length);

    /// <summary>Turned about a unit axis by an angle in radians (Rodrigues 1840).</summary>
    public Vec3 Turned(Vec3 axis, double angle)
    {
        var (sin, cos) = Math.SinCos(angle);
        return this * cos + axis.Cross(this) * sin + axis * (axis.Dot(this) * (1 - cos));
    }

    /// <summary>Two unit directions at right angles to this unit direction and to each other.</summary>
    public (Vec3 U, Vec3 V) Plane()
    {
        var helper = Math.Abs(X) < 0.9 ? new Vec3(1, 0, 0) : new Vec3(0, 1, 0);
        var u = Cross(helper).Unit();
        return (u, Cross(u));
    }
}
