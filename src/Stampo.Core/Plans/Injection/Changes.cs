using Stampo.Core.Jobs;
using Stampo.Core.Tooling;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Injection;

/// <summary>
/// What a change of the part costs in the tool, by how it is made: a share of the hours of a cavity, at least so many, for each cavity.
/// Metal off is cheap, metal on is a weld or an insert; the base is kept.
/// </summary>
internal static class Changes
{
    public static IReadOnlyList<ChangeCost> Of(Worksheet sheet, Job job, MetalTool tool, int cavities)
    {
        var hours = tool.OneCavity;
        Term AtLeast(string key) => Term.Max(job.Figure($"tool.change.{key}Least"), job.Figure($"tool.change.{key}") * hours);
        return
        [
            One(ChangeBy.Cutter, "Metal off by a cutter", AtLeast("cut")),
            One(ChangeBy.Spark, "Metal off by sparking", AtLeast("spark")),
            One(ChangeBy.Weld, "Metal on: weld, recut, polish", AtLeast("weld")),
            One(ChangeBy.Insert, "A new insert", job.Figure("tool.change.insert") * hours),
            One(ChangeBy.Cavity, "A new cavity, the base kept", job.Figure("tool.change.cavity") * hours),
        ];

        ChangeCost One(ChangeBy by, string name, Term each)
        {
            var id = $"change{by}";
            var all = sheet.Line($"{id}H", name, each.ForAll(cavities), "h", "share of a cavity, at least so many hours");
            var euros = sheet.Line($"{id}Euros", $"{name}: cost", all * job.Figure("labour.toolmaker"), "€", "hours × rate");
            return new ChangeCost(by, all.Value, euros.Value, $"{id}Euros");
        }
    }
}
