using BenchmarkDotNet.Attributes;
using Stampo.Core.Bridging;
using Stampo.Core.Briefs;
using Stampo.Core.Comparison;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Reference;
using Stampo.Core.Routes;
using Stampo.Core.Sequences;

namespace Stampo.Bench;

/// <summary>What the core is promised to do, each with the time it may take in milliseconds.</summary>
public class Figures
{
    public static IReadOnlyDictionary<string, (string What, double LimitMs)> Promises { get; } =
        new Dictionary<string, (string, double)>
        {
            [nameof(ReadAndCheck200K)] = ("200 000 triangles, binary STL: read and checked", 600),
            [nameof(ReadAndCheck1M)] = ("1 000 000 triangles, binary STL: read and checked", 1000),
            [nameof(CompareAllRoutes)] = ("nineteen routes × 60 quantities × 2 000 draws", 40),
            [nameof(CompareAllRoutesFinely)] = ("nineteen routes × 60 quantities × 10 000 draws", 150),
            [nameof(BridgeOfThreeYears)] = ("bridge of 36 months × 18 routes", 50),
            [nameof(AnswerOfThreeYears)] = ("sequence of 36 months × 19 routes, what would change it", 150),
            [nameof(ShopOfManyShots)] = ("60 operations × 40 shots × 8 people and machines laid out", 2000),
            [nameof(MovedMarker)] = ("one quantity of a standing comparison", 10),
        };

    private static readonly DateOnly Today = new(2026, 3, 2);

    private readonly byte[] _small = SphereStl.OfAtLeast(200_000);
    private readonly byte[] _large = SphereStl.OfAtLeast(1_000_000);

    private readonly JobInputs _inputs = new(
        new PartFacts(118, 82, 34, 46, 480, new PartDeclaration { NominalWallMm = 2.2 }),
        new Brief { Demand = [new DemandRow(Today.AddDays(300), 3600, Purpose.Sale)], ShowSide = Finish.FineMatt },
        RateCard.Shipped,
        MaterialLibrary.All,
        Today
    );

    private readonly BridgeRequest _bridge = new(
        [.. Enumerable.Range(0, 36).Select(month => new BridgeRow(Today.AddDays(60).AddMonths(month), 20 + month * month * 10))],
        [
            .. Enumerable
                .Range(1, 18)
                .Select(r => new BridgeRoute(
                    $"route-{r}",
                    200 * r,
                    150 * r * r,
                    20 * Math.Pow(2.2, r),
                    1,
                    0.95,
                    120.0 / r,
                    LeadDays: 3 * r,
                    ChangeShare: 0.04 * r
                )),
        ],
        0.08
    );

    private readonly RouteComparison _standing;

    /// <summary>Every month another quantity, so that no stretch costs what another does; a must to let go.</summary>
    private readonly RouteComparison _months;

    public Figures()
    {
        _months = new RouteComparison(
            _inputs with
            {
                Brief = _inputs.Brief with
                {
                    Demand =
                    [
                        .. Enumerable
                            .Range(0, 36)
                            .Select(month => new DemandRow(Today.AddDays(60).AddMonths(month), 20 + month * month * 7, Purpose.Function)),
                    ],
                    ServiceTemperature = new TemperatureTarget(60, true),
                    ChangeRisk = new ChangeRisk(0.08, ChangeSize.Small),
                },
            },
            RouteCatalogue.All
        );
        _standing = new RouteComparison(_inputs, RouteCatalogue.All);
        _standing.At(1);
    }

    [Benchmark]
    public MeshReport ReadAndCheck200K() => MeshCheck.Run(_small, LengthUnit.Mm).Report;

    [Benchmark]
    public MeshReport ReadAndCheck1M() => MeshCheck.Run(_large, LengthUnit.Mm).Report;

    [Benchmark]
    public Overview CompareAllRoutes() => new RouteComparison(_inputs, RouteCatalogue.All).Overview;

    [Benchmark]
    public Overview CompareAllRoutesFinely() => new RouteComparison(_inputs, RouteCatalogue.All, 10_000).Overview;

    [Benchmark]
    public BridgeAnswer BridgeOfThreeYears() => Bridge.Plan(_bridge, Today);

    [Benchmark]
    public Answer AnswerOfThreeYears() => Answering.Of(_months, RouteCatalogue.All);

    [Benchmark]
    public ComparisonAnswer MovedMarker() => _standing.At(137);

    private readonly Core.Scheduling.ShopWork _shop = new(
        new(
            [.. Enumerable.Range(0, 4).Select(i => new Core.Shops.Person($"p{i}", $"P{i}", [Core.Shops.Role.Bench], 8, 17))],
            [
                new("pot", Core.Shops.Resource.Pot, "Pot"),
                new("pot-2", Core.Shops.Resource.Pot, "Second pot"),
                new("oven", Core.Shops.Resource.Oven, "Oven") { Figures = new Dictionary<string, double?> { ["highestC"] = 80 } },
                new("chamber", Core.Shops.Resource.Chamber, "Chamber"),
            ],
            Core.Shops.ShopCalendar.Usual,
            []
        ),
        [
            new(
                "order",
                "Order",
                [
                    .. Enumerable
                        .Range(0, 60)
                        .Select(i => new Core.Planning.Operation(
                            $"o{i}",
                            Core.Planning.Repeats.EachShot,
                            $"O{i}",
                            4 + i % 7,
                            i % 6 == 5 ? 60 : 0
                        )
                        {
                            Holds =
                            [
                                Core.Planning.Hold.Hands,
                                .. (i % 12) switch
                                {
                                    3 => [new Core.Planning.Hold(Core.Shops.Resource.Chamber, Core.Planning.During.Both)],
                                    5 => [new Core.Planning.Hold(Core.Shops.Resource.Pot, Core.Planning.During.Both)],
                                    11 => [Core.Planning.Hold.OvenAt(70)],
                                    _ => Array.Empty<Core.Planning.Hold>(),
                                },
                            ],
                        }),
                ],
                6,
                40,
                null,
                []
            ),
        ],
        [],
        new(2026, 3, 2, 8, 0)
    );

    [Benchmark]
    public object ShopOfManyShots() => new Stampo.Scheduling.ConstraintShopScheduler(0.9).Lay(_shop);
}
