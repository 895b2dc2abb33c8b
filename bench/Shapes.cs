using System.Diagnostics;
using Stampo.Core.Geometry.Reading;
using Stampo.Core.Parts;
using Stampo.Core.Working;

namespace Stampo.Bench;

/// <summary>
/// The measuring of a shape, which takes seconds: three runs each, stage by stage, and the most memory a process of its own took.
/// </summary>
internal static class Shapes
{
    private const int Runs = 3;

    /// <summary>Stages of the study, by their names.</summary>
    private const string Sorting = "Sorting the triangles",
        Rays = "Wall straight inward";

    public static void Print()
    {
        var file = SphereStl.OfAtLeast(1_000_000);
        var quarter = SphereStl.OfAtLeast(250_000);
        var runs = Enumerable.Range(0, Runs).Select(_ => Stages(file)).ToList();
        var small = Enumerable.Range(0, Runs).Select(_ => Stages(quarter).Values.Sum()).Order().ElementAt(Runs / 2);
        Line(
            "1 000 000 triangles: wall by ray, draft, undercut",
            Median(runs, stage => stage is Sorting or Rays or "Draft and undercuts"),
            1500
        );
        Line("1 000 000 triangles: hierarchy and rays inward", Median(runs, stage => stage is Sorting or Rays), 1200);
        Line("1 000 000 triangles: all but the balls", Median(runs, stage => !stage.Contains("ball", StringComparison.Ordinal)), 2500);
        Line("1 000 000 triangles: wall by the largest ball", Median(runs, stage => stage.Contains("ball", StringComparison.Ordinal)), 500);
        var growth = Median(runs, _ => true) / small;
        Console.WriteLine(
            $"{"4 × the triangles, whole study", -58} {growth:0.0} × the time {"", 20}   limit   5 ×   {(growth < 5 ? "kept" : "MISSED")}"
        );
        AgainstAdmesh(file);
    }

    /// <summary>Reads a file, measures all of it, and says how much memory that took.</summary>
    public static void Peak(string path)
    {
        var part = Read(path);
        ShapeCheck.Study(part, null, Progress.None);
        using var self = Process.GetCurrentProcess();
        Console.WriteLine(
            $"{"1 000 000 triangles: most memory, read and measured", -58} {self.PeakWorkingSet64 / 1e6, 7:0} MB {"", 25} "
                + $"limit 400 MB   {(self.PeakWorkingSet64 <= 400e6 ? "kept" : "MISSED")}"
        );
    }

    /// <summary>Piece by piece, as the server reads what arrives.</summary>
    private static CheckedMesh Read(string path)
    {
        using var file = File.OpenRead(path);
        var soup = ArrivingMesh.ReadAsync(file, file.Length, CancellationToken.None).GetAwaiter().GetResult();
        return MeshCheck.Run(soup, LengthUnit.Mm);
    }

    private static Dictionary<string, double> Stages(byte[] file)
    {
        var part = MeshCheck.Run(file, LengthUnit.Mm);
        var stages = new Dictionary<string, double>();
        var (doing, since) = ("", Stopwatch.StartNew());
        ShapeCheck.Study(
            part,
            null,
            new Progress(
                (what, _) =>
                {
                    lock (stages)
                    {
                        if (what == doing)
                            return;
                        stages[doing] = since.Elapsed.TotalMilliseconds;
                        (doing, since) = (what, Stopwatch.StartNew());
                    }
                }
            )
        );
        stages[doing] = since.Elapsed.TotalMilliseconds;
        return stages;
    }

    private static double Median(List<Dictionary<string, double>> runs, Func<string, bool> of) =>
        runs.Select(run => run.Where(stage => of(stage.Key)).Sum(stage => stage.Value)).Order().ElementAt(runs.Count / 2);

    /// <summary>
    /// The basic pass beside Debian's general-purpose mesh checker on the same file, its check of exactly equal edges alone.
    /// </summary>
    private static void AgainstAdmesh(byte[] file)
    {
        var path = Path.Combine(Path.GetTempPath(), $"stampo-bench-{Environment.ProcessId}.stl");
        File.WriteAllBytes(path, file);
        try
        {
            using (var peak = Process.Start(new ProcessStartInfo("dotnet", [typeof(Shapes).Assembly.Location, "--peak", path]))!)
                peak.WaitForExit();
            // One after the other, so that an hour of a slow machine is the same for both.
            var both = Times(
                () => Read(path),
                () =>
                {
                    using var admesh = Process.Start(new ProcessStartInfo("admesh", ["--exact", path]) { RedirectStandardOutput = true })!;
                    admesh.StandardOutput.ReadToEnd();
                    admesh.WaitForExit();
                }
            );
            var (ours, theirs) = (both[0], both[1]);
            Console.WriteLine(
                $"{"1 000 000 triangles, basic pass: ours, then admesh --exact", -58} {ours, 7:0} ms, {theirs, 7:0} ms "
                    + $"{ours / theirs, 7:0.00} × {"", 17}   {(ours <= 0.5 * theirs ? "kept" : "MISSED")}"
            );
        }
        catch (System.ComponentModel.Win32Exception)
        {
            Console.WriteLine("admesh is not installed; nothing to compare with.");
        }
        finally
        {
            File.Delete(path);
        }
    }

    /// <summary>The median of each.</summary>
    private static double[] Times(params Action[] works)
    {
        var times = Enumerable
            .Range(0, 10)
            .Select(_ =>
                Array.ConvertAll(
                    works,
                    work =>
                    {
                        var watch = Stopwatch.StartNew();
                        work();
                        return watch.Elapsed.TotalMilliseconds;
                    }
                )
            )
            .Skip(1)
            .ToList();
        return [.. works.Select((_, w) => times.Select(round => round[w]).Order().ElementAt(times.Count / 2))];
    }

    internal static void Line(string what, double ms, double limitMs) =>
        Console.WriteLine(
            $"{what, -58} median {ms, 7:0} ms {"", 17} limit {limitMs, 5:0} ms {"", 17}   {(ms <= limitMs ? "kept" : "MISSED")}"
        );
}
