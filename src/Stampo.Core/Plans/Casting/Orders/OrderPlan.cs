using System.Text.Json.Serialization;
using Stampo.Core.Parts;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Casting.Batches;
using Stampo.Core.Reference;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Casting.Orders;

/// <summary>What is chosen about the whole order.</summary>
public sealed record OrderChoices
{
    /// <summary>Good parts wanted; null: as decided.</summary>
    public int? Parts { get; init; }

    public int Molds { get; init; } = 1;

    /// <summary>What a kit of A and B is sold in.</summary>
    public IReadOnlyList<double> PacksKg { get; init; } = [1, 5, 20];

    /// <summary>Months a closed pack keeps.</summary>
    public double ShelfMonths { get; init; } = 6;

    /// <summary>Filled by syringe when given: what it holds.</summary>
    public double? SyringeMl { get; init; }

    public OrderChoices Checked()
    {
        if (Parts is { } parts)
            Check.Between(parts, 1, 1_000_000, "order.parts", "parts", "an order of at least one");
        Check.Between(Molds, 1, 60, "order.molds", "molds", "used in turn");
        Planning.Packs.Checked(PacksKg, "order.packsKg");
        Check.Between(ShelfMonths, 0.5, 60, "order.shelfMonths", "months", "how long a closed pack keeps");
        if (SyringeMl is { } syringe)
            Check.Between(syringe, 1, 5000, "order.syringeMl", "mL", "from a small syringe to a caulking gun");
        return this;
    }
}

/// <param name="Parts">Good parts wanted.</param>
/// <param name="Shots">Of all molds together: parts ÷ (cavities × yield), whole.</param>
/// <param name="ResinKg">To mix for all shots.</param>
/// <param name="AKg">Of it A.</param>
/// <param name="BKg">Of it B.</param>
/// <param name="FillerKg">Pigment and filler.</param>
/// <param name="Packs">To buy.</param>
/// <param name="LeftKg">What stays over.</param>
/// <param name="Expires">Last day of what is bought on the first.</param>
/// <param name="SyringeFills">Fills of the syringe for one shot; null when poured.</param>
/// <param name="ToolSets">Molds worn out over the order, by the likely life.</param>
/// <param name="Messages">What to mind.</param>
/// <param name="Working">How it came about.</param>
public sealed record OrderPlan(
    int Parts,
    int Shots,
    double ResinKg,
    [property: JsonPropertyName("aKg")] double AKg,
    [property: JsonPropertyName("bKg")] double BKg,
    double FillerKg,
    IReadOnlyList<PackCount> Packs,
    double LeftKg,
    DateOnly Expires,
    int? SyringeFills,
    int ToolSets,
    IReadOnlyList<Finding> Messages,
    IReadOnlyList<WorkLine> Working
)
{
    /// <param name="choices">What is chosen.</param>
    /// <param name="parts">Good parts, when the choice does not say.</param>
    /// <param name="cavities">In one mold.</param>
    /// <param name="yield">Share of good parts on this route.</param>
    /// <param name="shot">What one shot weighs.</param>
    /// <param name="lifeShots">Likely shots of one mold.</param>
    /// <param name="today">The day it is bought.</param>
    public static OrderPlan Of(
        OrderChoices choices,
        int parts,
        int cavities,
        Rate yield,
        CastingBatchAnswer shot,
        double? lifeShots,
        DateOnly today
    )
    {
        choices.Checked();
        var wanted = choices.Parts ?? parts;
        var sheet = new Worksheet();
        var ordered = Figure.Given("parts", wanted, "parts", "plan/order.parts");
        var all = sheet.Line(
            "shots",
            "Shots",
            Term.Ceiling(ordered / (Figure.Given("cavities", cavities, "", "plan/pour.cavities") * yield.Figure.Likely)),
            "shots",
            "shots are whole"
        );
        var shots = (int)all.Value.Likely;
        var resin = sheet.Line(
            "orderKg",
            "Resin for the order",
            all * Figure.Given("weighed for a shot", shot.WeighedG, "g"),
            "kg",
            "each shot as the batch card has it"
        );
        var kg = resin.Value.Likely;
        var packs = Planning.Packs.For(kg, choices.PacksKg);
        var bought = Figure.Given("packs", packs.Sum(p => p.Count * p.PackKg), "kg", "plan/order.packsKg");
        var left = sheet.Line("leftKg", "Left over", bought - resin, "kg", "least left over, then fewest packs").Value.Likely;
        int? fills = choices.SyringeMl is { } ml ? (int)Math.Ceiling(shot.PouredCm3 / ml - 1e-9) : null;
        var sets = lifeShots is { } life ? (int)Math.Ceiling(shots / life - 1e-9) : 1;
        return new OrderPlan(
            wanted,
            shots,
            kg,
            shots * shot.AG / 1000,
            shots * shot.BG / 1000,
            shots * shot.FillerG / 1000,
            packs,
            left,
            today.AddDays((int)(choices.ShelfMonths * 30.4)),
            fills,
            sets,
            [.. MessagesOn(choices, sets, fills)],
            sheet.Lines
        );
    }

    /// <summary>Said when the last shot is later than what is bought on the first day keeps.</summary>
    public Finding? ExpiresBefore(DateOnly lastShot) =>
        lastShot <= Expires
            ? null
            : new Finding(
                Severity.Warning,
                "expires",
                $"The last shot is on {lastShot:d MMM yyyy}, after what is bought now expires ({Expires:d MMM yyyy}). Buy "
                    + "in two lots; note each lot on its shots."
            );

    private static IEnumerable<Finding> MessagesOn(OrderChoices choices, int sets, int? fills)
    {
        if (sets > choices.Molds)
            yield return new(
                Severity.Warning,
                "molds-wear",
                $"By its likely life the order takes {Text.Count(sets, "mold")}: {(sets == 2 ? "one" : $"{sets - 1}")} will be worn out "
                    + "on the way. All are planned and bought; make the next before the last one goes."
            );
        if (fills > 1)
            yield return new(
                Severity.Note,
                "syringe",
                $"{fills} fills of the syringe for one shot: load the next while the first goes in, from the low end."
            );
    }
}
