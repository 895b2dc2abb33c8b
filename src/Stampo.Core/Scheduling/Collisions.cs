using Stampo.Core.Wording;

namespace Stampo.Core.Scheduling;

/// <summary>Which demands collide, in words.</summary>
internal static class Collisions
{
    public static Collision OfBlock(ShopJob job, WorkBlock block, Ledger ledger)
    {
        var (first, last) = (block.Steps[0].Operation.Name, block.Steps[^1].Operation.Name);
        var what = block.Steps.Count == 1 ? $"“{first}”" : $"“{first}” to “{last}”, which follow at once,";
        if (!ledger.HasPeople)
            return new("schedule.nobody", job.Id, $"{job.Title}: {what} needs hands, and the shop names nobody.", ["Name who works here."]);
        var hands = block.HandsTo - block.HandsFrom;
        if (hands > ledger.LongestDay)
            return new(
                "schedule.longer-than-a-day",
                job.Id,
                $"{job.Title}: {what} takes one person {Text.Duration(hands)} at a stretch, and nobody is there longer than "
                    + $"{Text.Duration(ledger.LongestDay)}.",
                ["Fewer cavities or charges in a shot.", "Longer hours on the Shop page."]
            );
        if (block.Holds.FirstOrDefault(h => h.AtC is not null) is { AtC: { } celsius })
            return new(
                "schedule.too-hot",
                job.Id,
                $"{job.Title}: {what} needs an oven at {Text.Number(celsius)} °C, and none of the shop's goes so high.",
                ["A cure at a temperature an oven has.", "An oven that reaches it."]
            );
        return new(
            "schedule.no-time",
            job.Id,
            $"{job.Title}: {what} finds no time within {Ledger.HorizonDays} days.",
            ["People who are there.", "A later date."]
        );
    }
}
