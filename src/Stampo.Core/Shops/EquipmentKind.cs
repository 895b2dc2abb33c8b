using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Shops;

/// <summary>A figure that is asked of one kind of equipment.</summary>
/// <param name="Id">As it is kept; it ends in its unit.</param>
/// <param name="Name">As it is asked.</param>
/// <param name="Unit">Its unit.</param>
[Whole]
public sealed record EquipmentFigure(string Id, string Name, string Unit)
{
    public double Least { get; init; }

    public double Most { get; init; } = 10_000;

    /// <summary>Asked no more, and kept where an earlier brief says it: litres, which do not tell what goes in.</summary>
    public bool IsOlder { get; init; }
}

/// <summary>What may stand in a shop, as data: what is asked of it, and how work shares it.</summary>
/// <param name="Id">As machines and operations name it.</param>
/// <param name="Name">In words.</param>
/// <param name="Figures">What is asked of it; what nobody knows is left out.</param>
[Whole]
public sealed record EquipmentKind(string Id, string Name, IReadOnlyList<EquipmentFigure> Figures)
{
    /// <summary>Asked in a brief: it limits what can be made in house.</summary>
    public bool IsInBrief { get; init; }

    /// <summary>Shared out in the shop's week; a cup and a bath are not waited for.</summary>
    public bool IsShared { get; init; }

    /// <summary>Taken to be one where a plan is laid out by itself.</summary>
    public bool IsOneInPlan { get; init; }

    /// <summary>Held only as long as there are hands at it.</summary>
    public bool IsHeldByHand { get; init; }

    /// <summary>It says itself when it is over: the minutes it runs alone are an estimate.</summary>
    public bool SaysWhenDone { get; init; }
}

/// <summary>All kinds of equipment. One more is one more entry of equipment.json.</summary>
public static class EquipmentKinds
{
    public static IReadOnlyList<EquipmentKind> All { get; } = EmbeddedJson.List<EquipmentKind>("equipment");

    private static readonly Dictionary<string, EquipmentKind> ById = All.ToDictionary(k => k.Id);

    /// <summary>Null for hands, and for what is not known here.</summary>
    public static EquipmentKind? Find(string id) => ById.GetValueOrDefault(id);

    /// <summary>Figures of one kind as they may be kept; refused by name where something can't be.</summary>
    public static void Check(string id, IReadOnlyDictionary<string, double?> figures, string at, string kindAt)
    {
        var kind =
            Find(Wording.Check.Given(id, kindAt))
            ?? throw new RefusalException(
                "shop.kind",
                $"\"{id}\" is no kind of equipment. Known: {string.Join(", ", All.Select(k => k.Id))}.",
                kindAt
            );
        foreach (var (name, said) in Wording.Check.Given(figures, at))
        {
            var field = $"{at}.{name}";
            var figure =
                kind.Figures.FirstOrDefault(f => f.Id == name)
                ?? throw new RefusalException(
                    "shop.figure",
                    $"\"{name}\" is not asked here. {kind.Name}: {string.Join(", ", kind.Figures.Select(f => f.Id))}.",
                    field
                );
            if (said is not { } value)
                continue;
            if (figure.Least > 0)
                Wording.Check.Between(value, figure.Least, figure.Most, field, figure.Unit, $"{kind.Name}, {figure.Name}");
            else
                Wording.Check.Positive(value, field, figure.Unit, figure.Most);
        }
    }
}
