namespace Stampo.Server.Plan;

/// <summary>What a family of plans serves besides what all have.</summary>
public interface IPlanFamilyEndpoints
{
    void AddTo(IServiceCollection services);

    /// <param name="app">For calculators.</param>
    /// <param name="plan">The addresses of a plan.</param>
    void Map(IEndpointRouteBuilder app, RouteGroupBuilder plan);
}

/// <summary>All that there are.</summary>
public static class PlanFamilyEndpoints
{
    public static IReadOnlyList<IPlanFamilyEndpoints> All { get; } =
    [
        .. typeof(PlanFamilyEndpoints)
            .Assembly.GetTypes()
            .Where(t => t.IsClass && t.IsAssignableTo(typeof(IPlanFamilyEndpoints)))
            .OrderBy(t => t.FullName, StringComparer.Ordinal)
            .Select(t => (IPlanFamilyEndpoints)Activator.CreateInstance(t)!),
    ];

    public static void AddPlanFamilies(this IServiceCollection services)
    {
        services.AddSingleton<SurfaceAnswers>();
        services.AddSingleton<IShapeAnswerer>(s => s.GetRequiredService<SurfaceAnswers>());
        services.AddSingleton<PlanShapes>();
        foreach (var family in All)
            family.AddTo(services);
    }
}
