using Stampo.Core.Parts;
using Stampo.Demo;

// Writes the demo parts into the folder given (demo/meshes by default) and says what each came out as.
var folder = args.Length > 0 ? args[0] : Path.Combine("demo", "meshes");
Directory.CreateDirectory(folder);
foreach (var (name, solid) in DemoParts.All)
{
    var file = StlFile.Of(solid);
    await File.WriteAllBytesAsync(Path.Combine(folder, name), file);
    var report = MeshCheck.Run(file, LengthUnit.Mm).Report;
    Console.WriteLine(
        $"{name}: {report.Triangles} triangles, box {string.Join(" × ", report.BboxMm.Select(side => side.ToString("0.#", null)))} mm, "
            + (
                report.VolumeMm3 is { } volume
                    ? $"{volume / 1000:0.0} cm³"
                    : $"no volume: {string.Join(" ", report.Messages.Select(m => m.Text))}"
            )
    );
}
