using System.Globalization;
using System.IO.Compression;
using System.Xml;

namespace Stampo.Core.Geometry.Writing;

/// <summary>Writes a mesh as a 3MF package in millimetres: one object, placed once.</summary>
public static class ThreeMfWriter
{
    private const string Core = "http://schemas.microsoft.com/3dmanufacturing/core/2015/02";
    private const string ModelPath = "3D/3dmodel.model";

    public static byte[] Write(Mesh mesh)
    {
        using var file = new MemoryStream();
        using (var zip = new ZipArchive(file, ZipArchiveMode.Create, leaveOpen: true))
        {
            Entry(
                zip,
                "[Content_Types].xml",
                xml =>
                {
                    xml.WriteStartElement("Types", "http://schemas.openxmlformats.org/package/2006/content-types");
                    Tag(xml, "Default", ("Extension", "rels"), ("ContentType", "application/vnd.openxmlformats-package.relationships+xml"));
                    Tag(xml, "Default", ("Extension", "model"), ("ContentType", "application/vnd.ms-package.3dmanufacturing-3dmodel+xml"));
                }
            );
            Entry(
                zip,
                "_rels/.rels",
                xml =>
                {
                    xml.WriteStartElement("Relationships", "http://schemas.openxmlformats.org/package/2006/relationships");
                    Tag(
                        xml,
                        "Relationship",
                        ("Target", "/" + ModelPath),
                        ("Id", "model"),
                        ("Type", "http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel")
                    );
                }
            );
            Entry(zip, ModelPath, xml => Model(xml, mesh));
        }

        return file.ToArray();
    }

    private static void Model(XmlWriter xml, Mesh mesh)
    {
        xml.WriteStartElement("model", Core);
        xml.WriteAttributeString("unit", "millimeter");
        xml.WriteStartElement("resources");
        xml.WriteStartElement("object");
        xml.WriteAttributeString("id", "1");
        xml.WriteAttributeString("type", "model");
        xml.WriteStartElement("mesh");
        xml.WriteStartElement("vertices");
        for (var v = 0; v < mesh.VertexCount; v++)
        {
            var p = mesh.Vertex(v);
            Tag(xml, "vertex", ("x", Number(p.X)), ("y", Number(p.Y)), ("z", Number(p.Z)));
        }

        xml.WriteEndElement();
        xml.WriteStartElement("triangles");
        for (var t = 0; t < mesh.TriangleCount; t++)
            Tag(
                xml,
                "triangle",
                ("v1", Whole(mesh.Corners[3 * t])),
                ("v2", Whole(mesh.Corners[3 * t + 1])),
                ("v3", Whole(mesh.Corners[3 * t + 2]))
            );
        xml.WriteEndElement();
        xml.WriteEndElement();
        xml.WriteEndElement();
        xml.WriteEndElement();
        xml.WriteStartElement("build");
        Tag(xml, "item", ("objectid", "1"));
    }

    private static void Entry(ZipArchive zip, string path, Action<XmlWriter> write)
    {
        using var stream = zip.CreateEntry(path, CompressionLevel.Fastest).Open();
        using var xml = XmlWriter.Create(stream, new XmlWriterSettings { CheckCharacters = false });
        xml.WriteStartDocument();
        write(xml);
        xml.WriteEndDocument();
    }

    private static void Tag(XmlWriter xml, string name, params ReadOnlySpan<(string Name, string Value)> attributes)
    {
        xml.WriteStartElement(name);
        foreach (var (attribute, value) in attributes)
            xml.WriteAttributeString(attribute, value);
        xml.WriteEndElement();
    }

    private static string Number(double value) => ((float)value).ToString("R", CultureInfo.InvariantCulture);

    private static string Whole(int value) => value.ToString(CultureInfo.InvariantCulture);
}
