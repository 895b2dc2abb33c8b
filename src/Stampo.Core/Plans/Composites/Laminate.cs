using System.Text.Json.Serialization;
using MathNet.Numerics.LinearAlgebra;
using Stampo.Core.Wording;

namespace Stampo.Core.Plans.Composites;

/// <summary>A layer with its stiffness along its fibre, across it, in shear; a core is one with the same both ways.</summary>
[Whole]
public sealed record LaminaPly(
    double AngleDeg,
    double ThicknessMm,
    [property: JsonPropertyName("e1Gpa")] double E1Gpa,
    [property: JsonPropertyName("e2Gpa")] double E2Gpa,
    [property: JsonPropertyName("g12Gpa")] double G12Gpa,
    [property: JsonPropertyName("nu12")] double Nu12,
    [property: JsonPropertyName("densityGPerCm3")] double DensityGPerCm3
);

/// <summary>Plies from the bottom up.</summary>
public sealed record LaminateRequest(IReadOnlyList<LaminaPly> Plies);

/// <param name="ThicknessMm">Of all plies.</param>
/// <param name="A">Stiffness in its plane, N/mm.</param>
/// <param name="B">How stretching bends it, N.</param>
/// <param name="D">Stiffness in bending, N·mm.</param>
/// <param name="ExGpa">As one plate would have along x, free to bend.</param>
/// <param name="EyGpa">Along y.</param>
/// <param name="GxyGpa">In shear.</param>
/// <param name="Nuxy">Contraction along y when stretched along x.</param>
/// <param name="MassKgPerM2">Of a square metre.</param>
/// <param name="Symmetric">Stretching does not bend it: it cures flat.</param>
/// <param name="Balanced">Stretching does not shear it.</param>
public sealed record LaminateAnswer(
    double ThicknessMm,
    double[][] A,
    double[][] B,
    double[][] D,
    double ExGpa,
    double EyGpa,
    double GxyGpa,
    double Nuxy,
    [property: JsonPropertyName("massKgPerM2")] double MassKgPerM2,
    bool Symmetric,
    bool Balanced
);

/// <summary>
/// Classical lamination theory: each ply's plane stiffness turned to the axes of the plate, summed over the thickness (A), its first moment
/// about the middle (B) and its second (D). Apparent moduli come from the inverse of the whole, so that coupling counts.
/// </summary>
public static class Laminate
{
    private const int MostPlies = 500;

    /// <summary>Of the largest stiffness there is: what doubles round away.</summary>
    private const double Rounding = 1e-9;

    public static LaminateAnswer Of(LaminateRequest request)
    {
        var plies = Check.Whole(request.Plies, "plies");
        Check.Between(plies.Count, 1, MostPlies, "plies", "plies", "one at least");
        for (var i = 0; i < plies.Count; i++)
            Checked(plies[i], $"plies[{i}]");
        var thick = plies.Sum(p => p.ThicknessMm);
        var (a, b, d) = (Empty(), Empty(), Empty());
        var bottom = -thick / 2;
        foreach (var ply in plies)
        {
            var (q, top) = (Turned(ply), bottom + ply.ThicknessMm);
            a += q * (top - bottom);
            b += q * ((top * top - bottom * bottom) / 2);
            d += q * ((top * top * top - bottom * bottom * bottom) / 3);
            bottom = top;
        }

        var inverse = Matrix<double>
            .Build.DenseOfMatrixArray(
                new[,]
                {
                    { a, b },
                    { b, d },
                }
            )
            .Inverse();
        var most = a.Enumerate().Max(Math.Abs);
        double Gpa(int at) => 1 / (thick * inverse[at, at]) / 1000;
        return new LaminateAnswer(
            thick,
            Rows(a, most),
            Rows(b, most * thick),
            Rows(d, most * thick * thick),
            Gpa(0),
            Gpa(1),
            Gpa(2),
            -inverse[0, 1] / inverse[0, 0],
            plies.Sum(p => p.ThicknessMm * p.DensityGPerCm3),
            b.Enumerate().All(x => Math.Abs(x) <= Rounding * most * thick),
            Math.Abs(a[0, 2]) <= Rounding * most && Math.Abs(a[1, 2]) <= Rounding * most
        );
    }

    private static void Checked(LaminaPly ply, string at)
    {
        Check.Between(ply.AngleDeg, -360, 360, $"{at}.angleDeg", "°", "an angle to the x axis of the plate");
        Check.Between(ply.ThicknessMm, 1e-3, 1_000, $"{at}.thicknessMm", "mm", "from a veil to a core");
        Check.Between(ply.E1Gpa, 1e-4, 2_000, $"{at}.e1Gpa", "GPa", "foam 0.05, glass 38, carbon 125");
        Check.Between(ply.E2Gpa, 1e-4, 2_000, $"{at}.e2Gpa", "GPa", "across the fibre");
        Check.Between(ply.G12Gpa, 1e-5, 1_000, $"{at}.g12Gpa", "GPa", "in shear");
        Check.Between(ply.DensityGPerCm3, 0.01, 25, $"{at}.densityGPerCm3", "g/cm³", "foam 0.06, laminates near 1.9");
        var limit = Math.Sqrt(ply.E1Gpa / ply.E2Gpa);
        if (!(Math.Abs(ply.Nu12) < limit))
            throw new RefusalException(
                "laminate.poisson",
                $"Poisson's ratio of {Text.Number(ply.Nu12)} can't be: with these moduli it lies between ±{Text.Number(limit, 3)}.",
                $"{at}.nu12"
            );
    }

    private static Matrix<double> Empty() => Matrix<double>.Build.Dense(3, 3);

    /// <summary>Plane stiffness in MPa, turned by the angle of the ply: T⁻¹·Q·R·T·R⁻¹.</summary>
    private static Matrix<double> Turned(LaminaPly p)
    {
        var left = 1 - p.Nu12 * p.Nu12 * p.E2Gpa / p.E1Gpa;
        var (q11, q22, q12, q66) = (1000 * p.E1Gpa / left, 1000 * p.E2Gpa / left, 1000 * p.Nu12 * p.E2Gpa / left, 1000 * p.G12Gpa);
        var (sin, cos) = Math.SinCos(p.AngleDeg * Math.PI / 180);
        var (c2, s2, cs) = (cos * cos, sin * sin, cos * sin);
        var both = q12 + 2 * q66;
        var q16 = (q11 - both) * c2 * cs - (q22 - both) * s2 * cs;
        var q26 = (q11 - both) * s2 * cs - (q22 - both) * c2 * cs;
        var turned12 = (q11 + q22 - 4 * q66) * s2 * c2 + q12 * (s2 * s2 + c2 * c2);
        return Matrix<double>.Build.DenseOfArray(
            new[,]
            {
                { q11 * c2 * c2 + 2 * both * s2 * c2 + q22 * s2 * s2, turned12, q16 },
                { turned12, q11 * s2 * s2 + 2 * both * s2 * c2 + q22 * c2 * c2, q26 },
                { q16, q26, (q11 + q22 - 2 * q12 - 2 * q66) * s2 * c2 + q66 * (s2 * s2 + c2 * c2) },
            }
        );
    }

    /// <summary>What rounding left of nought is nought.</summary>
    private static double[][] Rows(Matrix<double> of, double most) =>
        [.. of.EnumerateRows().Select(row => row.Select(x => Math.Abs(x) <= Rounding * most ? 0 : x).ToArray())];
}
