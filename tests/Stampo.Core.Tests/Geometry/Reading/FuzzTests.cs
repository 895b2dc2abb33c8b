namespace Stampo.Core.Tests.Geometry.Reading;

public class FuzzTests
{
    [Fact]
    public void Spoiled_files_are_read_or_refused_by_name_and_nothing_else()
    {
        var outcomes = Enumerable.Range(0, 800).Select(number => MeshFuzz.Case(number)).ToList();
        Assert.All(outcomes.Where(code => code is not null), code => Assert.StartsWith("mesh.", code!, StringComparison.Ordinal));
        // Spoiling that never spoils, or always does, would test nothing.
        Assert.InRange(outcomes.Count(code => code is null), 20, 780);
        Assert.True(outcomes.Distinct().Count() >= 6);
    }

    [Fact]
    public void What_was_spoiled_can_be_spoiled_again() => Assert.Equal(MeshFuzz.Spoiled(17), MeshFuzz.Spoiled(17));
}
