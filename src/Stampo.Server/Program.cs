using System.Reflection;
using Microsoft.AspNetCore.Http.Features;
using Microsoft.AspNetCore.ResponseCompression;
using Stampo.Server.Brief;
using Stampo.Server.Calc;
using Stampo.Server.Demo;
using Stampo.Server.Hosting;
using Stampo.Server.Library;
using Stampo.Server.Part;
using Stampo.Server.Plan;
using Stampo.Server.Projects;
using Stampo.Server.Routes;
using Stampo.Storage;

const int LargestJsonBytes = 1_000_000;

// Settings lie beside the program, wherever it is started from.
var builder = WebApplication.CreateBuilder(new WebApplicationOptions { Args = args, ContentRootPath = AppContext.BaseDirectory });
builder.Services.Configure<StampoOptions>(builder.Configuration.GetSection("Stampo"));
builder.WebHost.ConfigureKestrel(kestrel =>
{
    kestrel.AddServerHeader = false;
    kestrel.Limits.MaxRequestBodySize = LargestJsonBytes;
    kestrel.Limits.MaxConcurrentConnections = 500;
});
builder.Services.Configure<FormOptions>(form =>
{
    form.MultipartBodyLengthLimit = long.MaxValue; // the request's own limit decides
    form.ValueLengthLimit = 10_000;
    form.ValueCountLimit = 32;
});
builder.Services.Configure<RouteHandlerOptions>(handlers => handlers.ThrowOnBadRequest = true);
builder.Services.ConfigureHttpJsonOptions(json => Json.Configure(json.SerializerOptions));
builder.Services.AddProblemDetails();
builder.Services.AddExceptionHandler<Problems>();
builder.Services.AddOpenApi(openApi => openApi.AddStampoSchemas());
builder.Services.AddResponseCompression(compression =>
{
    compression.EnableForHttps = false;
    compression.MimeTypes = [.. ResponseCompressionDefaults.MimeTypes, "application/problem+json"];
});
builder.Services.AddLoadLimits();
builder.Services.AddMemoryCache(cache => cache.SizeLimit = 64);
builder.Services.AddSingleton(TimeProvider.System);
builder.Services.AddStampoDatabase(builder.Configuration["Stampo:Data"] ?? new StampoOptions().Data);
builder.Services.AddSingleton<StepDocuments>();
builder.Services.AddSingleton<ProjectStore>();
builder.Services.AddSingleton<ProjectOverview>();
builder.Services.AddSingleton<StepStore>();
builder.Services.AddSingleton<MeshIntake>();
builder.Services.AddSingleton<LongWork>();
builder.Services.AddSingleton<Studies>();
builder.Services.AddSingleton<Surfaces>();
builder.Services.AddSingleton<Mending>();
builder.Services.AddSingleton<ShopLibrary>();
builder.Services.AddSingleton<Comparisons>();
builder.Services.AddSingleton<Memos>();
builder.Services.AddSingleton<Decisions>();
builder.Services.AddSingleton<MoldShapes>();
builder.Services.AddSingleton<SplitMoldFiles>();
builder.Services.AddSingleton<Plans>();
builder.Services.AddSingleton<Travellers>();
builder.Services.AddSingleton<DemoWorld>();
// The build asks this program for its OpenAPI description; that must not touch anybody's data.
if (Assembly.GetEntryAssembly()?.GetName().Name != "GetDocument.Insider")
    builder.Services.AddHostedService<Startup>();

var app = builder.Build();
app.UseExceptionHandler();
app.UseStatusCodePages(ApiStatus.WriteAsync);
app.UseMiddleware<SameOrigin>();
app.UseResponseCompression();
app.UseWebApp(builder.Configuration["Stampo:Web"]);
app.UseRequestTimeouts();
app.UseRateLimiter();

app.MapOpenApi();
app.MapProjects();
app.MapPart();
app.MapBrief();
app.MapRoutes();
app.MapLibrary();
app.MapPlan();
app.MapConvert();
app.MapGet("/api/health", () => new { ok = true }).ExcludeFromDescription();
await app.RunAsync();

/// <summary>Named so that tests can start the whole application.</summary>
public partial class Program;
