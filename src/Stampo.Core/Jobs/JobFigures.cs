using Stampo.Core.Working;

namespace Stampo.Core.Jobs;

/// <summary>What many lines count: the part's sizes, and things that are counted.</summary>
public static class JobFigures
{
    public static Figure PartCm3(this Job job) => Figure.Given("part", job.Part.VolumeCm3, "cm³", "part");

    public static Figure BoxCm3(this Job job) => Figure.Given("box of the part", job.Part.BoxCm3, "cm³", "part");

    public static Figure SurfaceCm2(this Job job) => Figure.Given("surface", job.Part.AreaCm2, "cm²", "part");

    public static Figure PartingCm2(this Job job) =>
        Figure.Given(job.Part.Measured is null ? "footprint of the box" : "parting area", job.Part.PartingCm2, "cm²", "part");

    public static Figure SectionMm(this Job job) => Figure.Given("section", job.Part.SectionMm, "mm", "part/nominalWallMm");

    public static Figure Density(this Materials.Material material) => Figure.Given("density", material.DensityGPerCm3, "g/cm³");

    public static Figure Cavities(int cavities) => Count("cavities", cavities);

    public static Figure Count(string name, double count, string? changeAt = null) => Figure.Given(name, count, "", changeAt);

    /// <summary>What a part weighs.</summary>
    public static Term PartMass(this Job job) => job.PartCm3() * job.Material.Density();

    /// <summary>One shot of several cavities: a norm for the first, another for each further one, all shared by its parts.</summary>
    public static Term Shot(this Job job, string first, string more, int cavities) =>
        cavities == 1 ? job.Figure(first) : (job.Figure(first) + (Cavities(cavities) - 1) * job.Figure(more)) / Cavities(cavities);

    /// <summary>As much for each of several; by a power where a set of them takes less than so many times one.</summary>
    public static Term ForAll(this Term each, int count, string name = "cavities", double grows = 1) =>
        count == 1 ? each
        : grows == 1 ? each * Count(name, count)
        : each * Count(name, count).Pow(grows);

    /// <summary>A norm per shot that its cavities share.</summary>
    public static Term Shared(this Term each, int cavities) => cavities == 1 ? each : each / Cavities(cavities);
}
