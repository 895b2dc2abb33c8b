using System.Globalization;
using System.IO.Compression;
using System.Text;
using System.Text.Json;
using Stampo.Core.Geometry.Writing;
using Stampo.Core.Parts;
using Stampo.Core.Routes;
using Stampo.Core.Safety;
using Stampo.Core.Wording;
using Stampo.Devices.Desk;
using Stampo.Server.Hosting;
using Stampo.Server.Hosting.Pdf;
using Stampo.Server.Part;
using Stampo.Server.Projects;

namespace Stampo.Server.Routes;

/// <summary>
/// One file to ask a supplier with: the part as STL and 3MF, the brief as JSON and on a page, what is asked as JSON, the quantities.
/// </summary>
public sealed class QuoteRequests(ProjectStore projects, StepStore steps, MeshIntake meshes, Comparisons comparisons)
{
    private const int MostQuantities = 12;

    public async Task<byte[]> ZipAsync(string id, string routeId, string? quantities, CancellationToken cancel)
    {
        var project = await projects.FindAsync(id, cancel);
        var route = RouteNamed(routeId);
        var inputs = (await comparisons.OfAsync(id, cancel)).Inputs;
        var asked = QuantitiesOf(quantities, inputs.Brief);
        var part = await steps.ReadAsync(id, PartEndpoints.Step, StoredPart.None, cancel);
        using var stream = new MemoryStream();
        using (var zip = new ZipArchive(stream, ZipArchiveMode.Create, true))
        {
            if (part.Value.Hash is not null)
            {
                var mesh = (await meshes.OpenAsync(part.Value, cancel)).Mesh;
                Add(zip, "part.stl", StlWriter.Write(mesh));
                Add(zip, "part.3mf", ThreeMfWriter.Write(mesh));
            }

            Add(zip, "request.json", JsonSerializer.SerializeToUtf8Bytes(Of(route, inputs.Part, asked), SupplierDesk.Form));
            Add(zip, "brief.json", Encoding.UTF8.GetBytes(Json.Write(inputs.Brief)));
            Add(
                zip,
                "quantities.csv",
                Csv.Of(
                    asked.Select(q => new
                    {
                        route = routeId,
                        from = q,
                        each = "",
                        tool = "",
                        cavities = "",
                        guaranteedShots = "",
                        leadDays = "",
                        validUntil = "",
                        supplier = "",
                        remarks = "",
                    })
                )
            );
            Add(zip, "request.pdf", Page($"{project.Name}, rev {project.Revision}", route, inputs, asked));
        }

        return stream.ToArray();
    }

    internal static RouteCard RouteNamed(string id) =>
        RouteCatalogue.Find(id)?.Card ?? throw new RefusalException("quote.no-route", $"There is no route \"{id}\".", "routeId");

    /// <summary>What prices are asked for, as people write it.</summary>
    public async Task<string> QuantitiesAsync(string id, string? quantities, CancellationToken cancel) =>
        Written(QuantitiesOf(quantities, (await comparisons.OfAsync(id, cancel)).Inputs.Brief));

    private static string Written(IEnumerable<int> quantities) => string.Join(", ", quantities.Select(q => Text.Number(q, 12)));

    private static DeskRequest Of(RouteCard route, PartFacts part, IReadOnlyList<int> asked) =>
        new(route.Id, route.Name, route.Family, [part.LengthMm, part.WidthMm, part.HeightMm], part.VolumeCm3, asked);

    /// <summary>As asked for, or the rows of the brief.</summary>
    private static List<int> QuantitiesOf(string? quantities, Core.Briefs.Brief brief)
    {
        if (string.IsNullOrWhiteSpace(quantities))
            return [.. brief.Demand.Select(row => row.Quantity).DefaultIfEmpty(1).Distinct().Order()];
        List<int> asked =
        [
            .. quantities
                .Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)
                .Select(text =>
                    int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var q) && q >= 1
                        ? q
                        : throw new RefusalException(
                            "input.out-of-range",
                            $"\"{text}\" is no quantity; write whole numbers with commas between them.",
                            "quantities"
                        )
                )
                .Distinct()
                .Order(),
        ];
        Check.Between(asked.Count, 1, MostQuantities, "quantities", "", "a supplier answers a dozen at most");
        return asked;
    }

    private static byte[] Page(string name, RouteCard route, Core.Comparison.JobInputs inputs, IReadOnlyList<int> asked) =>
        PdfSheet
            .Write(
                $"Request for a quote: {name}",
                inputs.Today,
                sheet =>
                {
                    var part = inputs.Part;
                    sheet.Paragraph($"Request for a quote: {name}", sheet.Title);
                    sheet.Paragraph(
                        $"{inputs.Today:d MMMM yyyy}. {route.Name}. "
                            + $"{Text.Sides([part.LengthMm, part.WidthMm, part.HeightMm])}, "
                            + $"{Text.Number(part.VolumeCm3, 3)} cm³.",
                        sheet.Plain
                    );
                    sheet.Section("Quantities asked for", [Written(asked)]);
                    sheet.Section("What the part must do", [.. Memos.Asked(inputs.Brief)]);
                    sheet.Section(
                        "Please say",
                        [
                            "tool price and whose the tool is, cavities, and how many shots are guaranteed",
                            "price each at every quantity asked for",
                            "working days from the order to the first parts",
                            "until when the quote is valid",
                            "The table quantities.csv can be filled in and sent back.",
                        ]
                    );
                    sheet.Paragraph(Cautions.Deference, sheet.Fine);
                }
            )
            .Pdf;

    private static void Add(ZipArchive zip, string name, byte[] content)
    {
        using var entry = zip.CreateEntry(name).Open();
        entry.Write(content);
    }
}
