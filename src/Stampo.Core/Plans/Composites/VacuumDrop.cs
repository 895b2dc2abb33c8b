using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Composites;

/// <summary>A bag with the pump shut off: how far its pressure rose, in how long.</summary>
public sealed record VacuumDropRequest(double VolumeL, double DropMbar, double Seconds);

public sealed record VacuumDropAnswer(double LeakMbarLPerS, IReadOnlyList<WorkLine> Working);

/// <summary>What a bag leaks: volume × rise of pressure ÷ time.</summary>
public static class VacuumDrop
{
    public static VacuumDropAnswer Of(VacuumDropRequest request)
    {
        Check.Between(request.VolumeL, 0.001, 1e6, "volumeL", "L", "bag, lines and pot");
        Check.Between(request.DropMbar, 0, 1_100, "dropMbar", "mbar", "from nothing to all of the atmosphere");
        Check.Between(request.Seconds, 1, 1e7, "seconds", "s", "five minutes as a rule");
        var sheet = new Worksheet();
        var leak = sheet.Line(
            "leak",
            "Leak",
            Figure.Given("volume under the bag", request.VolumeL, "L")
                * Figure.Given("vacuum lost", request.DropMbar, "mbar")
                / Figure.Given("time", request.Seconds, "s"),
            "mbar·L/s",
            "pressure rise in a closed volume"
        );
        return new VacuumDropAnswer(leak.Value.Likely, sheet.Lines);
    }
}
