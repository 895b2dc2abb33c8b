using Stampo.Tests;

namespace Stampo.Server.Tests;

/// <summary>The rules of the house that a compiler does not hold.</summary>
public class HouseRulesTests
{
    /// <summary>What hosts knows no step; what starts all of it lies outside the rooms.</summary>
    [Fact]
    public void Rooms_stand_in_one_direction() =>
        Rooms.StandInOneDirection(
            typeof(Program).Assembly,
            "Stampo.Server",
            [
                .. (string[])["Hosting", "Projects", "Library", "Shop", "Calc", "Part", "Brief", "Routes", "Plan", "Bench", "Week", "Log"],
                .. (string[])["Archive", "Overview", "Demo"],
            ]
        );
}
