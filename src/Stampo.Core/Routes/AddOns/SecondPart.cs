using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Tooling;
using Stampo.Core.Working;

namespace Stampo.Core.Routes.AddOns;

/// <summary>A soft part molded or cast onto the first: whether it holds, and what it costs.</summary>
internal static class SecondPart
{
    /// <summary>A bond by chemistry, or by what it is locked into.</summary>
    public static Gate? Screen(Job job, bool takesSecond)
    {
        if (job.Brief.SecondMaterial is not { } asked)
            return null;
        if (!takesSecond)
            return new Gate(
                Verdict.AtRisk,
                "Second material",
                "The soft part can't be put on in the tool.",
                "Make it apart and bond or snap it on."
            );
        if (job.Soft is not { } soft)
            return new Gate(
                Verdict.Out,
                "Second material",
                $"No soft material goes with {job.Material.Name} on this route.",
                "Make it apart and bond it on, or choose another soft material."
            );
        var bond = Bond.Between(job.Material.Polymer, soft.Polymer);
        var pair = $"{soft.Name} on {job.Material.Name}";
        return (bond.Strength, asked.Interlocks) switch
        {
            (BondStrength.Good, _) => new Gate(Verdict.Fits, "Second material", $"{pair} bonds well, {bond.Note}."),
            (BondStrength.Fair, _) => new Gate(
                Verdict.AtRisk,
                "Second material",
                $"{pair} bonds fairly: {bond.Note}.",
                "Prove it on samples; add interlocks, plasma or a primer."
            ),
            (_, true) => new Gate(
                Verdict.AtRisk,
                "Second material",
                $"{pair} does not bond: {bond.Note}. Only its interlocks hold it.",
                "Wrap it through holes and around edges, and pull samples."
            ),
            _ => new Gate(
                Verdict.Out,
                "Second material",
                $"{pair} does not bond: {bond.Note}.",
                "Lock it in with holes and wraps, or choose a pair that bonds."
            ),
        };
    }

    /// <summary>A second tool as a share of the first, by the area it shapes; for a two-barrel press one dearer tool instead.</summary>
    public static CostBook AddSecondTool(this CostBook book, Job job, string shareKey)
    {
        if (job is not { Brief.SecondMaterial: { } asked, Soft: not null })
            return book;
        var machine = job.Assist == Assist.Machine;
        var share = job.Figure(machine ? "second.twoBarrelTool" : shareKey);
        var soft = Figure.Given("soft area", asked.AreaCm2, "cm²", "brief/secondMaterial");
        var area = Term.Min(1, Term.Max(0.2, (soft / Figure.Given("surface of the first", job.Part.AreaCm2, "cm²", "part")).Pow(0.7)));
        // A two-barrel tool is both halves and what turns or shuttles them: so many times the single-material tool in all.
        var times = (machine ? share - 1 : share * area).As("softTool", "Tool of the soft part", "×", "against that of the first");
        foreach (var line in book.Lines.Where(l => l.On == ChargedOn.Tool).ToList())
            book.Add(line.Times(times) with { Name = $"Soft part: {char.ToLowerInvariant(line.Name[0])}{line.Name[1..]}" });
        return book;
    }

    /// <summary>Soft plastic and its shot: by hand a second cycle and a carry, on two barrels only a dearer press-hour.</summary>
    public static CostBook AddMoldedSoft(this CostBook book, Job job, int cavities)
    {
        if (job is not { Brief.SecondMaterial: { } asked, Soft: { } soft })
            return book;
        book.AddMaterial(ChargedOn.Piece, "Soft plastic", SoftMass(asked, soft) * (1 + job.Figure("inject.runner")), soft);
        var cycle = PressCycle.Of(job with { Material = soft, Part = SoftBody(job, asked) }, 1, "softCycle", "Cycle of the soft part");
        return job.Assist == Assist.Machine
            ? book.Add(
                ChargedOn.Piece,
                "Second barrel, over a plain press",
                PressCycle.Of(job, 1, "barrelCycle", "Cycle of one cavity").Shared(cavities),
                "second.twoBarrelPress"
            )
            : book.Add(ChargedOn.Piece, "Second shot: press", cycle.Shared(cavities), "inject.press")
                .Add(ChargedOn.Piece, "Carry to the second tool", job.Figure("second.handle"), "labour.bench");
    }

    /// <summary>The soft resin poured on in a second mold, over a scuffed and primed first part.</summary>
    public static CostBook AddCastSoft(this CostBook book, Job job, int cavities, string shotKey) =>
        job is not { Brief.SecondMaterial: { } asked, Soft: { } soft }
            ? book
            : book.AddMaterial(ChargedOn.Piece, "Soft resin", Casting.PourLoss.With(job, SoftMass(asked, soft)), soft)
                .Add(ChargedOn.Piece, "Second pour, shared by its cavities", job.Shot(shotKey, "cast.shotMore", cavities), "labour.bench")
                .Add(ChargedOn.Piece, "Scuff, prime, place", job.Figure("second.scuff"), "labour.bench");

    private static Term SoftMass(Briefs.SecondMaterial asked, Material soft) =>
        Figure.Given("soft part", asked.VolumeCm3, "cm³", "brief/secondMaterial") * soft.Density();

    /// <summary>The soft part as a skin of even thickness.</summary>
    private static Parts.PartFacts SoftBody(Job job, Briefs.SecondMaterial asked) =>
        job.Part with
        {
            VolumeCm3 = asked.VolumeCm3,
            AreaCm2 = 2 * asked.AreaCm2,
            Measured = null,
            Declared = new Parts.PartDeclaration { NominalWallMm = Math.Clamp(10 * asked.VolumeCm3 / asked.AreaCm2, 0.3, 50) },
        };
}
