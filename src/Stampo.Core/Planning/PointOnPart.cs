using Stampo.Core.Geometry;
using Stampo.Core.Wording;

namespace Stampo.Core.Planning;

/// <summary>A place that was picked on the part, mm in the file's axes.</summary>
public sealed record PointOnPart(double X, double Y, double Z)
{
    internal double[] Mm => [X, Y, Z];

    internal Vec3 Point => new(X, Y, Z);

    internal PointOnPart Checked(string field)
    {
        foreach (var mm in Mm)
            Check.Between(mm, -1e6, 1e6, field, "mm", "a place on the part");
        return this;
    }
}
