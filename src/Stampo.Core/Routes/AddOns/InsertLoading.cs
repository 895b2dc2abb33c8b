using Stampo.Core.Jobs;
using Stampo.Core.Working;

namespace Stampo.Core.Routes.AddOns;

/// <summary>Inserts held in the tool: loaded by hand on the cycle, or by a robot that must be paid for.</summary>
public static class InsertLoading
{
    /// <summary>Adds what inserts and guards cost; <paramref name="pressKey"/> names the press that waits while they are loaded.</summary>
    public static CostBook AddInserts(this CostBook book, Job job, string? pressKey = null)
    {
        if (job.Brief.Guards > 0)
            book.Add(
                    ChargedOn.Piece,
                    "Guards over contacts",
                    job.Figure("guard.fit") * JobFigures.Count("guards", job.Brief.Guards),
                    "labour.bench"
                )
                .Add(
                    ChargedOn.Piece,
                    "Clean the film off behind guards",
                    job.Figure("guard.clean") * JobFigures.Count("guards", job.Brief.Guards),
                    "labour.bench"
                );
        var inserts = job.Brief.Inserts;
        if (inserts == 0)
            return book;
        if (job.Assist == Assist.Machine)
            book.AddPrice(ChargedOn.OneOff, "Robot and feeder for the inserts", "insert.robot");
        else
            book.Add(
                ChargedOn.Piece,
                "Load inserts by hand",
                job.Figure("insert.load") * JobFigures.Count("inserts", inserts),
                "labour.bench"
            );
        if (pressKey is not null)
            book.Add(
                ChargedOn.Piece,
                "Press waits for its inserts",
                job.Figure(job.Assist == Assist.Machine ? "insert.robotLoad" : "insert.load")
                    * JobFigures.Count("inserts", inserts, "brief/inserts"),
                pressKey
            );
        return book.AddPrice(ChargedOn.Piece, "Inserts", "insert.price", JobFigures.Count("inserts", inserts, "brief/inserts"));
    }

    /// <summary>What is lost with each spoiled part: the share that fails × the price of what was put into it.</summary>
    public static CostBook AddSpoiled(this CostBook book, Job job, string yieldKey)
    {
        if (job.Brief.EnclosedPrice is not { } price || price == 0)
            return book;
        var put = Figure.Given("price of what is put in", price, "€", "brief/enclosedPrice");
        return book.Add(
            new CostLine(ChargedOn.Piece, "Enclosed things spoiled", 1 - job.Figure(yieldKey), "brief.enclosedPrice", put, "brief")
        );
    }

    /// <summary>Parts a year from which a robot's yearly cost is less than the hands and press time it saves.</summary>
    public static double BreakEvenAYear(Job job)
    {
        double hand = job.Norm("insert.load").Likely,
            robot = job.Norm("insert.robotLoad").Likely,
            press = job.Norm("inject.press").Likely;
        var saved = job.Brief.Inserts * (hand * (job.Norm("labour.bench").Likely + press) - robot * press);
        return job.Norm("insert.robot").Likely * job.Norm("insert.robotYear").Likely / saved;
    }
}
