using System.IO.Compression;
using System.Text.Json;
using Stampo.Core.Geometry;
using Stampo.Core.Geometry.Reading;
using Stampo.Core.Quotes;
using Stampo.Devices.Desk;

namespace Stampo.Devices.StandIns;

/// <summary>A request as a supplier reads it: what was asked, the part as its own mesh says, and how exact the brief wants it.</summary>
public sealed record ReadRequest(DeskRequest Asked, double? ToleranceMm, double? CriticalDimensions)
{
    private const int LargestJson = 200_000,
        LargestMesh = 200_000_000;

    /// <summary>Opens the file that was sent; throws <see cref="InvalidDataException"/> when it is not one.</summary>
    public static ReadRequest Of(Stream file)
    {
        using var zip = new ZipArchive(file);
        try
        {
            var asked = JsonSerializer.Deserialize<DeskRequest>(Entry(zip, "request.json", LargestJson)!, SupplierDesk.Form)!;
            if (asked.SizeMm is not { Count: 3 } || asked.Quantities is not { Count: > 0 and <= 12 } || asked.Quantities.Any(q => q < 1))
                throw new InvalidDataException("request.json has no size or no quantities");
            using var brief = JsonDocument.Parse(Entry(zip, "brief.json", LargestJson) ?? "{}"u8.ToArray());
            return new ReadRequest(
                Measured(asked, Entry(zip, "part.stl", LargestMesh)),
                Number(brief, "toleranceMm"),
                Number(brief, "criticalDimensions")
            );
        }
        catch (Exception garbled) when (garbled is JsonException or ArgumentNullException)
        {
            throw new InvalidDataException("request.json is missing or not the JSON expected", garbled);
        }
    }

    private static double? Number(JsonDocument json, string name) =>
        json.RootElement.TryGetProperty(name, out var value) && value.ValueKind == JsonValueKind.Number ? value.GetDouble() : null;

    /// <summary>The mesh itself counts, where there is one.</summary>
    private static DeskRequest Measured(DeskRequest asked, byte[]? stl)
    {
        if (stl is null)
            return asked;
        var mesh = MeshReader.Read(stl).InMm(1);
        var size = mesh.Bounds().Size;
        var volumeMm3 = Measures.ShellVolumesMm3(mesh, Topology.Of(mesh, new bool[mesh.TriangleCount])).Sum();
        return asked with { SizeMm = [size.X, size.Y, size.Z], VolumeCm3 = Math.Abs(volumeMm3) / 1000 };
    }

    private static byte[]? Entry(ZipArchive zip, string name, int largest)
    {
        if (zip.GetEntry(name) is not { } entry)
            return null;
        if (entry.Length > largest)
            throw new InvalidDataException($"{name} is too large");
        using var content = entry.Open();
        var bytes = new byte[entry.Length];
        content.ReadExactly(bytes);
        return bytes;
    }
}

/// <summary>
/// A made-up supplier: how it prices is invented, plain and the same every time, so that a request comes back with figures one can check.
/// </summary>
/// <param name="Says">How it is listed.</param>
/// <param name="ToolBase">Of any tool, €.</param>
/// <param name="ToolPerCm2">And for each cm² of the part's largest side, for each cavity.</param>
/// <param name="PieceBase">Handling of one shot, €.</param>
/// <param name="PiecePerCm3">Material and time, €.</param>
/// <param name="GuaranteedShots">Promised for each tool; null for no promise.</param>
/// <param name="LargestMm">The longest side it can make.</param>
/// <param name="LeadDays">Working days, for a part of 100 cm².</param>
/// <param name="AsksBack">Whether it wants to know how exact the part must be before it quotes.</param>
public sealed record SupplierStandIn(
    DeskSupplier Says,
    double ToolBase,
    double ToolPerCm2,
    double PieceBase,
    double PiecePerCm3,
    double? GuaranteedShots,
    double LargestMm,
    double LeadDays,
    bool AsksBack
)
{
    private const int ValidDays = 30,
        FewParts = 2_000;

    public static IReadOnlyList<SupplierStandIn> All { get; } =
    [
        new(new("kestrelmere", "Kestrelmere Tooling", ["Injection"]), 1_400, 22, 0.35, 0.022, 10_000, 400, 15, true),
        new(new("ostwick", "Ostwick Castings", ["Casting", "Printing"]), 160, 1.9, 9.5, 0.11, 20, 500, 6, false),
        new(new("fenling", "Fenling Rubber", ["Rubber"]), 900, 14, 0.55, 0.018, 25_000, 250, 18, true),
    ];

    public string? Declines(DeskRequest asked) =>
        !Says.Makes(asked.Family) ? $"We do not offer {asked.RouteName}."
        : asked.SizeMm.Max() > LargestMm ? $"The part is {asked.SizeMm.Max():0} mm long; our largest is {LargestMm:0} mm."
        : null;

    public string? Question(ReadRequest request) =>
        !AsksBack ? null
        : request.ToleranceMm is null ? "The brief gives no tolerance. How exact must the part be, and on which sizes?"
        : request.CriticalDimensions > 0 ? $"Which are the {request.CriticalDimensions:0} critical sizes, and how will they be measured?"
        : null;

    /// <param name="asked">What is asked.</param>
    /// <param name="answer">What was answered to the question; null when none was asked.</param>
    /// <param name="today">The day of the quote.</param>
    public DeskQuote Quote(DeskRequest asked, string? answer, DateOnly today)
    {
        var sides = asked.SizeMm.OrderDescending().ToList();
        var areaCm2 = sides[0] * sides[1] / 100;
        var cavities = GuaranteedShots > 1_000 && asked.Quantities.Max() > FewParts ? 2 : 1;
        var toolPrice = Math.Round((ToolBase + ToolPerCm2 * areaCm2 * cavities) / 10) * 10;
        var each = PieceBase / cavities + PiecePerCm3 * asked.VolumeCm3;
        return new DeskQuote(
            cavities,
            toolPrice,
            true,
            [.. asked.Quantities.Distinct().Order().Select(q => new PriceBreak(q, Math.Round(each * Lot(q), 2)))],
            GuaranteedShots,
            Math.Round(LeadDays * (0.8 + 0.2 * Math.Sqrt(areaCm2 / 100))),
            today.AddDays(ValidDays),
            answer is null ? "Prices without carriage." : $"Prices without carriage. Quoted for: {Short(answer)}"
        );
    }

    /// <summary>Setting up is shared by the lot: a piece of ten costs two and a half of many.</summary>
    private static double Lot(int quantity) => 1 + 1.5 * Math.Sqrt(10.0 / Math.Max(10, quantity));

    private static string Short(string text) => text.Length <= 300 ? text : text[..300] + "…";
}
