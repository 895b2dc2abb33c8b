using Stampo.Core.Materials;
using Stampo.Core.Reference;
using Stampo.Core.Working;
using Stampo.Server.Hosting;
using Stampo.Server.Projects;

namespace Stampo.Server.Library;

/// <summary>Where an entry differs from what ships; all of it is the shop's own when nothing like it ships.</summary>
public sealed record Standing(bool Own, IReadOnlyList<Difference> Differences);

public sealed record ShelvedRate(Rate Entry, Standing Standing);

public sealed record ShelvedMaterial(Material Entry, Standing Standing);

public sealed record ShelvedSupply(Supply Entry, Standing Standing);

public sealed record LibraryView(
    IReadOnlyList<ShelvedRate> Rates,
    IReadOnlyList<ShelvedMaterial> Materials,
    IReadOnlyList<ShelvedSupply> Supplies,
    IReadOnlyList<Bond> Bonds,
    int Version,
    bool CanUndo,
    bool CanRedo
);

/// <summary>Entries to keep and the version they were made from; without one they are kept over whatever stands.</summary>
public sealed record LibrarySave(
    IReadOnlyList<Rate>? Rates,
    IReadOnlyList<Material>? Materials,
    IReadOnlyList<Supply>? Supplies,
    int? Version = null
);

public static class LibraryEndpoints
{
    public static void MapLibrary(this IEndpointRouteBuilder app)
    {
        var library = app.MapGroup("/api/library").WithTags("Library");
        library.MapGet("", (ShopLibrary shop, CancellationToken cancel) => ViewAsync(shop, cancel));
        library.MapPut(
            "",
            async (LibrarySave save, ShopLibrary shop, CancellationToken cancel) =>
            {
                await shop.SaveAsync(new LibraryEntries(save.Rates, save.Materials, save.Supplies), save.Version, cancel);
                return await ViewAsync(shop, cancel);
            }
        );
        library.MapPost(
            "/reset",
            async (string? kind, string? key, ShopLibrary shop, CancellationToken cancel) =>
            {
                await shop.ResetAsync(kind, key, cancel);
                return await ViewAsync(shop, cancel);
            }
        );
        foreach (var (name, by) in new[] { ("undo", -1), ("redo", +1) })
        {
            library.MapPost(
                $"/{name}",
                async (Move from, ShopLibrary shop, CancellationToken cancel) =>
                {
                    await shop.MoveAsync(by, from, cancel);
                    return await ViewAsync(shop, cancel);
                }
            );
        }

        library.MapPost(
            "/preview",
            async (LibraryEntries entries, ShopLibrary shop, CancellationToken cancel) =>
                LibraryPreview.Of(entries, await shop.StandingAsync(cancel))
        );
        library
            .MapPost(
                "/csv/{table}",
                async (string table, HttpRequest request, ShopLibrary shop, CancellationToken cancel) =>
                {
                    using var reader = new StreamReader(request.Body);
                    return LibraryPreview.Of(table, await reader.ReadToEndAsync(cancel), await shop.StandingAsync(cancel));
                }
            )
            .Accepts<string>("text/csv");

        library
            .MapGet(
                "/library.json",
                async (ShopLibrary shop, CancellationToken cancel) =>
                {
                    var current = await shop.CurrentAsync(cancel);
                    return TypedResults.File(
                        System.Text.Encoding.UTF8.GetBytes(
                            Json.Write(new LibraryEntries([.. current.Rates.All], current.Materials, current.Supplies))
                        ),
                        "application/json",
                        "library.json"
                    );
                }
            )
            .ExcludeFromDescription();
        library
            .MapGet(
                "/rates.csv",
                async (ShopLibrary shop, CancellationToken cancel) =>
                    TypedResults.File(LibraryCsv.Write((await shop.CurrentAsync(cancel)).Rates.All), Csv.Type, "rates.csv")
            )
            .ExcludeFromDescription();
        library
            .MapGet(
                "/materials.csv",
                async (ShopLibrary shop, CancellationToken cancel) =>
                    TypedResults.File(LibraryCsv.Write((await shop.CurrentAsync(cancel)).Materials), Csv.Type, "materials.csv")
            )
            .ExcludeFromDescription();
    }

    private static async Task<LibraryView> ViewAsync(ShopLibrary shop, CancellationToken cancel)
    {
        var standing = await shop.StandingAsync(cancel);
        var current = standing.Library;
        return new LibraryView(
            [.. current.Rates.All.Select(r => new ShelvedRate(r, Against(r, RateCard.Shipped.Find(r.Key))))],
            [.. current.Materials.Select(m => new ShelvedMaterial(m, Against(m, MaterialLibrary.Find(m.Id))))],
            [.. current.Supplies.Select(s => new ShelvedSupply(s, Against(s, SupplyLibrary.All.FirstOrDefault(o => o.Id == s.Id))))],
            Bond.Matrix,
            standing.Version,
            standing.CanUndo,
            standing.CanRedo
        );
    }

    private static Standing Against<T>(T entry, T? shipped)
        where T : class =>
        shipped is null
            ? new Standing(true, [])
            : new Standing(false, ReferenceEquals(entry, shipped) ? [] : Json.Differences(shipped, entry));
}
