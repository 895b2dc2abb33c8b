namespace Stampo.Server.Hosting;

/// <summary>Refuses changes that a page from elsewhere tries to make through a visitor's browser, and says how the page may load things.</summary>
public sealed class SameOrigin(RequestDelegate next)
{
    private const string Policy = "default-src 'self'; img-src 'self' data: blob:; style-src 'self' 'unsafe-inline'; worker-src 'self' blob:; frame-ancestors 'none'";

    /// <summary>The converter of STEP files makes functions from text as it starts; it may, alone in its worker, and nothing else may.</summary>
    public const string ConverterPolicy = "default-src 'self'; script-src 'self' 'unsafe-eval'; connect-src 'self'";

    public Task InvokeAsync(HttpContext http)
    {
        http.Response.Headers.ContentSecurityPolicy = Policy;
        http.Response.Headers.XContentTypeOptions = "nosniff";
        var origin = http.Request.Headers.Origin.ToString();
        if (HttpMethods.IsGet(http.Request.Method) || origin.Length == 0 || origin == $"{http.Request.Scheme}://{http.Request.Host}")
            return next(http);
        http.Response.StatusCode = StatusCodes.Status403Forbidden;
        return http.Response.WriteAsJsonAsync(Problems.Of(403, "request.foreign-origin", "Changes are taken only from Stampo's own page."), options: null, "application/problem+json");
    }
}
