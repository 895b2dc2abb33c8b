using System.Text.Json.Serialization;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Plans.Casting.Batches;
using Stampo.Core.Plans.Casting.Filling;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Casting.Zones;

/// <summary>A zone that is chosen, with its resin and, where a mesh tells, what of the part lies below its height.</summary>
public sealed record ZoneToPour(PourZone Chosen, Material Resin, double? BelowCm3);

/// <summary>What all zones are poured into and with.</summary>
/// <param name="First">The resin that is poured first.</param>
/// <param name="PartCm3">What resin fills in one part in all.</param>
/// <param name="SolidCm3">Volume of the part with what is cast in.</param>
/// <param name="HeightMm">Height as cast.</param>
/// <param name="MoldC">What the mold stands at between pours.</param>
/// <param name="BatchOf">The cups for so much of a resin in each part; with the risers when it is the last to rise in them.</param>
public sealed record ZonedPart(
    Material First,
    double PartCm3,
    double SolidCm3,
    double HeightMm,
    double MoldC,
    Func<Material, double, bool, CastingBatchAnswer> BatchOf
);

/// <param name="Name">Which zone.</param>
/// <param name="Resin">What it is poured of.</param>
/// <param name="Cm3">In one part.</param>
/// <param name="Batch">Its cups, for all cavities of a shot.</param>
/// <param name="GelsAfterMin">The pour under it holds its shape, min after it.</param>
/// <param name="BondsUntilMin">Until then it bonds by itself; later it is scuffed and primed.</param>
/// <param name="WaitMin">Planned.</param>
/// <param name="Primed">It waits past the window: the face is scuffed and primed.</param>
/// <param name="HardwareFirst">Hardware is set on the pour under it.</param>
/// <param name="Bond">How the two hold by chemistry.</param>
/// <param name="Messages">What to mind.</param>
public sealed record PlannedZone(
    string Name,
    [property: JsonIgnore] Material Resin,
    [property: JsonPropertyName("cm3")] double Cm3,
    CastingBatchAnswer Batch,
    double GelsAfterMin,
    double BondsUntilMin,
    double WaitMin,
    bool Primed,
    bool HardwareFirst,
    Bond Bond,
    IReadOnlyList<Finding> Messages
);

/// <summary>Several resins in one part: what the first one fills, and each zone after it in the order of pouring.</summary>
/// <param name="First">The cups of what is poured first.</param>
/// <param name="Zones">Then these.</param>
/// <param name="Working">How it came about.</param>
public sealed record ZonesPlan(CastingBatchAnswer First, IReadOnlyList<PlannedZone> Zones, IReadOnlyList<WorkLine> Working)
{
    /// <summary>Poured sooner the two run together: a gel holds its shape after about twice its working time.</summary>
    private const double GelTimes = 2;

    public static ZonesPlan Of(IReadOnlyList<ZoneToPour> zones, ZonedPart part)
    {
        var sheet = new Worksheet();
        var volumes = Volumes(zones, part, sheet);
        var rises = LastToRise(zones);
        var first = part.BatchOf(part.First, volumes[0], rises < 0);
        var (under, before) = (part.First, first);
        List<PlannedZone> planned = [];
        for (var i = 0; i < zones.Count; i++)
        {
            var batch = part.BatchOf(zones[i].Resin, volumes[i + 1], rises == i);
            sheet.Take([.. batch.Working.Select(line => Of(line, i + 1, zones[i].Chosen.Name))]);
            planned.Add(Zone(zones[i], volumes[i + 1], batch, (under, before), part, (sheet, i + 1)));
            (under, before) = (zones[i].Resin, batch);
        }

        return new ZonesPlan(first, planned, sheet.Lines);
    }

