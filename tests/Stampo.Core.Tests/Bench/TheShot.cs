using NodaTime;
using Stampo.Core.Bench;
using Stampo.Core.Planning;
using Stampo.Core.Safety;

namespace Stampo.Core.Tests.Bench;

/// <summary>A shot as a casting plan has it, and a pencil to write its acts with.</summary>
internal static class TheShot
{
    public static Instant Zero { get; } = Instant.FromUtc(2026, 3, 29, 0, 40);

    /// <summary>Weigh, mix, pour within 10 min of mixing, cure alone for an hour, demold not before 50 min after the pour.</summary>
    public static RunSheet Sheet { get; } =
        new(
            new WorkPiece(Repeats.EachShot, 1, 3),
            "Shot 3, mold 1",
            "Urethane cast in silicone",
            [
                new("weigh", Repeats.EachShot, "Weigh", 4) { Asks = [Ask.Weigh("A", 100), Ask.Weigh("B", 50), .. Ask.Ticks("cups dry")] },
                new("mix", Repeats.EachShot, "Mix", 2) { Cautions = ["cast-urethane"] },
                new("pour", Repeats.EachShot, "Pour", 3) { Lags = [Lag.AtOnce("mix"), Lag.EndsWithin(10, "mix", "mixing")] },
                new("cure", Repeats.EachShot, "Cure", 1, 60) { Asks = [Ask.Read("oven", "oven", 70, 3, "°C")] },
                new("demold", Repeats.EachShot, "Take out", 5)
                {
                    Lags = [new Lag("pour", Edge.End, Edge.Start, 50, null, "the pour")],
                    Asks = [Ask.Count("good, rework, scrap")],
                },
            ],
            2,
            Cautions.Of(["cast-urethane"]),
            Cautions.Deference
        );

    public static RunState Of(params IEnumerable<LoggedAct> log) => RunFold.Of(Sheet, "Maud", log);

    public static LoggedAct At(int ordinal, double minute, Act act) => new(ordinal, Zero + Duration.FromMinutes(minute), act);

    public static OperationState Operation(this RunState state, string id) => state.Operations.Single(o => o.Id == id);
}
