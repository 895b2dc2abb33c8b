using System.Text.Json.Nodes;

namespace Stampo.Server.Shop;

/// <summary>
/// Machines and a brief's equipment as earlier releases kept them: every figure of every kind side by side, null where not known.
/// </summary>
internal static class EarlierEquipment
{
    private static readonly string[] Named = ["id", "kind", "name", "figures"];

    /// <summary>What a brief called each figure.</summary>
    private static readonly (string Kind, string Figure, string Was)[] OfBriefs =
    [
        ("chamber", "diameterMm", "chamberDiameterMm"),
        ("chamber", "zMm", "chamberHeightMm"),
        ("chamber", "litres", "chamberLitres"),
        ("chamber", "pumpM3PerH", "pumpM3PerH"),
        ("pot", "diameterMm", "potDiameterMm"),
        ("pot", "zMm", "potHeightMm"),
        ("pot", "litres", "potLitres"),
        ("pot", "plateKpa", "potRatedKpa"),
        ("oven", "xMm", "ovenXMm"),
        ("oven", "yMm", "ovenYMm"),
        ("oven", "zMm", "ovenZMm"),
        ("oven", "highestC", "ovenHighestC"),
        ("oven", "litres", "ovenLitres"),
        ("scale", "capacityG", "scaleCapacityG"),
        ("scale", "stepG", "scaleStepG"),
        ("printer", "xMm", "printerXMm"),
        ("printer", "yMm", "printerYMm"),
        ("printer", "zMm", "printerZMm"),
        ("press", "forceKn", "pressKn"),
        ("frame", "xMm", "sheetLengthMm"),
        ("frame", "yMm", "sheetWidthMm"),
    ];

    public static void OfShopByKind(JsonObject shop)
    {
        foreach (var machine in shop["machines"]?.AsArray().OfType<JsonObject>() ?? [])
        {
            var figures = new JsonObject();
            foreach (var (name, value) in machine.Where(f => !Named.Contains(f.Key)).ToList())
            {
                machine.Remove(name);
                if (value is not null)
                    figures[name] = value;
            }

            machine["figures"] ??= figures;
        }
    }

    public static void OfBriefByKind(JsonObject brief)
    {
        if (brief["equipment"] is not JsonObject equipment)
            return;
        var figures = equipment["figures"] as JsonObject ?? [];
        foreach (var (kind, figure, was) in OfBriefs)
        {
            if (!equipment.Remove(was, out var value) || value is null)
                continue;
            if (figures[kind] is not JsonObject of)
                figures[kind] = of = [];
            of[figure] = value;
        }

        if (figures.Parent is null)
            equipment["figures"] = figures;
    }
}
