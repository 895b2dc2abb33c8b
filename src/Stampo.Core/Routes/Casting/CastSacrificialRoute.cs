using Stampo.Core.Jobs;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Casting;
using Stampo.Core.Plans.Casting.Filling;
using Stampo.Core.Plans.Casting.PrintedMolds;
using Stampo.Core.Printing;

namespace Stampo.Core.Routes.Casting;

/// <summary>Cast in a thin printed shell that is broken or dissolved off: one shell a part, any undercut.</summary>
public sealed class CastSacrificialRoute : IRoute
{
    public RouteCard Card { get; } =
        new(
            "cast-sacrificial",
            "SS",
            "Cast in a shell broken off",
            "Casting",
            RouteFigure.Layers,
            "A shell printed and lost for every part; layer lines are copied; a tough shell is hard to break."
        );

    public IEnumerable<Gate> Screen(Job job) =>
        [
            Gates.Prints(job, "Fits the shell printer", "shell", PrintCost.SidesMm(job)),
            Gates.ThinnestWall(job, 1.0, 0.8),
            Gates.ThickestSection(job, 20, "run hot and may soften the shell", "Pour a slower grade, or in two steps."),
            Gates.Inserts(job, molded: true, ""),
        ];

    public Made Made => Made.Part;

    public IReadOnlyList<string> Cautions => ["cast-urethane", "resin-printing", "support-bath", "blade"];

    public string? ChangeKey => null;

    public IReadOnlyList<int> CavityChoices(Job job) => [1];

    public RouteEstimate Estimate(Job job, int cavities)
    {
        var yield = job.Figure("sacrificial.yield");
        var shellCm3 = job.Part.AreaCm2 * job.Norm("sacrificial.wall").Likely / 10;
        var build = PrintCost.InResin(job, shellCm3);
        var platform = build.BuildHours(build.OnPlatform);
        var book = new CostBook(job.Rates)
            .Add(ChargedOn.OneOff, "Engineering: shell, fill, score lines", job.Figure("engineering.cast"), "labour.engineer")
            .Add(ChargedOn.Piece, "Shell: resin", PrintCost.MaterialKg(job, shellCm3, PrintCost.ResinDensity), "print.patternResin")
            .Add(ChargedOn.Batch, "Shells: printer time of a platform", platform, "print.machine")
            .AddPieces(job, 1, "sacrificial.shot", "sacrificial.yield")
            .Add(ChargedOn.Piece, "Break or dissolve the shell off", job.Figure("sacrificial.breakOff"), "labour.bench")
            .Add(ChargedOn.Piece, "Finish the show side", PrintCost.FinishHours(job), "labour.bench");
        return new RouteEstimate(
            1,
            book.Lines,
            null,
            yield,
            build.OnPlatform,
            CastingLead.Of(job, Casting(job, 1)),
            Math.Min(20 / (platform.Value.Likely / build.OnPlatform), ShotsADay) * yield.Value.Likely,
            Math.Max(0.3, 0.003 * job.Part.LongestMm)
        )
        {
            FixedBatch = true,
        };
    }

    /// <summary>Poured, cured and broken off by one pair of hands.</summary>
    private const double ShotsADay = 8;

    public IReadOnlyList<RouteMethod> Methods(Job job, int cavities) => [Casting(job, cavities)];

    public CastingMethod Casting(Job job, int cavities) =>
        new(PouredInto.PrintedMold, FillingSchool.Degassed, job.Material.Id, 1, Pouring.ExtraCm3(job), "sacrificial.yield", null)
        {
            Printed = PrintedMoldKind.Sacrificial,
            Made = Made,
        };
}
