using Stampo.Core.Jobs;
using Stampo.Core.Routes.AddOns;
using Stampo.Core.Tooling;

namespace Stampo.Core.Routes.Injection;

/// <summary>What a molded piece costs: plastic, its share of a press cycle, attention, inserts.</summary>
internal static class InjectionPieces
{
    public static CostBook AddInjectionPieces(this CostBook book, Job job, int cavities)
    {
        var cycle = PressCycle.Of(job, cavities);
        var kn = PressCycle.Clamp(job, cavities);
        book.Add(ChargedOn.Batch, "Set up and warm up", job.Figure("inject.setup"), "inject.press")
            .Add(ChargedOn.Batch, "Set up: hands", job.Figure("inject.setup"), "labour.bench")
            .AddMaterial(ChargedOn.Piece, "Plastic", PressCycle.PlasticKg(job), job.Material)
            .Add(ChargedOn.Piece, "Press time, smallest press", cycle.Shared(cavities), "inject.press")
            .Add(ChargedOn.Piece, "Press time, for its clamp", (cycle * kn.Likely).Shared(cavities), "inject.pressPerKn")
            .Add(ChargedOn.Piece, "Attend the press", PressCycle.Attended(job, cycle, cavities), "labour.bench")
            .Add(ChargedOn.Piece, "Pack, glance at", job.Figure("inject.pack"), "labour.bench");
        return book.AddMoldedSoft(job, cavities).AddInserts(job, "inject.press").AddSpoiled(job, "inject.yield");
    }
}