    /// <summary>Told apart from the first pour's and the other zones'; what the resin's data sheet says is changed by its choice.</summary>
    private static WorkLine Of(WorkLine line, int zone, string name) =>
        line with
        {
            Id = $"zone{zone}-{line.Id}",
            Name = $"{name}: {line.Name}",
            Inputs =
            [
                .. line.Inputs.Select(i =>
                    i with
                    {
                        From = i.From is { } from ? $"zone{zone}-{from}" : null,
                        ChangeAt = OfDataSheet.Contains(i.ChangeAt) ? $"plan/zones[{zone - 1}].materialId" : i.ChangeAt,
                    }
                ),
            ],
        };

    private static readonly string?[] OfDataSheet = ["plan/pour.densityGPerCm3", "plan/pour.ratio", "plan/pour.potLifeMin"];

    /// <summary>Risers and reservoir stand over the highest zone; without one by height, over the first pour.</summary>
    private static int LastToRise(IReadOnlyList<ZoneToPour> zones) =>
        zones.Select((z, i) => z.Chosen.By == ZoneBounds.Height ? i : -1).DefaultIfEmpty(-1).Max();

    /// <summary>Of the first pour, then of each zone, in one part.</summary>
    private static double[] Volumes(IReadOnlyList<ZoneToPour> zones, ZonedPart part, Worksheet sheet)
    {
        var stated = zones.Where(z => z.Chosen.By != ZoneBounds.Height).Sum(z => z.Chosen.Cm3!.Value);
        var poured = part.PartCm3 - stated;
        if (poured <= 0)
            throw new RefusalException(
                "zone.too-large",
                $"The zones take {Text.Number(stated)} cm³; the resin of one part is {Text.Number(part.PartCm3)} cm³. Check their volumes.",
                "zones"
            );
        var volumes = new double[zones.Count + 1];
        var (layer, below, at) = (0, 0.0, 0.0);
        for (var i = 0; i < zones.Count; i++)
        {
            if (zones[i].Chosen is not { By: ZoneBounds.Height, FromMm: { } from })
            {
                volumes[i + 1] = zones[i].Chosen.Cm3!.Value;
                continue;
            }

            RefuseBadHeight(from, at, part.HeightMm, i);
            // A layer holds its share of what resin fills: things cast in and pockets are spread over all layers alike.
            var share = zones[i].BelowCm3 is { } cm3 ? Math.Min(1, cm3 / part.SolidCm3) : from / part.HeightMm;
            volumes[layer] = (share - below) * poured;
            (layer, below, at) = (i + 1, share, from);
        }

        volumes[layer] = (1 - below) * poured;
        for (var i = 0; i <= zones.Count; i++)
            Write(sheet, i, volumes[i], i == 0 ? null : zones[i - 1], part);
        return volumes;
    }

    private static void Write(Worksheet sheet, int i, double cm3, ZoneToPour? zone, ZonedPart part)
    {
        var name = zone is null ? $"{part.First.Name}, poured first" : zone.Chosen.Name;
        var all = Figure.Given("resin in a part", part.PartCm3, "cm³", "part");
        var ofLayer = Figure.Given("share of the part in this layer", cm3 / part.PartCm3, "share");
        var stated = Figure.Given("stated", cm3, "cm³", $"plan/zones[{i - 1}].cm3");
        sheet.Line(
            $"zone{i}Cm3",
            name,
            zone is null || zone.Chosen.By == ZoneBounds.Height ? all * ofLayer : stated,
            "cm³",
            zone switch
            {
                { Chosen.By: ZoneBounds.Mesh } => $"volume of {zone.Chosen.MeshName ?? "the second mesh"}",
                { Chosen.By: ZoneBounds.Pocket } => "stated",
                { BelowCm3: null } => "share of the height: the part was declared, not read",
                _ => "what of the mesh lies between the two heights as cast; things cast in and pockets off all layers alike",
            }
        );
    }

