using System.Globalization;
using System.Xml;
using Stampo.Core.Wording;

namespace Stampo.Core.Geometry.Reading.ThreeMf;

/// <summary>An object put somewhere: by number, in this model or another of the package.</summary>
internal sealed record Placed(string? Path, int ObjectId, Transform Transform);

/// <summary>A mesh, or components of other objects.</summary>
internal sealed class ModelObject
{
    public List<float> Vertices { get; } = [];

    public List<int> Corners { get; } = [];

    public List<Placed> Components { get; } = [];

    /// <summary>Supports are for printing and no part of the part.</summary>
    public bool IsSupport { get; init; }
}

/// <summary>One model file of the package.</summary>
internal sealed class Model
{
    private const int MostComponents = 100_000;

    public string Unit { get; private set; } = "millimeter";

    public Dictionary<int, ModelObject> Objects { get; } = [];

    public List<Placed> Build { get; } = [];

    public static Model Read(XmlReader xml, CancellationToken cancel)
    {
        var model = new Model();
        ModelObject? current = null;
        var placed = 0;
        var core = "";
        while (xml.Read())
        {
            if (xml.NodeType != XmlNodeType.Element)
                continue;
            if (xml.Depth == 0)
                core = xml.NamespaceURI;
            if (xml.NamespaceURI != core)
            {
                Extensions.RefuseShape(xml);
                continue;
            }

            switch (xml.LocalName)
            {
                case "model":
                    Extensions.RefuseUnknown(xml);
                    model.Unit = xml.GetAttribute("unit") ?? model.Unit;
                    break;
                case "object":
                    Extensions.RefuseCoarse(xml);
                    model.Objects[Whole(xml, "id")] = current = new ModelObject
                    {
                        IsSupport = xml.GetAttribute("type") is "support" or "solidsupport",
                    };
                    break;
                case "vertex" when current is not null:
                    Bound(current.Vertices.Count / 3, 3 * MeshReader.MaxTriangles);
                    current.Vertices.AddRange([Number(xml, "x"), Number(xml, "y"), Number(xml, "z")]);
                    break;
                case "triangle" when current is not null:
                    Bound(current.Corners.Count / 3, MeshReader.MaxTriangles);
                    current.Corners.AddRange([Whole(xml, "v1"), Whole(xml, "v2"), Whole(xml, "v3")]);
                    break;
                case "component" when current is not null:
                    Bound(++placed, MostComponents);
                    current.Components.Add(PlacedHere(xml));
                    break;
                case "item":
                    Bound(++placed, MostComponents);
                    model.Build.Add(PlacedHere(xml));
                    break;
            }

            if ((current?.Corners.Count & 0xFFFF) == 0)
                cancel.ThrowIfCancellationRequested();
        }

        return model;
    }

    private static Placed PlacedHere(XmlReader xml)
    {
        var (id, transform, path) = (Whole(xml, "objectid"), Transform.None, (string?)null);
        for (var more = xml.MoveToFirstAttribute(); more; more = xml.MoveToNextAttribute())
        {
            if (xml.LocalName == "path")
                path = xml.Value;
            else if (xml.LocalName == "transform")
                transform =
                    Transform.Parse(xml.Value) ?? throw Malformed(xml, $"the transform \"{Short(xml.Value)}\" is not twelve numbers");
        }

        xml.MoveToElement();
        return new Placed(path, id, transform);
    }

    private static float Number(XmlReader xml, string name)
    {
        var text = xml.GetAttribute(name) ?? throw Malformed(xml, $"a {xml.LocalName} has no {name}");
        return float.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out var value)
            ? value
            : throw Malformed(xml, $"{name} of a {xml.LocalName} is \"{Short(text)}\", not a number");
    }

    private static int Whole(XmlReader xml, string name)
    {
        var text = xml.GetAttribute(name) ?? throw Malformed(xml, $"a {xml.LocalName} has no {name}");
        return
            int.TryParse(
                text,
                NumberStyles.AllowLeadingWhite | NumberStyles.AllowTrailingWhite | NumberStyles.AllowLeadingSign,
                CultureInfo.InvariantCulture,
                out var value
            )
            && value >= 0
            ? value
            : throw Malformed(xml, $"{name} of a {xml.LocalName} is \"{Short(text)}\", not a number");
    }

    private static void Bound(int count, int most)
    {
        if (count >= most)
            throw new RefusalException(
                "mesh.too-large",
                $"The model inside the 3MF lists more than {most:#,0} things of a kind; export with a coarser tolerance.",
                "file"
            );
    }

    private static RefusalException Malformed(XmlReader xml, string what) =>
        new(
            "mesh.malformed",
            $"Line {((IXmlLineInfo)xml).LineNumber:#,0} of the model inside the 3MF: {what}. Export the part again.",
            "file"
        );

    private static string Short(string text) => text.Length > 24 ? text[..24] + "…" : text;
}
