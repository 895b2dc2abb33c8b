using NetArchTest.Rules;
using Stampo.Core.Planning;
using Stampo.Core.Routes;
using Stampo.Core.Tests.Geometry;
using Stampo.Tests;

namespace Stampo.Core.Tests;

/// <summary>The rules of the house that a compiler does not hold.</summary>
public class HouseRulesTests
{
    /// <summary>What a figure is comes first, then the part and what it may be made of, then the job; plans know no route, routes know plans.</summary>
    [Fact]
    public void Rooms_stand_in_one_direction() =>
        Rooms.StandInOneDirection(
            typeof(IRoute).Assembly,
            "Stampo.Core",
            [
                .. (string[])["Wording", "Units", "Ranges", "Calendar", "Working", "Geometry", "Parts", "Materials", "Reference"],
                .. (string[])
                    [
                        "Shops",
                        "Briefs",
                        "Safety",
                        "Forming",
                        "Jobs",
                        "Printing",
                        "Machining",
                        "Tooling",
                        "Flow",
                        "Planning",
                        "Plans",
                        "Routes",
                    ],
                .. (string[])["Quotes", "Comparison", "Sequences", "Bridging", "Bench", "Scheduling", "Log"],
            ]
        );

    /// <summary>What the formatter can't break, a long sentence or formula, is named in parts by whoever writes it.</summary>
    [Fact]
    public void No_line_of_the_program_is_longer_than_140_signs() =>
        Assert.Empty(
            Directory
                .EnumerateFiles(Path.Combine(Surfaces.Root, "src"), "*.cs", SearchOption.AllDirectories)
                .Where(file =>
                    !file.Contains("/Migrations/", StringComparison.Ordinal) && !file.Contains("/obj/", StringComparison.Ordinal)
                )
                .SelectMany(file => File.ReadLines(file).Where(line => line.Length > 140).Select(line => $"{file}: {line.Trim()}"))
        );

    [Fact]
    public void The_core_opens_no_file_socket_or_database() =>
        Holds(
            Types
                .InAssembly(typeof(IRoute).Assembly)
                .ShouldNot()
                .HaveDependencyOnAny(
                    "System.IO.File",
                    "System.Net",
                    "Microsoft.EntityFrameworkCore",
                    "Microsoft.AspNetCore",
                    "System.Diagnostics.Process"
                )
                .GetResult()
        );

    [Fact]
    public void Only_its_own_folder_and_its_routes_know_a_family_of_plans()
    {
        Holds(
            Types
                .InAssembly(typeof(IRoute).Assembly)
                .That()
                .DoNotResideInNamespaceStartingWith("Stampo.Core.Plans.")
                .And()
                .DoNotResideInNamespaceStartingWith("Stampo.Core.Routes.")
                .ShouldNot()
                .HaveDependencyOn("Stampo.Core.Plans")
                .GetResult()
        );
        var families = PlanFamilies.Records.Select(r => r.Namespace!).Distinct().ToList();
        Assert.True(families.Count > 1);
        foreach (var family in families)
            Holds(
                Types
                    .InAssembly(typeof(IRoute).Assembly)
                    .That()
                    .ResideInNamespaceStartingWith(family)
                    .ShouldNot()
                    .HaveDependencyOnAny([.. families.Where(f => f != family)])
                    .GetResult()
            );
    }

    [Fact]
    public void Every_family_has_choices_figures_and_a_planner()
    {
        foreach (var family in PlanFamilies.Records.GroupBy(PlanFamilies.NameOf))
            Assert.Equal([typeof(PlanChoices), typeof(PlanFigures)], family.Select(r => r.BaseType).OrderBy(t => t!.Name));
        Assert.Equal(
            PlanFamilies.Records.Count / 2,
            typeof(IRoute).Assembly.GetTypes().Count(t => !t.IsAbstract && t.IsAssignableTo(typeof(IPlanner)))
        );
    }

    /// <summary>A word that says who loads a part, too.</summary>
    private const string AlsoAWord = "machine";

    [Fact]
    public void No_route_is_named_outside_its_own_folder()
    {
        var root = Surfaces.Root;
        var named = RouteCatalogue
            .All.Select(r => r.Card.Id)
            .Where(id => id != AlsoAWord)
            .SelectMany(id => new[] { $"\"{id}\"", $"'{id}'" })
            .ToList();
        var own = new[]
        {
            "/bin/",
            "/obj/",
            "/Core/Plans/",
            "/Stampo.Core/Routes/",
            "/Stampo.Core/Plans/",
            "/plan/families/",
            "/testing/",
            ".test.",
            "schema.d.ts",
            "/Migrations/",
        };
        var sources = new[] { "src", "web/src" }
            .SelectMany(folder => Directory.EnumerateFiles(Path.Combine(root, folder), "*.*", SearchOption.AllDirectories))
            .Where(f => Path.GetExtension(f) is ".cs" or ".ts" or ".tsx" && !own.Any(o => f.Contains(o, StringComparison.Ordinal)))
            .ToList();
        Assert.True(sources.Count > 200);
        Assert.All(sources, f => Assert.DoesNotContain(named, id => File.ReadAllText(f).Contains(id, StringComparison.Ordinal)));
    }

    private static void Holds(NetArchTest.Rules.TestResult result) =>
        Assert.True(result.IsSuccessful, string.Join(", ", result.FailingTypeNames ?? []));
}
