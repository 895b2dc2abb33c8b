using Stampo.Core.Parts;
using Stampo.Core.Working;

namespace Stampo.Core.Routes;

/// <summary>Screens that several routes share, each in words a person would use.</summary>
internal static class Gates
{
    /// <summary>Thinnest declared wall against what fills: below <paramref name="atRiskMm"/> is out, below <paramref name="usualMm"/> at risk.</summary>
    public static Gate ThinnestWall(Job job, double usualMm, double atRiskMm)
    {
        if (job.Part.Declared.ThinnestWallMm is not { } wall)
            return new Gate(Verdict.Fits, "Thinnest wall", $"Not stated; {Text.Number(usualMm)} mm is needed.", "State the thinnest wall on the Part page.");
        if (wall >= usualMm)
            return new Gate(Verdict.Fits, "Thinnest wall", $"{Text.Number(wall)} mm; {Text.Number(usualMm)} mm is needed.");
        return wall >= atRiskMm
            ? new Gate(Verdict.AtRisk, "Thinnest wall", $"Walls of {Text.Number(wall)} mm may not fill; {Text.Number(usualMm)} mm would.", $"Thicken to {Text.Number(usualMm)} mm, or accept scrap.")
            : new Gate(Verdict.Out, "Thinnest wall", $"Walls of {Text.Number(wall)} mm won't fill; {Text.Number(usualMm)} mm would.", $"Thicken the wall to {Text.Number(usualMm)} mm.");
    }

    /// <summary>The part's sorted sides against a machine's or block's sorted sides.</summary>
    public static Gate FitsInto(Job job, string what, double a, double b, double c)
    {
        double[] part = [job.Part.LengthMm, job.Part.WidthMm, job.Part.HeightMm], room = [a, b, c];
        Array.Sort(part);
        Array.Sort(room);
        var fits = part[0] <= room[0] && part[1] <= room[1] && part[2] <= room[2];
        var size = $"{Text.Number(part[2])} × {Text.Number(part[1])} × {Text.Number(part[0])} mm";
        var limit = $"{Text.Number(room[2])} × {Text.Number(room[1])} × {Text.Number(room[0])} mm";
        return fits
            ? new Gate(Verdict.Fits, $"Fits {what}", $"{size} into {limit}.")
            : new Gate(Verdict.Out, $"Fits {what}", $"{size} is larger than {what} takes ({limit}).", "Split the part, or have it made on a larger machine.");
    }

    /// <summary>Undercuts in a tool that doesn't stretch; a flexible part may stretch instead.</summary>
    public static Gate UndercutInRigidTool(Job job, string help)
    {
        var soft = job.Material.Hardness.OnOneScale <= 90;
        return job.Part.Declared.Undercut switch
        {
            Undercut.None => new Gate(Verdict.Fits, "Undercuts", "None stated."),
            Undercut.Mild when soft => new Gate(Verdict.Fits, "Undercuts", $"Mild; the part at {job.Material.Hardness} stretches off."),
            Undercut.Strong when soft => new Gate(Verdict.AtRisk, "Undercuts", $"Strong; even a part at {job.Material.Hardness} may tear coming off.", "Try one first, or take a softer grade."),
            _ => new Gate(Verdict.AtRisk, "Undercuts", $"The tool does not stretch: {help}.", "Remove the undercut from the model."),
        };
    }

    public static Gate UndercutInSoftMold(Job job) => job.Part.Declared.Undercut switch
    {
        Undercut.Strong => new Gate(Verdict.AtRisk, "Undercuts", "Strong undercuts wear the silicone; its life is taken at 0.6.", "Ease the undercut, or add a loose core."),
        Undercut.Mild => new Gate(Verdict.Fits, "Undercuts", "Mild; the silicone stretches."),
        _ => new Gate(Verdict.Fits, "Undercuts", "None stated."),
    };

    public static Gate Inserts(Job job, bool molded, string otherwise) =>
        job.Brief.Inserts == 0 || molded
            ? new Gate(Verdict.Fits, "Inserts", job.Brief.Inserts == 0 ? "None asked." : $"{Text.Count(job.Brief.Inserts, "insert")} held in the tool and molded in.")
            : new Gate(Verdict.AtRisk, "Inserts", $"{Text.Count(job.Brief.Inserts, "insert")} can't be molded in.", otherwise);
}
