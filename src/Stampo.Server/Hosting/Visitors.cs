namespace Stampo.Server.Hosting;

/// <summary>
/// Who may ask for what: only under a name of this server, and changes only from its own page; and how a page may load things.
/// The rules travel with every answer, also with those of errors.
/// </summary>
public sealed class Visitors(RequestDelegate next, AllowedHosts hosts)
{
    private const string Policy =
        "default-src 'self'; img-src 'self' data: blob:; style-src 'self' 'unsafe-inline'; worker-src 'self' blob:; " + Closed;

    private const string Closed = "base-uri 'none'; form-action 'self'; object-src 'none'; frame-ancestors 'none'";

    /// <summary>
    /// The converter of STEP files makes functions from text as it starts; it may, alone in its worker, and nothing else may.
    /// </summary>
    public const string ConverterPolicy = "default-src 'self'; script-src 'self' 'unsafe-eval'; connect-src 'self'; " + Closed;

    public Task InvokeAsync(HttpContext http)
    {
        http.Response.OnStarting(State, http);
        if (!hosts.Has(http.Request.Host))
            return RefuseAsync(
                http,
                StatusCodes.Status421MisdirectedRequest,
                "request.foreign-host",
                "This Stampo does not answer to that name. Open it under the address it printed as it started, or name "
                    + "the host with --host."
            );
        return IsForeign(http.Request)
            ? RefuseAsync(http, StatusCodes.Status403Forbidden, "request.foreign-origin", "This is answered only to Stampo's own page.")
            : next(http);
    }

    /// <summary>
    /// A change from another page, or a page elsewhere reading through a visitor's browser. Following a link here is neither.
    /// </summary>
    private static bool IsForeign(HttpRequest request)
    {
        var origin = request.Headers.Origin.ToString();
        // What begins as a reading and goes on as a line both ways is no reading.
        var reads = (HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method)) && request.Headers.Upgrade.Count == 0;
        if (!reads && origin.Length > 0 && origin != $"{request.Scheme}://{request.Host}")
            return true;
        return request.Headers["Sec-Fetch-Site"] == "cross-site" && !(reads && request.Headers["Sec-Fetch-Mode"] == "navigate");
    }

    private static Task State(object state)
    {
        var headers = ((HttpContext)state).Response.Headers;
        if (headers.ContentSecurityPolicy.Count == 0)
            headers.ContentSecurityPolicy = Policy;
        headers.XContentTypeOptions = "nosniff";
        headers["Referrer-Policy"] = "same-origin";
        return Task.CompletedTask;
    }

    private static Task RefuseAsync(HttpContext http, int status, string code, string detail) =>
        Problems.WriteAsync(http.Response, Problems.Of(status, code, detail));
}
