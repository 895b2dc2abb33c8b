namespace Stampo.Core.Materials;

public static class PrintProcesses
{
    /// <summary>What hurts at the machine and when its parts are cleaned.</summary>
    public static IReadOnlyList<string> Cautions(this PrintProcess process) =>
        process switch
        {
            PrintProcess.Resin => ["resin-printing"],
            PrintProcess.Powder => ["powder-printing"],
            _ => ["filament-printing"],
        };

    /// <summary>What is looked for before a print is used in a mold.</summary>
    public static string Clean(this PrintProcess process) =>
        process switch
        {
            PrintProcess.Resin => "no wet resin in channels and corners",
            PrintProcess.Powder => "no powder in channels and corners",
            _ => "no support or strings in channels and corners",
        };

    /// <summary>What is done to it off the machine.</summary>
    public static string Finishing(this PrintProcess process) =>
        process switch
        {
            PrintProcess.Resin => "Wash, dry, post-cure",
            PrintProcess.Powder => "Dig out, brush, blow out",
            _ => "Take supports off, clean",
        };
}
