using System.Reflection;
using Microsoft.AspNetCore.Connections;
using Microsoft.AspNetCore.Http.Features;
using Microsoft.AspNetCore.ResponseCompression;
using Microsoft.AspNetCore.Server.Kestrel.Core;
using Microsoft.Extensions.Options;
using Stampo.Devices.StandIns;
using Stampo.Server;
using Stampo.Server.Archive;
using Stampo.Server.Bench;
using Stampo.Server.Brief;
using Stampo.Server.Calc;
using Stampo.Server.Demo;
using Stampo.Server.Hosting;
using Stampo.Server.Library;
using Stampo.Server.Log;
using Stampo.Server.Overview;
using Stampo.Server.Part;
using Stampo.Server.Plan;
using Stampo.Server.Projects;
using Stampo.Server.Routes;
using Stampo.Server.Shop;
using Stampo.Server.Week;
using Stampo.Storage;

const int LargestJsonBytes = 1_000_000,
    LeastBytesPerSecond = 2_000;

if (args is ["backup", ..])
    return BackupCommand.Run(args[1..]);
if (args is ["devices", ..])
    return await DevicesCommand.RunAsync(args[1..]);

// Settings lie beside the program, wherever it is started from.
var builder = WebApplication.CreateBuilder(new WebApplicationOptions { Args = args, ContentRootPath = AppContext.BaseDirectory });
builder.Services.Configure<StampoOptions>(builder.Configuration.GetSection("Stampo"));
builder.WebHost.ConfigureKestrel(kestrel =>
{
    kestrel.AddServerHeader = false;
    kestrel.Limits.MaxRequestBodySize = LargestJsonBytes;
    kestrel.LimitConnections();
    kestrel.Limits.MinRequestBodyDataRate = new MinDataRate(LeastBytesPerSecond, gracePeriod: TimeSpan.FromSeconds(10));
});
builder.Services.Configure<FormOptions>(form =>
{
    form.MultipartBodyLengthLimit = long.MaxValue; // the request's own limit decides
    form.ValueLengthLimit = 100_000;
    form.ValueCountLimit = 32;
});
builder.Services.Configure<RouteHandlerOptions>(handlers => handlers.ThrowOnBadRequest = true);
builder.Services.ConfigureHttpJsonOptions(json => Json.ConfigureWire(json.SerializerOptions));
builder.Services.AddProblemDetails();
builder.Services.AddExceptionHandler<Problems>();
builder.Services.AddOpenApi(openApi => openApi.AddStampoSchemas());
builder.Services.AddResponseCompression(compression =>
{
    compression.EnableForHttps = false;
    compression.MimeTypes = [.. ResponseCompressionDefaults.MimeTypes, "application/problem+json"];
});
builder.Services.AddLoadLimits();
builder.Services.AddMemoryCache(cache => cache.SizeLimit = 32);
builder.Services.AddSingleton(TimeProvider.System);
builder.Services.AddSingleton<AllowedHosts>();
builder.Services.AddSingleton<WholeAnswers>();
builder.Services.AddStampoDatabase(builder.Configuration["Stampo:Data"] ?? new StampoOptions().Data);
builder.Services.AddSingleton(EarlierForms.All);
builder.Services.AddSingleton<StepDocuments>();
builder.Services.AddSingleton<ProjectStore>();
builder.Services.AddSingleton<ProjectOverview>();
builder.Services.AddSingleton<StepStore>();
builder.Services.AddArchives();
builder.Services.AddSingleton<MeshIntake>();
builder.Services.AddSingleton<ISweeper, UnusedMeshes>();
builder.Services.AddSingleton<ISweeper, UnusedFiles>();
builder.Services.AddSingleton<LongWork>();
builder.Services.AddSingleton<Studies>();
builder.Services.AddSingleton<Surfaces>();
builder.Services.AddSingleton<Mending>();
builder.Services.AddSingleton<ShopLibrary>();
builder.Services.AddSingleton<ShopFloor>();
builder.Services.AddSingleton<StandInRoom>();
builder.Services.AddSingleton<DeviceRoom>();
builder.Services.AddSingleton<Comparisons>();
builder.Services.AddSingleton<QuoteFiles>();
builder.Services.AddSingleton<QuoteRequests>();
builder.Services.AddSingleton<Suppliers>();
builder.Services.AddSingleton<Memos>();
builder.Services.AddSingleton<Decisions>();
builder.Services.AddPlanFamilies();
builder.Services.AddSingleton<Plans>();
builder.Services.AddSingleton<Travellers>();
builder.Services.AddSingleton<Runs>();
builder.Services.AddSingleton<Benches>();
builder.Services.AddSingleton<ShopSchedules>();
builder.Services.AddSingleton<RunHistory>();
builder.Services.AddSingleton<ToolBooks>();
builder.Services.AddSingleton<Shelf>();
builder.Services.AddSingleton<Tracing>();
builder.Services.AddSingleton<Lots>();
builder.Services.AddSingleton<Photos>();
builder.Services.AddSingleton<Measurements>();
builder.Services.AddSingleton<Inspections>();
builder.Services.AddSingleton<FirstArticles>();
builder.Services.AddSingleton<Advice>();
builder.Services.AddSingleton<LogTables>();
builder.Services.AddSingleton<Spending>();
builder.Services.AddSingleton<Learning>();
builder.Services.AddSignalR().AddJsonProtocol(json => Json.ConfigureWire(json.PayloadSerializerOptions));
builder.Services.AddSingleton<DemoRuns>();
builder.Services.AddSingleton<DemoLog>();
builder.Services.AddSingleton<DemoWorld>();

