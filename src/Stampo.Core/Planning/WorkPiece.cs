using Stampo.Core.Wording;

namespace Stampo.Core.Planning;

/// <summary>Which piece of a plan's work: what is done once, a tool, a shot, or what is left at the end.</summary>
[Whole]
public sealed record WorkPiece(Repeats Repeats, int? Tool = null, int? Shot = null)
{
    public bool Holds(Operation operation) =>
        operation.Repeats == Repeats || (Repeats == Repeats.EachShot && operation.Repeats == Repeats.EachPart);
}
