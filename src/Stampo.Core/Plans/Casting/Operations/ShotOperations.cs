using Stampo.Core.Jobs;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Casting.Batches;
using Stampo.Core.Plans.Casting.Enclosed;
using Stampo.Core.Plans.Casting.Filling;
using Stampo.Core.Plans.Casting.Patterns;
using Stampo.Core.Plans.Casting.PrintedMolds;
using Stampo.Core.Plans.Casting.Zones;
using Stampo.Core.Shops;
using Stampo.Core.Wording;

namespace Stampo.Core.Plans.Casting.Operations;

/// <summary>One shot: make ready, weigh, mix, fill, cure, take out, trim.</summary>
internal static class ShotOperations
{
    private const int MostCharges = 12;

    private const double DissolveMin = 8 * 60,
        PredegasMin = 15,
        WeighedMin = 60,
        WarmMin = 10,
        LoadMin = 1.5,
        PrepareMin = 1,
        ClothAndBoothMin = 10,
        CleanKeepsMin = 8 * 60;

    public static IEnumerable<Operation> Of(CastingFigures plan, CastingChoices choices, Job job)
    {
        var (filling, chamber) = (plan.Filling, plan.Filling.School == FillingSchool.Chamber);
        var charges = Charges(plan.Batch, "", plan, choices, job.Material.Name).ToList();
        if (chamber)
        {
            // Weighed and degassed apart first: no clock runs yet. The mold is released, loaded and shut before it is warmed.
            yield return charges[0];
            yield return Predegas(charges[0].Id);
        }

        if (Inserts(plan, job) is > 0 and var inserts)
            yield return Prepare(inserts);
        if (plan.FilledPrint is null)
            yield return Close(plan, job);
        if (chamber)
            yield return Warm(filling.CureC, choices.Pour.ResinC);
        foreach (var operation in chamber ? charges.Skip(1).Select(o => FromWarm(o)) : charges)
            yield return operation;
        foreach (var operation in Zones(plan, choices))
            yield return operation;
        yield return Cure(plan, choices).AtOnceAfter(Filled(plan));
        if (!IsShell(plan) && plan.FilledPrint is null)
            yield return new("loosen", Repeats.EachShot, "Loosen with air between mold and part, gently", 2)
            {
                Lags = [NotBeforeHandling(plan)],
                Cautions = ["air"],
            };
        yield return new(
            "demold",
            Repeats.EachShot,
            TakeOut(plan),
            plan.FilledPrint is null ? 10 * SiliconeOperations.Several(choices) : 5 * choices.Pour.Cavities,
            plan.Printed?.Kind == PrintedMoldKind.Soluble ? DissolveMin : 0
        )
        {
            Lags = [NotBeforeHandling(plan)],
            Asks = Ask.Ticks("edges, tears and dull places of the mold looked at"),
            Cautions = plan.Printed?.Kind switch
            {
                PrintedMoldKind.Soluble => ["support-bath"],
                { } kind when kind.IsBroken() => ["splinters"],
                _ => ["blade"],
            },
        };
        yield return new(
            "trim",
            Repeats.EachShot,
            plan.FilledPrint is null ? "Trim gate and risers" : "Cut the overfill flush, pocket walls off",
            60 * job.Norm("cast.trim").Likely * choices.Pour.Cavities
        )
        {
            Asks = [Ask.Count("good, rework, scrap")],
            Cautions = ["blade"],
        };
        if (plan.Enclosed.CleanMin > 0)
            yield return new(
                "clean-guards",
                Repeats.EachShot,
                "Clean contacts and threads by hand",
                plan.Enclosed.CleanMin * choices.Pour.Cavities
            );
    }

    private static Operation Predegas(string weighed) =>
        new("predegas", Repeats.EachShot, "Degas A and B apart, before any clock", 4, PredegasMin)
        {
            Detail = "3 to 30 min, until each is still.",
            Holds = Hold.Of(Resource.Hands, Resource.Chamber),
            Asks = Ask.TicksAfter("both still, nothing rises"),
            Cautions = ["vacuum", "cast-urethane"],
            Lags = [Lag.BeginsWithin(WeighedMin, weighed, "weighing")],
        };

