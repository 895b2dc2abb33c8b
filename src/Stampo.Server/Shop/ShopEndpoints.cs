using Stampo.Core.Shops;
using Stampo.Core.Wording;
using Stampo.Server.Projects;
using TheShop = Stampo.Core.Shops.Shop;

namespace Stampo.Server.Shop;

public static class ShopEndpoints
{
    public static void MapShop(this IEndpointRouteBuilder app)
    {
        var shop = app.MapGroup("/api/shop").WithTags("Shop");
        shop.MapGet("", async (ShopFloor floor, CancellationToken cancel) => await floor.StandingAsync(cancel));
        shop.MapGet("/kinds", () => EquipmentKinds.All);
        shop.MapPut(
            "",
            (Save<TheShop> save, ShopFloor floor, CancellationToken cancel) =>
                floor.SaveAsync(save with { Value = Check.Given(save.Value, "value").Checked() }, cancel)
        );
        shop.MapPost("/undo", (Move from, ShopFloor floor, CancellationToken cancel) => floor.MoveAsync(-1, from, cancel));
        shop.MapPost("/redo", (Move from, ShopFloor floor, CancellationToken cancel) => floor.MoveAsync(+1, from, cancel));
    }
}
