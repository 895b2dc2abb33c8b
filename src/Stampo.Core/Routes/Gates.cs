using Stampo.Core.Jobs;
using Stampo.Core.Parts;
using Stampo.Core.Printing;
using Stampo.Core.Wording;

namespace Stampo.Core.Routes;

/// <summary>Screens that several routes share, each in words a person would use.</summary>
internal static class Gates
{
    /// <summary>This much of the surface without its draft is edges and lettering.</summary>
    private const double TolerableShare = 0.03;
    private const double LockingShare = 1 / 3d;

    /// <summary>
    /// Thinnest wall against what fills: below <paramref name="atRiskMm"/> is out, below <paramref name="usualMm"/> at risk.
    /// </summary>
    public static Gate ThinnestWall(Job job, double usualMm, double atRiskMm)
    {
        var gate = About(Concern.Wall, "Thinnest wall", usualMm);
        if (job.Part.ThinnestWallMm is not { } wall)
            return gate with
            {
                Verdict = Verdict.NotKnown,
                Reason = $"Not known; {Text.Number(usualMm)} mm is needed.",
                Remedy = "Have it measured, or state the thinnest wall on the Part page.",
            };
        var (shown, needed) = (Text.Number(wall, 3), Text.Number(usualMm));
        if (wall >= usualMm * 0.995)
            return gate with { Reason = $"{shown} mm; {needed} mm is needed." };
        return wall >= atRiskMm * 0.995
            ? gate with
            {
                Verdict = Verdict.AtRisk,
                Reason = $"Walls of {shown} mm may not fill; {needed} mm would.",
                Remedy = $"Thicken to {needed} mm, or accept scrap.",
            }
            : gate with
            {
                Verdict = Verdict.Out,
                Reason = $"Walls of {shown} mm won't fill; {needed} mm would.",
                Remedy = $"Thicken the wall to {needed} mm.",
            };
    }

    /// <summary>The thickest place against what cools or cures sound.</summary>
    public static Gate ThickestSection(Job job, double mostMm, string otherwise, string remedy)
    {
        var gate = About(Concern.Section, "Thickest section", mostMm);
        return job.Part.SectionMm <= mostMm
            ? gate with
            {
                Reason = $"{Text.Number(job.Part.SectionMm, 3)} mm; up to {Text.Number(mostMm)} mm is sound.",
            }
            : gate with
            {
                Verdict = Verdict.AtRisk,
                Reason = $"Sections of {Text.Number(job.Part.SectionMm, 3)} mm {otherwise}; up to {Text.Number(mostMm)} mm is sound.",
                Remedy = remedy,
            };
    }

    /// <summary>The part's sorted sides against a machine's or block's sorted sides.</summary>
    public static Gate FitsInto(Job job, string what, double a, double b, double c)
    {
        double[] part = [job.Part.LengthMm, job.Part.WidthMm, job.Part.HeightMm],
            room = [a, b, c];
        Array.Sort(part);
        Array.Sort(room);
        var fits = part[0] <= room[0] && part[1] <= room[1] && part[2] <= room[2];
        var (size, limit) = (Text.Sides([part[2], part[1], part[0]]), Text.Sides([room[2], room[1], room[0]]));
        var gate = About(Concern.Size, $"Fits {what}");
        return fits
            ? gate with
            {
                Reason = $"{size} into {limit}.",
            }
            : gate with
            {
                Verdict = Verdict.Out,
                Reason = $"{size} is larger than {what} takes ({limit}).",
                Remedy = "Split the part, or have it made on a larger machine.",
            };
    }

    /// <summary>A print that is no larger than the platform, or may be bonded from pieces or bought in.</summary>
    public static Gate Prints(Job job, string name, string what, double[] sidesMm)
    {
        var gate = About(Concern.Size, name);
        double[] sides = [.. sidesMm.OrderDescending()],
            roomMm = PrintBuild.RoomMm(job.Brief.Equipment);
        var (size, room) = (Text.Sides(sides), Text.Sides(roomMm));
        if (PrintBuild.Standing(sides, roomMm) is not null)
            return gate with { Reason = $"The {what} of {size} into a printer of {room}." };
        return sides[0] <= PrintBuild.LargestMm
            ? gate with
            {
                Verdict = Verdict.AtRisk,
                Reason = $"The {what} of {size} is larger than the printer ({room}): printed in pieces and bonded, or bought in.",
                Remedy = "Plan the joints where they show least, or ask a print house with a larger machine.",
            }
            : gate with
            {
                Verdict = Verdict.Out,
                Reason =
                    $"The {what} of {size} is beyond what is bonded or bought in as a print, about {Text.Number(PrintBuild.LargestMm)} mm.",
                Remedy = "Split the part, or make it another way.",
            };
    }