    private static Operation Warm(double moldC, double resinC) =>
        new("warm", Repeats.EachShot, $"Mold, shut, into the oven at {Text.Number(moldC)} °C, resin at {Text.Number(resinC)} °C", 5, 60)
        {
            Holds = [Hold.Hands, Hold.OvenAt(moldC)],
            Asks = [Ask.Oven(moldC, CastingOperations.OvenHoldsC)],
            Cautions = ["oven", "hot-mold"],
        };

    /// <summary>A warm mold is poured before it cools.</summary>
    private static Operation FromWarm(Operation operation) =>
        operation.Id == "mix-1" ? operation with { Lags = [Lag.BeginsWithin(WarmMin, "warm", "the oven"), .. operation.Lags] } : operation;

    private static int Inserts(CastingFigures plan, Job job) => job.Brief.Inserts * plan.Batch.Charges.Sum(c => c.Cavities);

    /// <summary>Resin holds on clean, rough metal only, and metal that lies about is soon neither.</summary>
    private static Operation Prepare(int inserts) =>
        new("inserts", Repeats.EachShot, $"Blast, degrease, prime {Text.Count(inserts, "insert")}", ClothAndBoothMin + PrepareMin * inserts)
        {
            Detail =
                "Blast or abrade what the resin grips, threads masked; wipe with solvent, gloves from then on. "
                + "Prime as the resin's data sheet asks for this metal, and let it dry.",
            Asks = Ask.Ticks("matt and dry all round, threads clean"),
            Cautions = ["dust", "spray"],
        };

    private static Operation Close(CastingFigures plan, Job job)
    {
        var later = plan.Zones.Any(z => z.HardwareFirst);
        var things = later ? [] : Loaded(plan);
        var cavities = plan.Batch.Charges.Sum(c => c.Cavities);
        var all = Inserts(plan, job);
        var inserts = all > 0 ? $"{Text.Count(all, "insert")} on {(all == 1 ? "its pin" : "their pins")}, one by one. " : "";
        var pins = (plan.Pattern?.Holes.Count(h => h.Advice == HoleAdvice.Pin) ?? 0) * cavities;
        if (pins > 0)
            inserts += $"{Text.Count(pins, "steel pin")} in {(pins == 1 ? "its hole" : "their holes")}. ";
        var open = later || DegassedOpen(plan);
        var loaded = things.Count > 0 ? $"{string.Join("; ", things)}. " : "";
        var released =
            plan.Printed is null ? "Thin mist of release; bands or clamps even all round."
            : IsShell(plan) ? "A shell is used once: no release where it is broken off, a thin coat where it is dissolved."
            : "Release in every corner, two coats; bolts even.";
        return new(
            "close",
            Repeats.EachShot,
            later ? "Release; leave open what the hardware goes in by"
                : open ? "Release, load; leave the filled half open"
                : "Release, load, close the mold",
            10 + (LoadMin * (all + pins)) + 5 * things.Count * cavities
        )
        {
            Detail = inserts + loaded + released,
            Asks = Ask.Ticks([
                .. pins > 0 ? new[] { "every pin in, down to its stop" } : [],
                .. plan.Printed is { HasThirdPiece: true } ? ["the third piece in its seat, held by band or tape"] : Array.Empty<string>(),
                later ? "level, open upward"
                : open ? "groove upward, level"
                : IsShell(plan) ? "shell whole, tight at its foot"
                : "halves in line all round, a light behind thin walls",
            ]),
            Cautions = ["spray"],
            Lags = all > 0 ? [Lag.BeginsWithin(CleanKeepsMin, "inserts", "priming")] : [],
        };
    }

