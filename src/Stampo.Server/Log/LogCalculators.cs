using Stampo.Core.Log.Charts;
using Stampo.Core.Log.Shelf;
using Stampo.Core.Wording;

namespace Stampo.Server.Log;

/// <summary>
/// What is known of a kind of tool, and a tool of it that shall make so many more shots. <c>current</c> is one of those in service, or 0
/// for a new one.
/// </summary>
public sealed record LifeForecastRequest(
    double Shape,
    LifePrior Prior,
    IReadOnlyList<double> Retired,
    IReadOnlyList<double> InService,
    double Current,
    double More
);

public sealed record LifeForecastAnswer(double A, double B, double Survival);

public sealed record ControlChartRequest(IReadOnlyList<double> Values);

/// <summary>Measured values in the order they were made, and the limits; either may be left out.</summary>
public sealed record CapabilityRequest(IReadOnlyList<double> Values, double? Lower = null, double? Upper = null);

public sealed record ReplicationRequest(IReadOnlyList<ReplicationPair> Pairs);

/// <summary>The calculators of the log: each stands alone, without a project.</summary>
public static class LogCalculators
{
    public static void MapLogCalculators(this IEndpointRouteBuilder app)
    {
        var calc = app.MapGroup("/api/calc").WithTags("Calculators");
        calc.MapPost("/life-forecast", (LifeForecastRequest request) => Forecast(request));
        calc.MapPost("/control-chart", (ControlChartRequest request) => ControlChart.Of(request.Values));
        calc.MapPost("/capability", (CapabilityRequest request) => Capability.Of(request.Values, request.Lower, request.Upper));
        calc.MapPost("/replication", (ReplicationRequest request) => Replication.Of(request.Pairs));
    }

    private static LifeForecastAnswer Forecast(LifeForecastRequest request)
    {
        var forecast = LifeForecast.Of(request.Shape, request.Prior, request.Retired, request.InService);
        if (request.Current != 0 && !request.InService.Contains(request.Current))
            throw new RefusalException(
                "forecast.not-in-service",
                "The tool asked about is one of those in service; name its shots there too, or 0 for a new one.",
                "current"
            );
        return new LifeForecastAnswer(forecast.A, forecast.B, forecast.Survival(request.Current, request.More));
    }
}