// The build asks this program for its OpenAPI description; that must not touch anybody's data.
if (Assembly.GetEntryAssembly()?.GetName().Name != "GetDocument.Insider")
{
    builder.Services.AddHostedService<Startup>();
    builder.Services.AddHostedService<Housekeeping>();
    builder.Services.AddHostedService<Live>();
    builder.Services.AddHostedService<Watches>();
    builder.Services.AddHostedService(services => services.GetRequiredService<DeviceRoom>());
    builder.Services.AddHostedService(services => services.GetRequiredService<Suppliers>());
    builder.Services.AddHostedService(services => services.GetRequiredService<RunHistory>());
}

var app = builder.Build();
app.UseMiddleware<Visitors>();
app.UseExceptionHandler();
app.UseStatusCodePages(ApiStatus.WriteAsync);

// To this machine's own browser nothing is faster packed.
app.UseWhen(http => !AllowedHosts.IsThisMachine(http.Request.Host), far => far.UseResponseCompression());
app.UseWebApp(builder.Configuration["Stampo:Web"]);

// Routing comes after the page's files, or its fallback would answer for them.
app.UseRouting();
app.UseMiddleware<Arrival>();
app.UseRequestTimeouts();
app.UseRateLimiter();

app.MapOpenApi();

// Open as long as its page is.
app.MapHub<LiveHub>(LiveHub.Path).DisableRequestTimeout();
var api = app.MapGroup("")
    .AddEndpointFilterFactory((_, next) => context => app.Services.GetRequiredService<WholeAnswers>().InvokeAsync(context, next));
api.MapProjects();
api.MapPart();
api.MapBrief();
api.MapRoutes();
api.MapLibrary();
api.MapShop();
api.MapWeek();
api.MapDevices();
api.MapPlan();
api.MapSchedule();
api.MapBench();
api.MapLog();
api.MapConvert();
api.MapGet("/api/limits", (IOptions<StampoOptions> options) => new Limits(options.Value.MaxUploadBytes)).WithTags("Server");
api.MapGet("/api/health", () => new { ok = true }).ExcludeFromDescription();
BuiltEndpoints.Of(app);
try
{
    await app.RunAsync();
    return 0;
}
catch (CannotStartException refused)
{
    return Say.CannotStart(refused.Code, refused.Message);
}
catch (IOException taken) when (taken.InnerException is AddressInUseException)
{
    return Say.CannotStart(
        "address.in-use",
        $"{builder.Configuration["Urls"]} is taken by another program. Stop it, or start with another --port."
    );
}

/// <summary>Named so that tests can start the whole application.</summary>
public partial class Program;
