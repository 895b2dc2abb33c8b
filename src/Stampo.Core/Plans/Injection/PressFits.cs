using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Shops;
using Stampo.Core.Tooling;
using Stampo.Core.Wording;

namespace Stampo.Core.Plans.Injection;

/// <summary>Which presses hold the tool, open it far enough and melt its shot.</summary>
internal static class PressFits
{
    private const double LeastShot = 0.2,
        MostShot = 0.8;

    /// <summary>A screw holds about this many of its largest shots.</summary>
    private const double ShotsInBarrel = 1.6;

    /// <summary>Plastics that give off gas when they stand hot.</summary>
    private static readonly HashSet<string> StandNoHeat = ["POM", "PVC"];

    private const double MostMinutes = 5;

    public static IReadOnlyList<PressFit> Of(Job job, ToolLayout layout, ProcessSheet sheet) =>
        [
            .. Ours(job) is { } ours ? [Fit("The brief’s press", ours, isOurs: true, job.Material, layout, sheet)] : (PressFit[])[],
            .. PressClass.All.Select(p => Fit($"{Text.Number(p.Kn)} kN", Said(p), isOurs: false, job.Material, layout, sheet)),
        ];

    private sealed record Press(double? Kn, double? TieX, double? TieY, double? Daylight, double? Stroke, double? ShotCm3);

    private static Press Said(PressClass p) => new(p.Kn, p.TieBarMm, p.TieBarMm, p.DaylightMm, p.StrokeMm, p.ShotCm3);

    private static Press? Ours(Job job)
    {
        double? Says(string figure) => job.Brief.Equipment?.Says(Resource.Press, figure);
        return Says("forceKn") is null
            ? null
            : new Press(Says("forceKn"), Says("tieBarXMm"), Says("tieBarYMm"), Says("daylightMm"), Says("strokeMm"), Says("shotCm3"));
    }

    private static PressFit Fit(string name, Press press, bool isOurs, Material material, ToolLayout layout, ProcessSheet sheet)
    {
        List<string> against = [],
            notKnown = [];
        void Need(double? has, double needs, string what, string unit, string remedy)
        {
            if (has is not { } said)
                notKnown.Add(what);
            else if (said < needs)
                against.Add($"{what} {Text.Number(said)} {unit}, {Text.Number(needs, 3)} needed: {remedy}");
        }

        Need(press.Kn, sheet.ClampKn, "clamp", "kN", "fewer cavities or a larger press");
        // The tool is let down between the bars from above: its short side must pass, lying either way.
        var (wide, high) = (Math.Min(layout.PlateLongMm, layout.PlateWideMm), Math.Max(layout.PlateLongMm, layout.PlateWideMm));
        Need(press.TieX, wide, "between tie bars, wide", "mm", "a narrower base or a larger press");
        if (press.TieX >= wide && press.TieX < high)
            Need(press.TieY, high, "between tie bars, high", "mm", "a shorter base or a larger press");
        Need(press.Daylight, layout.HighMm + layout.OpenMm, "daylight", "mm", "thinner plates or a larger press");
        Need(press.Stroke, layout.OpenMm, "opening stroke", "mm", "a press that opens farther");
        var share = sheet.ShotCm3 / press.ShotCm3;
        if (share is null)
            notKnown.Add("largest shot");
        else if (share > MostShot)
            against.Add($"the shot takes {Text.Number(100 * share.Value, 2)} % of the barrel: 80 at most, or it is not melted evenly");
        else if (share < LeastShot)
            against.Add($"the shot takes {Text.Number(100 * share.Value, 2)} % of the barrel: 20 at least, or the melt stands too long");
        var minutes = press.ShotCm3 * ShotsInBarrel / sheet.ShotCm3 * sheet.CycleS / 60;
        if (minutes > MostMinutes && StandNoHeat.Contains(material.Polymer))
            against.Add($"the melt stands {Text.Number(minutes.Value, 2)} min: {material.Polymer} gives off gas after {MostMinutes}");
        return new PressFit(name, isOurs, against, notKnown, 100 * share, minutes);
    }
}
