using Stampo.Core.Briefs;
using Stampo.Core.Materials;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Tooling;

/// <summary>Cooling of a plate between two walls held at the mold temperature.</summary>
public static class Cooling
{
    /// <summary>
    /// Seconds until a plate of <paramref name="sectionMm"/> has cooled to the ejection temperature:
    /// t = h²/(π²·α) · ln[c · (Tmelt − Tmold)/(Teject − Tmold)], c = 8/π² for the mean and 4/π for the mid-plane; first term of the
    /// Fourier series.
    /// </summary>
    public static double Seconds(
        double sectionMm,
        double diffusivityMm2PerS,
        double meltC,
        double moldC,
        double ejectC,
        CoolingCriterion criterion
    )
    {
        Check.Positive(sectionMm, "sectionMm", "mm", 1_000);
        Check.Positive(diffusivityMm2PerS, "diffusivityMm2PerS", "mm²/s", 1_000);
        Check.Between(moldC, -50, 500, "moldC", "°C", "molds are neither colder nor hotter");
        Check.Between(meltC, moldC + 1, 600, "meltC", "°C", "the melt is hotter than the mold");
        Check.Between(ejectC, moldC + 0.1, meltC, "ejectC", "°C", "a part is ejected between mold and melt");
        var start = criterion == CoolingCriterion.Centre ? 4 / Math.PI : 8 / (Math.PI * Math.PI);
        // A part ejected nearly as hot as it came is ready at once; the first term alone would say less than nothing.
        return Math.Max(
            0,
            sectionMm * sectionMm / (Math.PI * Math.PI * diffusivityMm2PerS) * Math.Log(start * (meltC - moldC) / (ejectC - moldC))
        );
    }

    /// <summary>The same for whoever asks for it alone: a formula that says less than nothing is refused.</summary>
    public static double Asked(
        double sectionMm,
        double diffusivityMm2PerS,
        double meltC,
        double moldC,
        double ejectC,
        CoolingCriterion criterion
    ) =>
        Seconds(sectionMm, diffusivityMm2PerS, meltC, moldC, ejectC, criterion) is > 0 and var seconds
            ? seconds
            : throw new RefusalException(
                "cooling.at-once",
                $"Taken out at {Text.Number(ejectC)} °C the {(criterion == CoolingCriterion.Mean ? "mean of the section" : "middle")} is "
                    + $"as cold as that from the start: the formula would give less than no time. Give less than {Text.Number(meltC)} °C "
                    + "by more.",
                "ejectC"
            );

    /// <summary>The same of figures, in a formula.</summary>
    internal static Figure Time(Figure section, MeltData melt, CoolingCriterion criterion, string id)
    {
        Figure C(string name, double celsius) => Figure.Given(name, celsius, "°C");
        var (mold, start) = (C("mold", melt.MoldC), criterion == CoolingCriterion.Centre ? 4 / Math.PI : 8 / (Math.PI * Math.PI));
        var ratio = start * (C("melt", melt.MeltC) - mold) / (C("taken out at", melt.EjectC) - mold);
        var across = section.Pow(2) / (Math.PI * Math.PI * Figure.Given("diffusivity", melt.DiffusivityMm2PerS, "mm²/s"));
        return Term.Max(Term.Of(0, "s"), across * Term.Ln(ratio))
            .As(
                $"{id}Cool",
                "Cooling",
                "s",
                $"first term of the Fourier series, by the {(criterion == CoolingCriterion.Mean ? "mean" : "middle")}"
            );
    }

    public static double Seconds(double sectionMm, MeltData melt, CoolingCriterion criterion) =>
        Seconds(sectionMm, melt.DiffusivityMm2PerS, melt.MeltC, melt.MoldC, melt.EjectC, criterion);
}