    private static List<string> Loaded(CastingFigures plan) => [.. plan.Enclosed.Things.Select(t => $"{t.Name} {t.Hold}")];

    /// <summary>A deep groove filled by syringe is degassed once more before the mold is shut.</summary>
    private static bool DegassedOpen(CastingFigures plan) =>
        plan.Order.SyringeFills is not null && plan.Filling.DegassesInCup && plan.FilledPrint is null;

    /// <summary>Each zone once the one under it has gelled: hardware set, or a late face primed, then its own cups.</summary>
    private static IEnumerable<Operation> Zones(CastingFigures plan, CastingChoices choices)
    {
        for (var i = 0; i < plan.Zones.Count; i++)
        {
            var under = i == 0 ? Last(plan, plan.Batch, "") : Last(plan, plan.Zones[i - 1].Batch, ZoneId(i - 1));
            var before = "";
            foreach (var operation in Zone(plan.Zones[i], ZoneId(i), plan, choices))
            {
                // Nothing waits for the night between the gel and the next cup.
                yield return before == "" ? operation.AtOnceAfter(under)
                : operation.Lags.Count > 0 ? operation
                : operation with { Lags = [Lag.BeginsWithin(WithinBond(plan.Zones[i]), before, "it")] };
                before = operation.Id;
            }
        }
    }

    private static IEnumerable<Operation> Zone(PlannedZone zone, string id, CastingFigures plan, CastingChoices choices)
    {
        yield return new($"gel-{id}", Repeats.EachShot, $"Let it gel before {zone.Name} is poured", 0, zone.WaitMin)
        {
            Holds = [],
            Detail = $"It bonds by itself until {Text.Duration(zone.BondsUntilMin)} after the pour. Try it on what is left in the cup.",
            Asks = Ask.TicksAfter("holds a print, does not run when tilted"),
        };
        if (zone.Primed)
            yield return new($"prime-{id}", Repeats.EachShot, $"Scuff and prime the face for {zone.Name}", PrimeMin)
            {
                Detail = "Matt all over, dust off with a dry cloth, primer as its sheet says, thin and dry.",
                Asks = Ask.Ticks("matt, dry, no dust"),
                Cautions = ["dust", "spray"],
            };
        if (zone.HardwareFirst)
            yield return new($"set-{id}", Repeats.EachShot, "Set the hardware on the gelled layer", SetMin * choices.Pour.Cavities)
            {
                Detail =
                    string.Concat(Loaded(plan).Select(thing => $"{thing}. "))
                    + "Clean, primed where the resin's sheet asks; pressed in until it stands by itself. Close what was left open.",
                Asks = Ask.Ticks("every piece seated, none floats"),
            };
        foreach (var operation in Charges(zone.Batch, id, plan, choices, zone.Resin.Name))
            yield return operation with
            {
                Name = $"{operation.Name}: {zone.Name}",
            };
    }

    /// <summary>What is left of the window once it has gelled; within two hours of it in any case.</summary>
    private static double WithinBond(PlannedZone zone) =>
        zone.Primed ? PrimedMin : Math.Clamp(zone.BondsUntilMin - zone.WaitMin, 1, PrimedMin);

    private static string ZoneId(int index) => $"z{index + 1}-";

    private const double PrimeMin = 15,
        SetMin = 5,
        PrimedMin = 120;

    private static IEnumerable<Operation> Charges(
        CastingBatchAnswer batch,
        string zone,
        CastingFigures plan,
        CastingChoices choices,
        string resin
    )
    {
        var charges = batch.Charges;
        for (var i = 0; i < Math.Min(charges.Count, MostCharges); i++)
        {
            // Beyond a dozen cups the last card stands for all that are left.
            var times = i == MostCharges - 1 ? charges.Count - i : 1;
            var card = new Card(charges[i], zone, i + 1, charges.Count, times);
            foreach (var operation in Charge(card, plan, choices, resin).OnOneClock($"mix-{card.Id}"))
                yield return operation;
        }
    }

