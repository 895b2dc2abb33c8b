using Stampo.Core.Briefs;

namespace Stampo.Core.Tests.Briefs;

/// <summary>What stands in the house of a test.</summary>
internal static class InHouse
{
    public static Equipment With(params (string Kind, string Figure, double Value)[] said) =>
        new()
        {
            Figures = said.GroupBy(s => s.Kind)
                .ToDictionary(g => g.Key, g => (IReadOnlyDictionary<string, double?>)g.ToDictionary(s => s.Figure, s => (double?)s.Value)),
        };
}
