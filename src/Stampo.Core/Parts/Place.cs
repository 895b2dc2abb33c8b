using Stampo.Core.Geometry;
using Stampo.Core.Wording;

namespace Stampo.Core.Parts;

/// <summary>
/// Where on the part something is: the point, the direction to look from (unit, outward), and how much around it to show; mm.
/// </summary>
public sealed record Place(double[] PointMm, double[] From, double RadiusMm)
{
    internal Vec3 Point => new(PointMm[0], PointMm[1], PointMm[2]);

    public static Place Of(Vec3 point, Vec3 from, double radius) => new(point.ToArray(), from.ToArray(), radius);
}

/// <summary>A refusal because of something on the part, with where that is.</summary>
public sealed class PlacedRefusal(string code, string message, string field, Place at) : RefusalException(code, message, field)
{
    public Place At { get; } = at;

    /// <summary>For a plan that stands without what is refused.</summary>
    internal Finding AsFinding() => new(Severity.Fault, Code, Message) { Field = Field, Place = At };
}
