namespace Stampo.Core.Routes;

/// <summary>All routes, found by their type: adding a class adds a route.</summary>
public static class RouteCatalogue
{
    public static IReadOnlyList<IRoute> All { get; } =
    [
        .. typeof(IRoute)
            .Assembly.GetTypes()
            .Where(type => type is { IsAbstract: false, IsInterface: false } && type.IsAssignableTo(typeof(IRoute)))
            .Select(type => (IRoute)Activator.CreateInstance(type)!)
            .OrderBy(route => route.Card.Id, StringComparer.Ordinal),
    ];

    public static IRoute? Find(string id) => All.FirstOrDefault(route => route.Card.Id == id);
}
