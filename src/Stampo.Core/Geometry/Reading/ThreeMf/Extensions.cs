using System.Xml;
using Stampo.Core.Wording;

namespace Stampo.Core.Geometry.Reading.ThreeMf;

/// <summary>
/// What a 3MF may say beyond meshes and components. Colours, tickets and the like don't change the shape and are passed over;
/// what would change it is refused by its name, never left out in silence.
/// </summary>
internal static class Extensions
{
    private static readonly Dictionary<string, string> ShapeOf = new()
    {
        ["beamlattice"] = "a lattice of beams",
        ["booleanshape"] = "bodies cut from one another",
        ["displacementmesh"] = "a surface displaced by a picture",
        ["levelset"] = "a body given by a function",
        ["volumetricstack"] = "a body given by a function",
    };

    /// <summary>Extensions that leave the mesh as it is: several model files in one package, and materials.</summary>
    private static readonly string[] Harmless = ["/production/", "/material/", "/core/", "/trianglesets/"];

    /// <summary>The root names the extensions without which the model can't be understood.</summary>
    public static void RefuseUnknown(XmlReader root)
    {
        foreach (
            var prefix in (root.GetAttribute("requiredextensions") ?? "").Split(default(char[]), StringSplitOptions.RemoveEmptyEntries)
        )
        {
            var name = root.LookupNamespace(prefix) ?? "";
            if (!Harmless.Any(known => name.Contains(known, StringComparison.Ordinal)))
                throw Refused($"needs the extension \"{Short(name.Length > 0 ? name : prefix)}\" to be read right");
        }
    }

    public static void RefuseShape(XmlReader element)
    {
        if (ShapeOf.TryGetValue(element.LocalName, out var shape))
            throw Refused($"holds {shape}");
    }

    public static void RefuseCoarse(XmlReader thing)
    {
        for (var more = thing.MoveToFirstAttribute(); more; more = thing.MoveToNextAttribute())
        {
            if (thing is { LocalName: "meshresolution", Value: "lowres" })
                throw Refused("holds a coarse mesh beside slices");
        }

        thing.MoveToElement();
    }

    private static RefusalException Refused(string what) =>
        new(
            "mesh.extension",
            $"The 3MF {what}, which is not read here; export the part as a plain mesh (STL, OBJ, or 3MF without extensions).",
            "file"
        );

    private static string Short(string name) => name.Length > 80 ? name[..80] + "…" : name;
}
