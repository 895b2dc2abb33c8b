using Stampo.Server.Hosting;
using Stampo.Server.Projects;
using Stampo.Server.Shop;

namespace Stampo.Server.Week;

public static class WeekEndpoints
{
    public static void MapWeek(this IEndpointRouteBuilder app)
    {
        var shop = app.MapGroup("/api/shop").WithTags("Shop");
        var commitments = shop.MapGroup("/commitments");
        commitments.MapGet("", (ShopSchedules schedules, CancellationToken cancel) => schedules.CommittedAsync(cancel));
        commitments.MapPut(
            "",
            async (Save<Commitments> save, ShopSchedules schedules, CancellationToken cancel) =>
            {
                await schedules.SaveAsync(save, cancel);
                return await schedules.OfAsync(cancel);
            }
        );
        foreach (var (name, by) in new[] { ("undo", -1), ("redo", +1) })
            commitments.MapPost(
                $"/{name}",
                async (Move from, ShopSchedules schedules, CancellationToken cancel) =>
                {
                    await schedules.MoveAsync(by, from, cancel);
                    return await schedules.OfAsync(cancel);
                }
            );

        shop.MapGet("/schedule", (ShopSchedules schedules, CancellationToken cancel) => schedules.OfAsync(cancel));
        shop.MapGet(
                "/schedule.csv",
                async (ShopSchedules schedules, ShopFloor floor, CancellationToken cancel) =>
                    TypedResults.File(
                        ScheduleFiles.Table(await schedules.OfAsync(cancel), await floor.OfAsync(cancel)),
                        Csv.Type,
                        "schedule.csv"
                    )
            )
            .ExcludeFromDescription();
        shop.MapGet(
                "/schedule.ics",
                async (string? person, ShopSchedules schedules, ShopFloor floor, CancellationToken cancel) =>
                    TypedResults.File(
                        ScheduleFiles.Calendar(await schedules.OfAsync(cancel), await floor.OfAsync(cancel), person),
                        "text/calendar; charset=utf-8",
                        "schedule.ics"
                    )
            )
            .ExcludeFromDescription();
    }
}
