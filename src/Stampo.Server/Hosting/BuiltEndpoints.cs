using Microsoft.Extensions.FileProviders;
using Microsoft.Extensions.Primitives;

namespace Stampo.Server.Hosting;

/// <summary>
/// The endpoints of the application, built once. The framework asks its groups for them several times, and they build each of some
/// hundred anew; it also waits with it until everything else has started.
/// </summary>
internal sealed class BuiltEndpoints(IReadOnlyList<EndpointDataSource> sources) : EndpointDataSource
{
    private readonly Lazy<IReadOnlyList<Endpoint>> _endpoints = new(() => [.. sources.SelectMany(source => source.Endpoints)]);

    public override IReadOnlyList<Endpoint> Endpoints => _endpoints.Value;

    public override IChangeToken GetChangeToken() => NullChangeToken.Singleton;

    /// <summary>Takes the place of what has been mapped, and begins to build it beside the start.</summary>
    public static void Of(IEndpointRouteBuilder app)
    {
        var built = new BuiltEndpoints([.. app.DataSources]);
        app.DataSources.Clear();
        app.DataSources.Add(built);
        _ = Task.Run(() => built.Endpoints);
    }
}
