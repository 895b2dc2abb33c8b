using System.Globalization;
using Google.OrTools.Sat;

namespace Stampo.Scheduling;

/// <summary>The solver as it is used here: for so long, and the same question gets the same answer as far as time allows.</summary>
internal static class Solver
{
    public static CpSolver For(double seconds, int processors = 2) =>
        new()
        {
            StringParameters = string.Create(
                CultureInfo.InvariantCulture,
                $"max_time_in_seconds:{seconds},num_workers:{processors},random_seed:1"
            ),
        };
}
