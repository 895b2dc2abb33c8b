using Microsoft.Extensions.FileProviders;

namespace Stampo.Server.Hosting;

/// <summary>
/// Serves the built page: files as they are, every other address outside /api as the page itself, which reads the address.
/// </summary>
internal static class WebApp
{
    public static void UseWebApp(this WebApplication app, string? folder)
    {
        if (folder is null || !Directory.Exists(folder))
            return;
        var files = new PhysicalFileProvider(Path.GetFullPath(folder));
        var options = new StaticFileOptions { FileProvider = files, OnPrepareResponse = context => Prepare(context.Context) };
        app.UseStaticFiles(options);
        app.MapFallback("/api/{**rest}", () => Results.NotFound());
        app.MapFallbackToFile("index.html", options);
    }

    private static void Prepare(HttpContext http)
    {
        Caching(http);
        if (
            http.Request.Path.StartsWithSegments("/assets", StringComparison.Ordinal, out var name)
            && name.Value!.StartsWith("/stepWorker", StringComparison.Ordinal)
        )
            http.Response.Headers.ContentSecurityPolicy = Visitors.ConverterPolicy;
    }

    /// <summary>Built assets carry their content's hash in the name; the page itself is asked for each time.</summary>
    private static void Caching(HttpContext http) =>
        http.Response.Headers.CacheControl = http.Request.Path.StartsWithSegments("/assets", StringComparison.Ordinal)
            ? "public, max-age=31536000, immutable"
            : "no-cache";
}
