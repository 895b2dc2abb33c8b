using NetArchTest.Rules;
using Stampo.Core.Routes;

namespace Stampo.Core.Tests;

/// <summary>The rules of the house that a compiler does not hold.</summary>
public class HouseRulesTests
{
    private static readonly string[] Steps = ["Parts", "Briefs", "Materials", "Routes", "Comparison", "Plans"];

    [Theory]
    [InlineData("Units")]
    [InlineData("Ranges")]
    [InlineData("Working")]
    [InlineData("Geometry")]
    [InlineData("Calendar")]
    public void Shared_rooms_know_nothing_of_the_steps(string room) =>
        Holds(Types.InAssembly(typeof(IRoute).Assembly).That().ResideInNamespace($"Stampo.Core.{room}")
            .ShouldNot().HaveDependencyOnAny([.. Steps.Select(s => $"Stampo.Core.{s}")]).GetResult());

    [Fact]
    public void The_core_opens_no_file_socket_or_database() =>
        Holds(Types.InAssembly(typeof(IRoute).Assembly).ShouldNot()
            .HaveDependencyOnAny("System.IO.File", "System.Net", "Microsoft.EntityFrameworkCore", "Microsoft.AspNetCore", "System.Diagnostics.Process").GetResult());

    [Fact]
    public void Routes_do_not_know_the_comparison() =>
        Holds(Types.InAssembly(typeof(IRoute).Assembly).That().ResideInNamespaceStartingWith("Stampo.Core.Routes")
            .ShouldNot().HaveDependencyOn("Stampo.Core.Comparison").GetResult());

    private static void Holds(NetArchTest.Rules.TestResult result) => Assert.True(result.IsSuccessful, string.Join(", ", result.FailingTypeNames ?? []));
}
