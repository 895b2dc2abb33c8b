using System.Globalization;
using System.IO.Compression;
using System.Text;
using Stampo.Core.Geometry;

namespace Stampo.Core.Tests.Geometry;

/// <summary>Makes 3MF files, sound and otherwise.</summary>
public static class ThreeMfFile
{
    private const string Head = "<?xml version=\"1.0\"?>";
    private const string Relations =
        Head
        + "<Relationships xmlns=\"http://schemas.openxmlformats.org/package/2006/relationships\"><Relationship "
        + "Target=\"/3D/3dmodel.model\" Id=\"a\" "
        + "Type=\"http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel\"/></Relationships>";

    public static byte[] Zip(params (string Path, string Text)[] entries)
    {
        using var file = new MemoryStream();
        using (var zip = new ZipArchive(file, ZipArchiveMode.Create, true))
        {
            foreach (var (path, text) in entries)
            {
                using var writer = new StreamWriter(zip.CreateEntry(path).Open(), new UTF8Encoding(false));
                writer.Write(text);
            }
        }

        return file.ToArray();
    }

    /// <summary>A package around a model's resources and build.</summary>
    public static byte[] Of(string resources, string build, string unit = "millimeter", string before = "") =>
        Zip(("_rels/.rels", Relations), ("3D/3dmodel.model", Model(resources, build, unit, before)));

    public static string Model(string resources, string build, string unit = "millimeter", string before = "") =>
        $"{Head}{before}<model unit=\"{unit}\" xmlns=\"http://schemas.microsoft.com/3dmanufacturing/core/2015/02\" "
        + $"xmlns:p=\"http://schemas.microsoft.com/3dmanufacturing/production/2015/06\"><resources>{resources}</resources><build>{build}</build></model>";

    public static string MeshObject(int id, List<Vec3> corners, string type = "model")
    {
        var text = new StringBuilder($"<object id=\"{id}\" type=\"{type}\"><mesh><vertices>");
        foreach (var v in corners)
            text.Append(CultureInfo.InvariantCulture, $"<vertex x=\"{(float)v.X:R}\" y=\"{(float)v.Y:R}\" z=\"{(float)v.Z:R}\"/>");
        text.Append("</vertices><triangles>");
        for (var i = 0; i < corners.Count; i += 3)
            text.Append(CultureInfo.InvariantCulture, $"<triangle v1=\"{i}\" v2=\"{i + 1}\" v3=\"{i + 2}\"/>");
        return text.Append("</triangles></mesh></object>").ToString();
    }

    public static string Item(int id, string? transform = null) =>
        $"<item objectid=\"{id}\"{(transform is null ? "" : $" transform=\"{transform}\"")}/>";

    public static string Components(int id, params int[] of) =>
        $"<object id=\"{id}\"><components>{string.Concat(of.Select(o => $"<component objectid=\"{o}\"/>"))}</components></object>";
}
