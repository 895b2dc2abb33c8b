using System.Globalization;
using MiniExcelLibs;
using Stampo.Core.Comparison;
using Stampo.Core.Routes;

namespace Stampo.Server.Routes;

/// <summary>One lane as a row of a table.</summary>
public sealed record RouteRow(
    string Route,
    string Verdict,
    string Material,
    double PriceEachP10,
    double PriceEachP50,
    double PriceEachP90,
    double TotalP50,
    double ChanceCheapestPct,
    int Cavities,
    long? ToolSets,
    double FirstTooling,
    string FirstArticle,
    string LastPart,
    double? LikenessPct,
    string Weakest,
    double ToleranceMm,
    string Reasons
);

/// <summary>The comparison as a table that a spreadsheet reads, money in the shop's currency.</summary>
internal static class RouteTable
{
    public static byte[] Csv(IReadOnlyList<Lane> lanes) => Hosting.Csv.Of(lanes.Select(Row));

    public static byte[] Xlsx(IReadOnlyList<Lane> lanes)
    {
        using var stream = new MemoryStream();
        stream.SaveAs(lanes.Select(Row), sheetName: "Routes");
        return stream.ToArray();
    }

    private static RouteRow Row(Lane lane) =>
        new(
            lane.Route.Name,
            lane.Verdict.ToString(),
            lane.Material.Name,
            Cents(lane.Unit.P10),
            Cents(lane.Unit.P50),
            Cents(lane.Unit.P90),
            Cents(lane.Total.P50),
            Math.Round(100 * lane.ChanceCheapest, 1),
            lane.Cavities,
            lane.ToolSets,
            Cents(lane.FirstTooling.P50),
            Iso(lane.FirstArticle),
            Iso(lane.LastPart),
            lane.Likeness is { } likeness ? Math.Round(100 * likeness.Share) : null,
            lane.Likeness?.Weakest?.Name ?? "",
            Math.Round(lane.ToleranceMm, 3),
            string.Join(" ", lane.Gates.Where(g => g.Verdict != Verdict.Fits).Select(g => $"{g.Name}: {g.Reason}"))
        );

    private static double Cents(double money) => Math.Round(money, 2);

    private static string Iso(DateOnly day) => day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
}
