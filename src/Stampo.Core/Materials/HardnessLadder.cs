using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Materials;

/// <summary>The simplified section a feel is worked out on.</summary>
public enum LadderSection
{
    /// <summary>A tab held at one end, loaded at the other.</summary>
    Cantilever,

    /// <summary>A disc pressed between two plates it does not slide on.</summary>
    Pad,

    /// <summary>A ring pushed over a post.</summary>
    Ring,

    /// <summary>A strip squeezed shut between two faces it does not slide on.</summary>
    Seal,
}

/// <summary>
/// What it must do: under <paramref name="LoadN"/> a tab sags or a pad gives by <paramref name="GiveMm"/>; a ring is pushed with that
/// load over a post of <paramref name="PostMm"/>; a strip is squeezed shut with it. Lengths in mm; those a section doesn't have are left
/// out.
/// </summary>
[Whole]
public sealed record LadderRequest(
    LadderSection Section,
    double? LoadN = null,
    double? GiveMm = null,
    double? LengthMm = null,
    double? WidthMm = null,
    double? ThicknessMm = null,
    double? DiameterMm = null,
    double? HeightMm = null,
    double? PostMm = null
);

/// <summary>A hardness to try in a material on hand, with the two components of one sample.</summary>
/// <param name="MaterialId">In the library.</param>
/// <param name="Name">Of the material.</param>
/// <param name="ShoreA">Its hardness.</param>
/// <param name="ModulusMpa">Its stiffness.</param>
/// <param name="SampleG">To mix.</param>
/// <param name="PartAG">Of it A.</param>
/// <param name="PartBG">Of it B.</param>
/// <param name="PotLifeMin">To pour within.</param>
/// <param name="DemoldH">Before it comes out.</param>
/// <param name="Tint">Paste that tells the samples apart on the table.</param>
/// <param name="TintG">Stirred into A and weighed on top of it.</param>
public sealed record LadderRung(
    string MaterialId,
    string Name,
    double ShoreA,
    double ModulusMpa,
    double SampleG,
    double PartAG,
    double PartBG,
    double PotLifeMin,
    double DemoldH,
    string Tint,
    double TintG
);

/// <param name="ModulusMpa">What the section asks for.</param>
/// <param name="ShoreA">The hardness that has it, held between 20 and 90.</param>
/// <param name="OffScale">The modulus asked lies outside what the formula covers.</param>
/// <param name="Rungs">Three to five hardnesses around it, the softest first.</param>
/// <param name="Working">How it came about.</param>
public sealed record LadderAnswer(
    double ModulusMpa,
    double ShoreA,
    bool OffScale,
    IReadOnlyList<LadderRung> Rungs,
    IReadOnlyList<WorkLine> Working
);

/// <summary>From what a soft part must do to hardnesses to try.</summary>
public static class HardnessLadder
{
    private const double Softest = 20,
        Hardest = 90;

    /// <summary>From the softest to the hardest; as many as there are rungs at most.</summary>
    private static readonly string[] Tints = ["white", "yellow", "red", "blue", "black"];

    /// <summary>Paste for a hundred of A; less than a scale shows is not weighed.</summary>
    private const double TintPct = 1,
        ScaleStepG = 0.1;

    /// <summary>A 30° lead-in and rubber on a dry post.</summary>
    private const double LeadInDeg = 30,
        Friction = 0.5;

    /// <summary>A sample is poured with a gate and what stays in the cup.</summary>
    private const double Extra = 1.25;

    /// <summary>Less is not mixed true in a cup.</summary>
    private const double LeastG = 20;

