using Stampo.Core.Working;

namespace Stampo.Core.Safety;

/// <summary>A hazard with the usual cautions in short lines.</summary>
public sealed record Caution(string Id, string Title, IReadOnlyList<string> Lines);

/// <summary>The cautions that ship with the application. They never replace a data sheet, a manual or qualified practice.</summary>
public static class Cautions
{
    public const string Deference =
        "The resin's safety data sheet, the equipment's manual, local rules and qualified people come first; these lines "
        + "don't replace them.";

    private static readonly Dictionary<string, Caution> ById = EmbeddedJson.List<Caution>("cautions").ToDictionary(c => c.Id);

    /// <summary>Those with these ids, each once, in the order they are first met.</summary>
    public static IReadOnlyList<Caution> Of(IEnumerable<string> ids) => [.. ids.Distinct().Select(id => ById[id])];
}
