using System.Diagnostics;
using Stampo.Core.Tests.Geometry;

namespace Stampo.Bench;

/// <summary>Many spoiled mesh files through all readers: each is read or refused by name, soon, and nothing else happens.</summary>
internal static class Fuzz
{
    private const double SlowMs = 2000;

    /// <summary>True when nothing went wrong.</summary>
    public static bool Run(int cases)
    {
        var codes = new Dictionary<string, int>();
        var (failures, slowest) = (0, (Case: 0, Ms: 0.0));
        var all = Stopwatch.StartNew();
        for (var number = 0; number < cases; number++)
        {
            var watch = Stopwatch.StartNew();
            try
            {
                var code = MeshFuzz.Case(number) ?? "read";
                codes[code] = codes.GetValueOrDefault(code) + 1;
            }
            catch (Exception failure)
            {
                failures++;
                Console.WriteLine(
                    $"case {number} ({MeshFuzz.Seeds[number % MeshFuzz.Seeds.Count].Name}): {failure.GetType().Name}: {failure.Message}"
                );
            }

            if (watch.Elapsed.TotalMilliseconds > slowest.Ms)
                slowest = (number, watch.Elapsed.TotalMilliseconds);
        }

        foreach (var (code, count) in codes.OrderByDescending(c => c.Value))
            Console.WriteLine($"{code, -24} {count, 8:#,0}");
        Console.WriteLine(
            $"{cases:#,0} spoiled files in {all.Elapsed.TotalSeconds:0.0} s; slowest {slowest.Ms:0} ms (case "
                + $"{slowest.Case}); {failures} failed with anything but a named refusal."
        );
        return failures == 0 && slowest.Ms < SlowMs;
    }
}
