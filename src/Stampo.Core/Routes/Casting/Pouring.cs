using Stampo.Core.Jobs;
using Stampo.Core.Plans.Casting;
using Stampo.Core.Plans.Casting.Filling;
using Stampo.Core.Plans.Casting.Life;
using Stampo.Core.Printing;
using Stampo.Core.Ranges;
using Stampo.Core.Routes.AddOns;
using Stampo.Core.Working;

namespace Stampo.Core.Routes.Casting;

/// <summary>What casting routes share: a resin mixed by hand, poured, cured, trimmed.</summary>
internal static class Pouring
{
    /// <summary>Resin per part made, with gate, risers, reservoir and what stays in the pot.</summary>
    public static Term ResinKg(Job job) => PourLoss.With(job, job.PartMass() * (1 + job.Figure("cast.gateShare")));

    public static CostBook AddPieces(this CostBook book, Job job, int cavities, string shotKey, string yieldKey)
    {
        return book.AddMaterial(ChargedOn.Piece, "Casting resin", ResinKg(job), job.Material)
            .Add(ChargedOn.Piece, "One shot, shared by its cavities", job.Shot(shotKey, "cast.shotMore", cavities), "labour.bench")
            .Add(ChargedOn.Piece, "Trim gate and risers", job.Figure("cast.trim"), "labour.bench")
            .AddCastSoft(job, cavities, shotKey)
            .AddInserts(job)
            .AddSpoiled(job, yieldKey);
    }

    public static double PartsPerDay(Job job, int cavities, ThreePoint yield) => ShotRate.ByHand(DemoldH(job)) * cavities * yield.Likely;

    /// <summary>Hours in the mold at 23 °C.</summary>
    public static double DemoldH(Job job) => job.Material.Cast?.DemoldH ?? 16;

    /// <summary>Gate, risers and reservoir of one part.</summary>
    public static double ExtraCm3(Job job) => Math.Round(job.Part.VolumeCm3 * job.Norm("cast.gateShare").Likely, 1);

    /// <summary>The life of this route's molds with everything that wears them; slender holes stand on steel pins or are drilled.</summary>
    public static MoldLife Life(Job job, CastingMethod method, double moldWallMm) =>
        SoftMoldLife.Of(
            job,
            method,
            new MoldWear(
                job.Material,
                job.Part.UndercutIn(moldWallMm),
                method.Into == PouredInto.SiliconeMold ? 0 : job.Part.SlenderHoles ?? 0,
                23
            )
        );

    /// <summary>The printed and finished patterns that the mold is poured around, printed side by side.</summary>
    public static CostBook AddPatterns(this CostBook book, Job job, int patterns)
    {
        var build = PrintCost.InResin(job, job.Part.VolumeCm3);
        Term Times(Term each, double grows = 1) => each.ForAll(patterns, "patterns", grows);
        book.Add(
                ChargedOn.OneOff,
                "Pattern: resin",
                Times(PrintCost.MaterialKg(job, job.Part.VolumeCm3, PrintCost.ResinDensity)),
                "print.patternResin"
            )
            .Add(ChargedOn.OneOff, "Pattern: printer time", build.Hours(patterns), "print.machine")
            .Add(ChargedOn.OneOff, "Pattern: finish the show side", Times(PrintCost.FinishHours(job)), "labour.bench")
            .Add(ChargedOn.OneOff, "Pattern: clean the back", Times(job.Figure("pattern.back")), "labour.bench");
        // Several are washed, sealed and tried together, but not in the time of one.
        book.Add(ChargedOn.OneOff, "Pattern: post-cure, seal, prove", Times(job.Figure("pattern.prove"), 0.6), "labour.bench");
        book.AddPrice(ChargedOn.OneOff, "Pattern: primer, filler, paper, barrier coat", "pattern.consumables", Times(1));
        if (build.BondHours(patterns) is { } bond)
            book.Add(ChargedOn.OneOff, "Pattern: bond and fair the pieces", bond, "labour.bench");
        return book.Add(ChargedOn.Tool, "Refresh the pattern", Times(job.Figure("cast.refresh")), "labour.bench");
    }
}