    /// <summary>One cup's card; beyond a dozen the last one stands for several.</summary>
    private sealed record Card(Charge Charge, string Zone, int Number, int Of, int Times)
    {
        public string Id => $"{Zone}{Number}";

        public string Said =>
            Of == 1 ? ""
            : Times > 1 ? $", charges {Number} to {Of}"
            : $", charge {Number} of {Of}";
    }

    private static IEnumerable<Operation> Charge(Card card, CastingFigures plan, CastingChoices choices, string resin)
    {
        var (charge, number, times, said) = (card.Charge, card.Id, card.Times, card.Said);
        var steps = choices.Pour.Steps;
        yield return new($"weigh-{number}", Repeats.EachShot, $"Weigh A and B in their own cups{said}", 4 * times)
        {
            Detail = charge.FillerG > 0 ? "Stir pigment or filler into A first, dry." : null,
            Holds = Hold.Of(Resource.Hands, Resource.Scale),
            Asks =
            [
                Ask.Weigh("A", charge.AG, $"{resin}, A"),
                Ask.Weigh("B", charge.BG, $"{resin}, B"),
                .. charge.FillerG > 0 ? new[] { Ask.Weigh("filler in A", charge.FillerG) } : [],
                .. Ask.Ticks("lids back on, cups dry"),
            ],
            Cautions = ["cast-urethane"],
        };
        yield return new(
            $"mix-{number}",
            Repeats.EachShot,
            $"Mix{(plan.Filling.School == FillingSchool.Chamber ? " under vacuum" : "")}{said}: the clock starts",
            steps.MixMin * times
        )
        {
            Detail =
                plan.Filling.School == FillingSchool.Chamber ? "A resin that gases as it mixes is calmed by a short flood of air." : null,
            Asks = Ask.Ticks(
                plan.Filling.School == FillingSchool.Chamber
                    ? "stirred without streaks; sides were scraped before the lid was on"
                    : "sides and bottom scraped"
            ),
            Lags = [Lag.BeginsWithin(WeighedMin, $"weigh-{number}", "weighing")],
            Cautions = ["cast-urethane"],
        };
        if (plan.Filling.DegassesInCup)
            yield return new($"degas-{number}", Repeats.EachShot, $"Degas{said}", steps.DegasMin * times)
            {
                Holds = Hold.Of(Resource.Hands, Resource.Chamber, Resource.Vessel),
                Asks = [Ask.Vacuum(choices.Filling.ToMbar), .. Ask.Ticks("rose and fell back")],
                Cautions = ["vacuum"],
            };
        yield return new(
            $"pour-{number}",
            Repeats.EachShot,
            $"{Fill(plan, choices)}{said}",
            (steps.LoadMin + steps.PourMinPerCavity * charge.Cavities) * times
        )
        {
            Holds = plan.Filling.School == FillingSchool.Chamber ? Hold.Of(Resource.Hands, Resource.Chamber) : [Hold.Hands],
            Asks = Ask.Ticks($"risers show resin, reservoir stands {Text.Number(choices.Filling.OverfillMm, 2)} mm over"),
            Lags = WithinPotLife(charge, number, times),
            Cautions = plan.Filling.School == FillingSchool.Chamber ? ["vacuum", "cast-urethane"] : ["cast-urethane"],
        };
        if (!DegassedOpen(plan))
            yield break;
        yield return new($"degas-open-{number}", Repeats.EachShot, $"Degas the open half again{said}", steps.SecondDegasMin * times)
        {
            Holds = Hold.Of(Resource.Hands, Resource.Chamber),
            Asks = [Ask.Vacuum(choices.Filling.ToMbar), .. Ask.Ticks("no bubble left in the groove")],
            Cautions = ["vacuum"],
        };
        yield return new($"shut-{number}", Repeats.EachShot, $"Close and clamp{said}", ShutMin * times)
        {
            Lags = WithinPotLife(charge, number, times),
            Asks = Ask.Ticks("halves in line all round"),
        };
    }