    /// <summary>Draft on a tool that doesn't give; a soft part peels off without.</summary>
    public static Gate Draft(Job job, double neededDeg)
    {
        var gate = About(Concern.Draft, "Draft", neededDeg);
        if (job.Stretches)
            return gate with { Reason = $"A part at {job.Material.Hardness} peels off without." };
        if (job.Part.Measured?.NoDraftShares.Below(neededDeg) is not { } share)
            return gate with
            {
                Verdict = Verdict.NotKnown,
                Reason = $"Not known; {Text.Number(neededDeg)}° is needed.",
                Remedy = "Load a mesh, or look at the draft yourself.",
            };
        return share <= TolerableShare
            ? gate with
            {
                Reason = $"All but {Text.Number(100 * share, 2)} % of the surface has {Text.Number(neededDeg)}° or more.",
            }
            : gate with
            {
                Verdict = Verdict.AtRisk,
                Reason =
                    $"{Text.Number(100 * share, 2)} % of the surface has less than {Text.Number(neededDeg)}°: it drags "
                    + "and scuffs as the tool opens.",
                Remedy = $"Lean the walls {Text.Number(neededDeg)}° along the pull.",
            };
    }

    /// <summary>Draft where no press pushes the part out: a rigid part with much of its surface upright stays in its rigid mold.</summary>
    public static Gate DraftWithoutEjection(Job job, double neededDeg)
    {
        var gate = Draft(job, neededDeg);
        return gate.Verdict == Verdict.AtRisk && job.Part.Measured!.NoDraftShares.Below(neededDeg) is > LockingShare and var share
            ? gate with
            {
                Verdict = Verdict.Out,
                Reason =
                    $"{Text.Number(100 * share, 2)} % of the surface has less than {Text.Number(neededDeg)}°, and nothing "
                    + "pushes a rigid part out of rigid halves.",
            }
            : gate;
    }

    /// <summary>Undercuts in a tool that doesn't stretch; a flexible part may stretch instead.</summary>
    public static Gate UndercutInRigidTool(Job job, string help)
    {
        var gate = About(Concern.Undercut, "Undercuts");
        return job.Part.Undercut switch
        {
            null => UndercutNotKnown,
            Undercut.None => gate with { Reason = None(job) },
            Undercut.Mild when job.Stretches => gate with
            {
                Reason = $"{Depth(job, "Mild")}; the part at {job.Material.Hardness} stretches off.",
            },
            Undercut.Strong when job.Stretches => gate with
            {
                Verdict = Verdict.AtRisk,
                Reason = $"{Depth(job, "Strong")}; even a part at {job.Material.Hardness} may tear coming off.",
                Remedy = "Try one first, or take a softer grade.",
            },
            _ => gate with
            {
                Verdict = Verdict.AtRisk,
                Reason = $"The tool does not stretch: {help}.",
                Remedy = "Remove the undercut from the model.",
            },
        };
    }

    /// <summary>
    /// Silicone stretches over an undercut by its depth against its own wall; a core through a hole is drawn or cut, not stretched.
    /// </summary>
    public static Gate UndercutInSoftMold(Job job, double moldWallMm)
    {
        var gate = About(Concern.Undercut, "Undercuts");
        var cores = Cores(job) is { Length: > 0 } said
            ? $" {said}: silicone goes through as a core, pulled with the mold or cut free."
            : "";
        return job.Part.UndercutIn(moldWallMm) switch
        {
            null => UndercutNotKnown,
            Undercut.Strong => gate with
            {
                Verdict = Verdict.AtRisk,
                Reason = $"{DepthIn(job, "Strong", moldWallMm)}: undercuts like these wear the silicone; its life is taken at 0.6.{cores}",
                Remedy = "Ease the undercut, or add a loose core.",
            },
            Undercut.Mild => gate with { Reason = $"{DepthIn(job, "Mild", moldWallMm)}; the silicone stretches.{cores}" },
            _ => gate with { Reason = $"{None(job)}{cores}" },
        };
    }

    public static Gate NoUndercut(Job job) =>
        job.Part.Undercut switch
        {
            null => UndercutNotKnown,
            Undercut.None => About(Concern.Undercut, "Undercuts") with { Reason = None(job) },
            _ => About(Concern.Undercut, "Undercuts") with
            {
                Verdict = Verdict.Out,
                Reason = "A formed sheet can't leave an undercut on a one-piece mold.",
                Remedy = "Remove the undercut.",
            },
        };

    /// <summary>Sheet and fibre follow open shells only; nobody is taken to have said so who has not.</summary>
    public static Gate OpenShell(Job job, string otherwise) =>
        job.Part.Shape switch
        {
            ShapeClass.OpenShell => new Gate(Verdict.Fits, "Shape", "An open shell of near-constant wall."),
            ShapeClass.Compact => new Gate(Verdict.Out, "Shape", otherwise, "If it is a shell, say so on the Part page."),
            _ when job.Part.Measured is { LooksLikeShell: false } => new Gate(
                Verdict.Out,
                "Shape",
                "The mesh is no open shell of even wall: its walls, bosses or ribs differ too much.",
                "If it is a shell all the same, say so on the Part page."
            ),
            _ => new Gate(
                Verdict.NotKnown,
                "Shape",
                job.Part.Measured is null
                    ? "Nobody has said whether this is an open shell of near-constant wall; until then it leads nothing."
                    : "The mesh looks like an open shell of even wall; until somebody says so it leads nothing.",
                "Answer the question on the Part page."
            )
            {
                HoldsBack = true,
            },
        };