    private static void RefuseBadHeight(double from, double above, double height, int index)
    {
        if (from <= above || from >= height)
            throw new RefusalException(
                "zone.height",
                $"A zone at {Text.Number(from)} mm: the part stands {Text.Number(height)} mm high as cast, and each zone begins over the "
                    + $"one before it ({Text.Number(above)} mm). Put the zones in the order they are poured.",
                $"zones[{index}].fromMm"
            );
    }

    private static PlannedZone Zone(
        ZoneToPour zone,
        double cm3,
        CastingBatchAnswer batch,
        (Material Resin, CastingBatchAnswer Batch) under,
        ZonedPart part,
        (Worksheet Sheet, int Number) at
    )
    {
        var cast = under.Resin.Cast!;
        var working = under.Batch.Charges.Max(c => c.WorkingTimeMin) ?? cast.PotLifeMin;
        var from = at.Number == 1 ? "plan/pour.materialId" : $"plan/zones[{at.Number - 2}].materialId";
        var gels = at
            .Sheet.Line(
                $"zone{at.Number}Gels",
                $"{under.Resin.Name} has gelled",
                GelTimes * Figure.Given("working time", working, "min", at.Number == 1 ? "plan/pour.potLifeMin" : from),
                "min",
                "bench practice: it holds its shape then; try it on what is left in the cup"
            )
            .Value.Likely;
        var bonds = at
            .Sheet.Line(
                $"zone{at.Number}Bonds",
                $"The next pour bonds to {under.Resin.Name} by itself until",
                Figure.Given("hours to handling strength", HandlingTime.Hours(cast, part.MoldC), "h", from),
                "min",
                "while it is green it still takes hold; the resin's data sheet goes first"
            )
            .Value.Likely;
        var wait = zone.Chosen.WaitMin ?? Math.Ceiling(gels);
        var bond = Bond.Between(under.Resin.Polymer, zone.Resin.Polymer);
        return new PlannedZone(
            zone.Chosen.Name,
            zone.Resin,
            cm3,
            batch,
            gels,
            bonds,
            wait,
            wait > bonds,
            zone.Chosen.HardwareFirst,
            bond,
            [.. Messages(zone, under.Resin, (gels, bonds, wait), bond), .. Slowest(zone, part.First), .. batch.Messages]
        );
    }

    private static IEnumerable<Finding> Slowest(ZoneToPour zone, Material first)
    {
        if (zone.Resin.Cast!.DemoldH > first.Cast!.DemoldH)
            yield return new(
                Severity.Note,
                "zone-slowest",
                $"{zone.Resin.Name} cures slower than {first.Name}: the part comes out when it can be handled."
            );
    }

    private static IEnumerable<Finding> Messages(
        ZoneToPour zone,
        Material under,
        (double Gels, double Bonds, double Wait) minutes,
        Bond bond
    )
    {
        var name = zone.Chosen.Name;
        if (minutes.Wait < minutes.Gels)
            yield return new(
                Severity.Fault,
                "zone-runs-together",
                $"{name} would be poured {Text.Duration(minutes.Wait)} after {under.Name}, which gels after about "
                    + $"{Text.Duration(minutes.Gels)}: the two run together. Wait until it holds a print."
            );
        if (minutes.Wait > minutes.Bonds)
            yield return new(
                Severity.Warning,
                "zone-late",
                $"After {Text.Duration(minutes.Bonds)} {under.Name} is too far cured for {name} to bond to by itself: scuffing and priming "
                    + "its face are planned. Pour sooner, or draw interlocks."
            );
        if (bond.Strength == BondStrength.Poor)
            yield return new(
                Severity.Warning,
                "zone-bond",
                $"{zone.Resin.Name} does not hold on {under.Name}: {bond.Note}. Draw interlocks that carry the load, and try one piece."
            );
        if (zone is { Chosen.By: ZoneBounds.Height, BelowCm3: null })
            yield return new(
                Severity.Note,
                "zone-declared",
                $"The part was declared, not read: {name} is counted by its share of the height. Fill a mold with "
                    + "water to the line to know."
            );
    }
}