    private const double ShutMin = 1;

    /// <summary>What a cure is held at, where it is not the room.</summary>
    private static IEnumerable<Ask> Held(CastingFigures plan, CastingChoices choices)
    {
        if (plan.Filling.CureC > 30)
            yield return Ask.Oven(plan.Filling.CureC, CastingOperations.OvenHoldsC);
        if (!plan.Filling.UsesPressure)
            yield break;
        foreach (var ask in Ask.Pot(choices.Filling.PressureKpa))
            yield return ask;
    }

    /// <summary>A card that stands for several cups allows each its own pot life, one after the other.</summary>
    private static IReadOnlyList<Lag> WithinPotLife(Charge charge, string number, int times) =>
        charge.WorkingTimeMin is { } min ? [Lag.EndsWithin(min, $"mix-{number}", "mixing", times)] : [];

    /// <summary>The last that is done before a shot is left to cure.</summary>
    private static string Filled(CastingFigures plan) =>
        plan.Zones.Count == 0 ? Last(plan, plan.Batch, "") : Last(plan, plan.Zones[^1].Batch, ZoneId(plan.Zones.Count - 1));

    private static string Last(CastingFigures plan, CastingBatchAnswer batch, string zone) =>
        $"{(DegassedOpen(plan) ? "shut" : "pour")}-{zone}{Math.Min(batch.Charges.Count, MostCharges)}";

    private static Lag NotBeforeHandling(CastingFigures plan) =>
        new(Filled(plan), Edge.End, Edge.Start, 60 * plan.Filling.DemoldH, null, "the pour");

    private static string Fill(CastingFigures plan, CastingChoices choices) =>
        plan.Filling.School switch
        {
            FillingSchool.Chamber => "Pour through the funnel until the risers show, then let the air in",
            FillingSchool.MeterMix => "Fill from the machine through a fresh static mixer, from the low end",
            _ when plan.Order.SyringeFills is { } fills => $"Press in by syringe from the low end, {Text.Count(fills, "fill")}",
            _ when plan.FilledPrint is not null => choices.FilledPrint.Purpose == FillPurpose.Hollow
                ? "Fill from the lowest hole"
                : "Fill the pockets to over the rim",
            _ => "Pour from the low end, vent at the last to fill",
        };

    private static Operation Cure(CastingFigures plan, CastingChoices choices)
    {
        var pressed = plan.Filling.UsesPressure;
        return new(
            "cure",
            Repeats.EachShot,
            $"Cure at {Text.Number(plan.Filling.CureC)} °C{(pressed ? $" under {Text.Number(choices.Filling.PressureKpa)} kPa" : "")}",
            3,
            60 * plan.Filling.DemoldH
        )
        {
            Detail =
                pressed && plan.Filling.BubbleRatio is { } ratio
                    ? $"Bubbles shrink to {Text.Number(ratio, 2)} of their diameter. Vent before opening."
                    : null,
            Holds = [Hold.Hands, .. CastingOperations.Curing(pressed, plan.Filling.CureC)],
            Asks = [.. Held(plan, choices)],
            Cautions =
            [
                .. pressed ? new[] { "pressure" } : [],
                .. plan.Filling.CureC > 30 ? new[] { "oven" } : [],
                .. pressed && plan.Filling.CureC > 30 ? new[] { "hot-pot" } : [],
            ],
        };
    }

    private static string TakeOut(CastingFigures plan) =>
        plan.Printed?.Kind switch
        {
            PrintedMoldKind.Sacrificial => "Break the shell off along its score lines",
            PrintedMoldKind.Soluble => "Dissolve the shell, rinse, dry",
            PrintedMoldKind.Eggshell => "Crack the shell away",
            null when plan.FilledPrint is not null => "Take out of its stand",
            _ => "Open, flex, take the parts out",
        };

    private static bool IsShell(CastingFigures plan) => plan.Printed?.Kind.IsShell() == true;
}
