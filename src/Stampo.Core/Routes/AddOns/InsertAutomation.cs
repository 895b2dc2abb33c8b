using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Routes.AddOns;

/// <summary>What a robot costs, and what a part takes of hands and of it, with what an hour of each costs.</summary>
public sealed record InsertAutomationRequest(
    double Capital,
    double HandSeconds,
    double HandRatePerH,
    double RobotSeconds,
    double RobotRatePerH
);

/// <param name="BreakEvenParts">From so many parts on it pays; null when it never does.</param>
/// <param name="Working">How it came about.</param>
public sealed record InsertAutomationAnswer(double? BreakEvenParts, IReadOnlyList<WorkLine> Working);

/// <summary>From how many parts on a robot that loads inserts has paid for itself: capital ÷ what it saves on each.</summary>
public static class InsertAutomation
{
    public static InsertAutomationAnswer Of(InsertAutomationRequest request)
    {
        Check.Between(request.Capital, 0, 1e9, "capital", "€", "what the robot and its feeder cost");
        Check.Between(request.HandSeconds, 0, 86_400, "handSeconds", "s", "to load a part by hand");
        Check.Between(request.HandRatePerH, 0, 1e6, "handRatePerH", "€/h", "what an hour of hands costs");
        Check.Between(request.RobotSeconds, 0, 86_400, "robotSeconds", "s", "to load a part by robot");
        Check.Between(request.RobotRatePerH, 0, 1e6, "robotRatePerH", "€/h", "what an hour of it costs");
        var sheet = new Worksheet();
        var saved = sheet.Line(
            "saved",
            "Saved on each part",
            Figure.Given("by hand", request.HandSeconds, "s/part") * Figure.Given("an hour of hands", request.HandRatePerH, "€/h")
                - Figure.Given("by robot", request.RobotSeconds, "s/part") * Figure.Given("an hour of it", request.RobotRatePerH, "€/h"),
            "€/part",
            "hands and machine of each part"
        );
        if (saved.Value.Likely <= 0)
            return new InsertAutomationAnswer(null, sheet.Lines);
        var parts = sheet.Line(
            "breakEven",
            "It pays from",
            Figure.Given("robot and feeder", request.Capital, "€") / saved,
            "parts",
            "capital over what each part saves"
        );
        return new InsertAutomationAnswer(parts.Value.Likely, sheet.Lines);
    }
}
