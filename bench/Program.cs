using BenchmarkDotNet.Configs;
using BenchmarkDotNet.Diagnosers;
using BenchmarkDotNet.Jobs;
using BenchmarkDotNet.Running;
using BenchmarkDotNet.Toolchains.InProcess.Emit;
using Stampo.Bench;

switch (args)
{
    case ["--fuzz", .. var cases]:
        return Fuzz.Run(cases is [var count] && int.TryParse(count, out var many) ? many : 20_000) ? 0 : 1;
    case ["--molds"]:
        Molds.Print();
        return 0;
    case ["--sheets"]:
        Sheets.Print();
        return 0;
    case ["--crowd", var database, var projects]:
        Crowd.Fill(database, int.Parse(projects, System.Globalization.CultureInfo.InvariantCulture));
        return 0;
    case ["--history", var database]:
        History.Fill(database);
        return 0;
    case ["--peak", var path]:
        Shapes.Peak(path);
        return 0;
}

// Prints each promised figure of the core: the median of some runs, and what was allocated. The warm-up is long enough for the compiler's
// last tier, as in a server that has stood for a minute.
var folder = Path.Combine(Path.GetTempPath(), "stampo-bench");
var config = ManualConfig
    .CreateEmpty()
    .AddJob(
        BenchmarkDotNet
            .Jobs.Job.Default.WithToolchain(InProcessEmitToolchain.Instance)
            .WithWarmupCount(40)
            .WithIterationCount(8)
            .WithInvocationCount(1)
            .WithUnrollFactor(1)
    )
    .AddDiagnoser(MemoryDiagnoser.Default)
    .WithArtifactsPath(folder);
var summary = BenchmarkRunner.Run<Figures>(config);
foreach (var report in summary.Reports)
{
    var name = report.BenchmarkCase.Descriptor.WorkloadMethod.Name;
    var (what, limitMs) = Figures.Promises[name];
    if (report.ResultStatistics is not { } times)
    {
        Console.WriteLine($"{what, -58} failed");
        continue;
    }

    var allocatedMb = (report.GcStats.GetBytesAllocatedPerOperation(report.BenchmarkCase) ?? 0) / 1e6;
    Console.WriteLine(
        $"{what, -58} median {times.Median / 1e6, 7:0.0} ms   max {times.Max / 1e6, 7:0.0} ms   limit {limitMs, 5:0} ms   "
            + $"{allocatedMb, 6:0} MB allocated   {(times.Median / 1e6 <= limitMs ? "kept" : "MISSED")}"
    );
}

Shapes.Print();
Molds.Print();
Sheets.Print();
return 0;
