using Stampo.Core.Materials;
using Stampo.Core.Planning;

namespace Stampo.Core.Plans.Printing;

/// <summary>A route whose parts come off a printer, with the usual layer of its process.</summary>
public sealed record PrintingMethod(string MaterialId, double LayerMm) : RouteMethod
{
    public static PrintingMethod Of(Material material) => new(material.Id, UsualLayerMm(material.Print?.Process ?? PrintProcess.Resin));

    /// <summary>That build rates are stated for.</summary>
    public static double UsualLayerMm(PrintProcess process) =>
        process switch
        {
            PrintProcess.Extrusion => 0.2,
            PrintProcess.Powder => 0.1,
            _ => 0.05,
        };

    public override IPlanner Planner => PrintingPlanner.Instance;
}