    public static LadderAnswer Of(LadderRequest request, IReadOnlyList<Material> library)
    {
        Check.Positive(
            request.LoadN ?? throw new RefusalException("input.missing", "The load is missing; every section needs it.", "loadN"),
            "loadN",
            "N",
            100_000
        );
        var sheet = new Worksheet();
        var (modulus, volumeCm3) = request.Section switch
        {
            LadderSection.Cantilever => Cantilever(request, sheet),
            LadderSection.Pad => Pad(request, sheet),
            LadderSection.Seal => Seal(request, sheet),
            _ => Ring(request, sheet),
        };
        var shore = Stiffness.GentShoreA(modulus.Value.Likely);
        var held = sheet
            .Line(
                "shore",
                "Hardness to start from",
                Term.Min(Hardest, Term.Max(Softest, Stiffness.ShoreA(modulus))),
                "Shore A",
                "Gent (1958), indentation of rubber, the other way round"
            )
            .Value.Likely;
        return new LadderAnswer(modulus.Value.Likely, held, shore is < Softest or > Hardest, Rungs(held, volumeCm3, library), sheet.Lines);
    }

    /// <summary>k = F/δ = 3EI/L³, I = w·t³/12.</summary>
    private static (Figure, double) Cantilever(LadderRequest r, Worksheet sheet)
    {
        double give = Length(r.GiveMm, "giveMm"),
            l = Length(r.LengthMm, "lengthMm"),
            w = Length(r.WidthMm, "widthMm"),
            t = Length(r.ThicknessMm, "thicknessMm");
        var inertia = sheet.Line("inertia", "Second moment", Mm("w", w) * Mm("t", t).Pow(3) / 12, "mm⁴", "beam theory");
        var modulus = sheet.Line(
            "modulus",
            "Young's modulus",
            Force(r) * Mm("L", l).Pow(3) / (3 * inertia * Mm("δ", give)),
            "MPa",
            "beam theory"
        );
        return (modulus, l * w * t / 1000);
    }

    /// <summary>Apparent modulus Ea = E·(1 + 2·S²), shape factor S = D/4h.</summary>
    private static (Figure, double) Pad(LadderRequest r, Worksheet sheet)
    {
        double give = Length(r.GiveMm, "giveMm"),
            d = Length(r.DiameterMm, "diameterMm"),
            h = Length(r.HeightMm, "heightMm");
        if (give > 0.5 * h)
            throw new RefusalException(
                "input.out-of-range",
                $"giveMm is {Text.Number(give)} mm of a pad {Text.Number(h)} mm high; the formula holds to half its "
                    + "height. Ask for less, or make it higher.",
                "giveMm"
            );
        var area = Math.PI * d * d / 4;
        var shape = sheet.Line("shape", "Shape factor", Mm("D", d) / (4 * Mm("h", h)), "", "bonded rubber pad");
        var modulus = Squeezed(r, sheet, Figure.Given("A", area, "mm²"), (Mm("h", h), Mm("δ", give)), shape);
        return (modulus, area * h / 1000);
    }

    /// <summary>Ring tension E·ε·w·t presses on the post with 2π times itself; the lead-in turns that into a push of tan(α + φ).</summary>
    private static (Figure, double) Ring(LadderRequest r, Worksheet sheet)
    {
        double d = Length(r.DiameterMm, "diameterMm"),
            w = Length(r.WidthMm, "widthMm"),
            t = Length(r.ThicknessMm, "thicknessMm"),
            post = Length(r.PostMm, "postMm");
        if (post <= d)
            throw new RefusalException(
                "input.out-of-range",
                $"The post ({Text.Number(post)} mm) is no wider than the ring's bore ({Text.Number(d)} mm): nothing to snap over.",
                "postMm"
            );
        var strain = sheet.Line(
            "strain",
            "Stretch of the bore",
            (Mm("post", post) - Mm("bore", d)) / Mm("bore", d),
            "",
            "ring under tension"
        );
        var ramp = Figure.Given("tan(α + φ)", Math.Tan(LeadInDeg * Math.PI / 180 + Math.Atan(Friction)), "");
        var modulus = sheet.Line(
            "modulus",
            "Young's modulus",
            Force(r) / (2 * Math.PI * strain * Mm("w", w) * Mm("t", t) * ramp),
            "MPa",
            "ring under tension on a 30° lead-in, friction 0.5"
        );
        return (modulus, Math.PI * (d + t) * w * t / 1000);
    }