    /// <summary>Slender round holes need cores that a soft mold can't hold up.</summary>
    public static Gate SlenderHoles(Job job)
    {
        var gate = About(Concern.Hole, "Slender holes");
        return job.Part.SlenderHoles switch
        {
            null => gate with
            {
                Verdict = Verdict.NotKnown,
                Reason = "Not known: no mesh was measured.",
                Remedy = "Load a mesh, or look for blind holes more than three times as deep as wide.",
            },
            0 => gate with
            {
                Reason = job.Part.Declared.SlenderHoles is null
                    ? "No blind hole is more than three times as deep as wide."
                    : "None to mold, as stated.",
            },
            { } holes => gate with
            {
                Verdict = Verdict.AtRisk,
                Reason =
                    $"{Text.Count(holes, "blind hole")} more than three times as deep as wide: a silicone core that "
                    + "slender bends; planned with steel pins, or drilled.",
                Remedy = "Steel pins in the mold for wide ones, a third of the depth and a drill for narrow ones.",
            },
        };
    }

    /// <param name="job">What is asked.</param>
    /// <param name="molded">Whether the tool holds them.</param>
    /// <param name="otherwise">What to do when it does not.</param>
    /// <param name="robotFrom">Parts a year from which a robot loads them for less.</param>
    public static Gate Inserts(Job job, bool molded, string otherwise, Func<Job, double>? robotFrom = null) =>
        job.Brief.Inserts == 0 || molded
            ? new Gate(
                Verdict.Fits,
                "Inserts",
                job.Brief.Inserts == 0
                    ? "None asked."
                    : $"{Text.Count(job.Brief.Inserts, "insert")} held in the tool and molded in"
                        + (robotFrom is null ? "." : $"; by hand to about {Text.Number(robotFrom(job), 2)} parts a year, by robot beyond.")
            )
            : new Gate(Verdict.AtRisk, "Inserts", $"{Text.Count(job.Brief.Inserts, "insert")} can't be molded in.", otherwise);

    /// <summary>Hoop stress of a plastic that shrinks onto its inserts, against what it bears for years.</summary>
    public static IEnumerable<Gate> InsertStress(Job job)
    {
        if (job is not { Brief: { Inserts: > 0, InsertSize: { } size }, Material: { Melt.CrazingMpa: { } bears, ModulusMpa: { } modulus } })
            yield break;
        var hoop = AddOns.InsertStress.HoopMpa(modulus, job.Material.ShrinkPct.Likely / 100, size.DiameterMm / 2, size.BossMm / 2);
        var said =
            $"{job.Material.Name} shrinks onto a {Text.Number(size.DiameterMm)} mm insert in a {Text.Number(size.BossMm)} "
            + $"mm boss with {Text.Number(hoop, 3)} MPa; it bears about {Text.Number(bears)} MPa for years";
        yield return hoop <= bears
            ? new Gate(Verdict.Fits, "Insert stress", $"{said}.")
            : new Gate(
                Verdict.AtRisk,
                "Insert stress",
                $"{said}: it will craze.",
                "Warm the inserts, take a tougher plastic, or press them in afterwards."
            );
    }

    /// <summary>What stands in the shop against what this needs.</summary>
    public static Gate InHouse(string name, bool fits, string needs, string has) =>
        fits
            ? new Gate(Verdict.Fits, name, $"In house: {needs} in the {has}.")
            : new Gate(Verdict.AtRisk, name, $"Not in house: {needs} is more than the {has} takes.", "Have it made outside.");

    private static Gate About(Concern concern, string name, double? limit = null) =>
        new(Verdict.Fits, name, "") { Concern = concern, Limit = limit };

    private static Gate UndercutNotKnown =>
        About(Concern.Undercut, "Undercuts") with
        {
            Verdict = Verdict.NotKnown,
            Reason = "Not known: neither measured nor stated.",
            Remedy = "Load a mesh, or state it on the Part page.",
        };

    private static string None(Job job) => job.Part.Declared.Undercut is null ? "None found along the pull." : "None, as stated.";

    private static string Cores(Job job) =>
        job.Part.Measured?.CrossHoles is > 0 and var holes ? $"{Text.Count(holes, "hole")} through, across the pull" : "";

    private static string DepthIn(Job job, string word, double wallMm) =>
        job.Part.Declared.Undercut is null && job.Part.Measured?.UndercutDepthMm is { } depth
            ? $"{word}: {Text.Number(depth, 2)} mm deep, {Text.Number(100 * depth / wallMm, 2)} % of a "
                + $"{Text.Number(wallMm, 2)} mm mold wall"
            : word;

    private static string Depth(Job job, string word) =>
        job.Part.Declared.Undercut is null && job.Part.Measured?.UndercutDepthMm is { } depth
            ? $"{word}, {Text.Number(depth, 2)} mm deep"
            : word;
}
