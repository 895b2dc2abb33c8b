using System.Text.Json.Serialization;
using Stampo.Core.Materials;
using Stampo.Core.Parts;

namespace Stampo.Core.Plans.Casting.Patterns;

public enum PatternMaterial
{
    PrintedResin,

    /// <summary>Extruded or sintered.</summary>
    PrintedPlastic,
    ModelBoard,
    Metal,

    /// <summary>Modelling clay with sulphur in it.</summary>
    SulphurClay,

    /// <summary>A part of condensation-cure silicone.</summary>
    TinSilicone,

    /// <summary>A found part with rubber, latex or amine-cured paint on it.</summary>
    RubberOrAmine,
}

/// <summary>What patterns of a kind weigh and where they soften; typical figures, the sheet of the material in hand goes first.</summary>
public static class PatternMaterials
{
    /// <summary>Where it begins to soften, °C; null for what no mold silicone is ever cured at.</summary>
    public static double? SoftensC(this PatternMaterial material) =>
        material switch
        {
            PatternMaterial.PrintedResin => 55,
            PatternMaterial.PrintedPlastic => 60,
            PatternMaterial.ModelBoard => 80,
            PatternMaterial.SulphurClay => 45,
            PatternMaterial.RubberOrAmine => 70,
            _ => null,
        };

    /// <summary>g/cm³; prints and boards as they are made, with their hollows.</summary>
    public static double DensityGPerCm3(this PatternMaterial material) =>
        material switch
        {
            PatternMaterial.PrintedResin => 1.18,
            PatternMaterial.PrintedPlastic => 0.9,
            PatternMaterial.ModelBoard => 0.65,
            PatternMaterial.Metal => 2.8,
            PatternMaterial.SulphurClay => 1.7,
            PatternMaterial.TinSilicone => 1.2,
            _ => 1.1,
        };
}

/// <summary>Something to be done first; <paramref name="Tick"/> says how it is seen to have worked.</summary>
public sealed record ProofStep(string Says, double AloneMin, string? Tick = null)
{
    /// <summary>Done on the bare print, before anything is sprayed on it.</summary>
    public bool IsBeforeCoats { get; init; }
}

/// <summary>
/// Whether a pattern stops the silicone from curing. Where it may, nothing but a cured dab makes it safe.
/// </summary>
public sealed record Inhibition(bool IsSafe, string Says, IReadOnlyList<ProofStep> ToDo)
{
    private const double StepMin = 120,
        DabMin = 24 * 60;

    [JsonIgnore]
    public Finding Finding => new(IsSafe ? Severity.Note : Severity.Fault, "inhibition", Says);

    public static Inhibition Of(PatternMaterial pattern, SiliconeCure cure, bool postCured, bool isSealed, bool dabPassed)
    {
        if (cure == SiliconeCure.Condensation || Stopper(pattern) is not { } stopper)
            return new(
                true,
                cure == SiliconeCure.Condensation
                    ? "Condensation-cure silicone is not stopped by resin, sulphur or tin."
                    : "Nothing in this pattern is known to stop the silicone; tape, gloves and clay at the parting line still may.",
                []
            );
        if (dabPassed)
            return new(true, $"{stopper} A dab on this very pattern cured hard and left no film.", []);
        List<ProofStep> todo = [];
        if (pattern == PatternMaterial.PrintedResin && !postCured)
            todo.Add(new("Post-cure the print fully: light and heat, all sides", StepMin) { IsBeforeCoats = true });
        if (!isSealed)
            todo.Add(new("Seal it with a barrier coat, two thin coats, and let them dry", StepMin));
        todo.Add(
            new(
                "Test dab: a coin of mixed silicone on the back, 24 h; it must peel clean",
                DabMin,
                "the dab peels clean, nothing sticky under it"
            )
        );
        return new(false, $"{stopper} Until a test dab has cured on it, it is not called safe.", todo);
    }

    private static string? Stopper(PatternMaterial pattern) =>
        pattern switch
        {
            PatternMaterial.PrintedResin =>
                "Printed resin that is not fully cured stops addition-cure silicone: it stays sticky at the face.",
            PatternMaterial.SulphurClay => "Sulphur in the clay stops addition-cure silicone.",
            PatternMaterial.TinSilicone => "Tin in condensation-cure silicone stops addition-cure silicone.",
            PatternMaterial.RubberOrAmine => "Latex, rubber and amine-cured paint stop addition-cure silicone.",
            _ => null,
        };
}