    /// <summary>A strip on its face: Ea = E·(1 + 2·S²), S = w·l/(2·h·(w + l)), loaded area over free sides.</summary>
    private static (Figure, double) Seal(LadderRequest r, Worksheet sheet)
    {
        double give = Length(r.GiveMm, "giveMm"),
            l = Length(r.LengthMm, "lengthMm"),
            w = Length(r.WidthMm, "widthMm"),
            h = Length(r.HeightMm, "heightMm");
        if (give > MostSqueeze * h)
            throw new RefusalException(
                "input.out-of-range",
                $"{Text.Number(give)} mm off a strip {Text.Number(h)} mm high is more than "
                    + $"{Text.Number(100 * MostSqueeze)} %; a seal is squeezed by 15 to 30 %. Ask for less, or make it higher.",
                "giveMm"
            );
        var area = w * l;
        var shape = sheet.Line(
            "shape",
            "Shape factor",
            Mm("w", w) * Mm("l", l) / (2 * Mm("h", h) * (Mm("w", w) + Mm("l", l))),
            "",
            "bonded rubber pad"
        );
        var modulus = Squeezed(r, sheet, Mm("w", w) * Mm("l", l), (Mm("h", h), Mm("δ", give)), shape);
        return (modulus, area * h / 1000);
    }

    /// <summary>A pad bonded or held on both faces is stiffer than its rubber by its shape.</summary>
    private static Figure Squeezed(LadderRequest r, Worksheet sheet, Term area, (Figure High, Figure Give) mm, Figure shape)
    {
        const string source = "bonded rubber pad";
        var apparent = sheet.Line("apparent", "Apparent modulus", Force(r) * mm.High / (area * mm.Give), "MPa", source);
        return sheet.Line("modulus", "Young's modulus", apparent / (1 + 2 * shape.Pow(2)), "MPa", source);
    }

    private const double MostSqueeze = 0.4;

    private static double Load(LadderRequest r) => r.LoadN!.Value;

    private static double Length(double? value, string field) =>
        value is { } length
            ? Check.Positive(length, field, "mm", 10_000)
            : throw new RefusalException("input.missing", $"{field} is missing; this section needs it.", field);

    private static Figure Mm(string name, double value) => Figure.Given(name, value, "mm");

    private static Figure Force(LadderRequest r) => Figure.Given("F", Load(r), "N");

    /// <summary>The castable elastomers nearest to the hardness, softest first.</summary>
    private static List<LadderRung> Rungs(double shoreA, double volumeCm3, IReadOnlyList<Material> library) =>
        [
            .. library
                .Where(m => m is { Cast: not null, IsSoft: true, ShoreScale: ShoreScale.A })
                .OrderBy(m => Math.Abs(m.ShoreValue - shoreA))
                .DistinctBy(m => m.ShoreValue)
                .Take(Tints.Length)
                .OrderBy(m => m.ShoreValue)
                .Select(
                    (m, i) =>
                    {
                        var (grams, cast) = (Math.Ceiling(Math.Max(LeastG, volumeCm3 * m.DensityGPerCm3 * Extra) * 10) / 10, m.Cast!);
                        // By volume or by weight alike: a cup of so many grams in these proportions; the batch card refines it.
                        var a = grams * cast.RatioA / (cast.RatioA + cast.RatioB);
                        return new LadderRung(
                            m.Id,
                            m.Name,
                            m.ShoreValue,
                            Stiffness.GentMpa(Math.Min(m.ShoreValue, 99)),
                            grams,
                            a,
                            grams - a,
                            cast.PotLifeMin,
                            cast.DemoldH,
                            Tints[i],
                            Math.Max(ScaleStepG, Math.Round(a * TintPct / 100, 1))
                        );
                    }
                ),
        ];
}
