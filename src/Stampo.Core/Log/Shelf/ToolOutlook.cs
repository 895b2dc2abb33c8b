using Stampo.Core.Shops;
using Stampo.Core.Working;

namespace Stampo.Core.Log.Shelf;

/// <summary>A point of a survival curve: the chance to make so many more shots.</summary>
public sealed record SurvivalPoint(double More, double Chance);

/// <summary>
/// What is to be expected of a tool in service.
/// </summary>
/// <param name="Shape">Of the forecast.</param>
/// <param name="A">Weight of prior and worn tools.</param>
/// <param name="B">Shots of all, to the power of the shape.</param>
/// <param name="Retired">Tools of its kind that wore out.</param>
/// <param name="InService">Tools of its kind that did not, this one among them.</param>
/// <param name="SureMore">Shots still to come at four in five.</param>
/// <param name="EvenMore">Shots still to come at one in two.</param>
/// <param name="Curve">From now on.</param>
/// <param name="ToCome">Shots its order still asks of it; null when nothing is ordered of it.</param>
/// <param name="Chance">To make those.</param>
/// <param name="Stretch">The stretch that asks; its plan puts one tool more into schedule and purchases.</param>
/// <param name="MakeNextBy">The day the next one is to be begun, so that the order is not late; null when this one lasts.</param>
public sealed record ToolOutlook(
    double Shape,
    double A,
    double B,
    int Retired,
    int InService,
    double SureMore,
    double EvenMore,
    IReadOnlyList<SurvivalPoint> Curve,
    double? ToCome,
    double? Chance,
    string? Stretch,
    DateOnly? MakeNextBy
)
{
    /// <summary>Below four in five another one is made in time.</summary>
    public const double Sure = 0.8;

    /// <summary>How its figures came about.</summary>
    public IReadOnlyList<WorkLine> Working { get; init; } = [];

    private const int CurvePoints = 40;

    private const double CurveEnds = 0.02;

    /// <param name="history">Of its kind, this tool among those in service.</param>
    /// <param name="shots">It has made.</param>
    /// <param name="order">What is still asked of it.</param>
    public static ToolOutlook Of(LifeHistory history, int shots, ToolOrder? order)
    {
        var forecast = history.Forecast;
        var end = Math.Max(1, forecast.MoreAt(shots, CurveEnds));
        var sure = forecast.MoreAt(shots, Sure);
        return new ToolOutlook(
            forecast.Shape,
            forecast.A,
            forecast.B,
            history.Worn.Count,
            history.Rest.Count,
            sure,
            forecast.MoreAt(shots, 0.5),
            [
                .. Enumerable
                    .Range(0, CurvePoints + 1)
                    .Select(i => end * i / CurvePoints)
                    .Select(m => new SurvivalPoint(m, forecast.Survival(shots, m))),
            ],
            order?.ShotsToCome,
            order is null ? null : forecast.Survival(shots, order.ShotsToCome),
            order?.Stretch,
            order is null || order.ShotsToCome <= sure ? null : order.MakeNextBy(sure)
        )
        {
            Working = LifeWorking.Of(history, shots, order?.ShotsToCome),
        };
    }
}

/// <summary>What is still asked of a tool, and how fast.</summary>
/// <param name="Stretch">Its id.</param>
/// <param name="ShotsToCome">Of this tool.</param>
/// <param name="ShotsADay">A working day.</param>
/// <param name="MakingDays">Working days from beginning a tool to its first shot.</param>
/// <param name="Today">Where days are counted from.</param>
/// <param name="Calendar">Of the shop.</param>
public sealed record ToolOrder(string Stretch, double ShotsToCome, double ShotsADay, int MakingDays, DateOnly Today, ShopCalendar Calendar)
{
    private const double LeastADay = 0.01;

    private const int MostDays = 2_500;

    /// <summary>So early that the next is there when so many shots are made; today when that is past.</summary>
    public DateOnly MakeNextBy(double shots)
    {
        var days = Math.Min((int)(shots / Math.Max(ShotsADay, LeastADay)), MostDays) - MakingDays;
        var day = Today;
        for (var open = 0; open < days; open += Calendar.IsOpen(day) ? 1 : 0)
            day = day.AddDays(1);
        return day;
    }
}
