using Stampo.Core.Flow;
using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Planning;
using Stampo.Core.Tooling;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Injection;

/// <summary>What a rigid tool comes to by the shape of the part: a <see cref="ToolShape"/>, kept, as routes reckon with it.</summary>
public sealed record ToolAsked : ShapeQuestion;

/// <summary>Gates in the order in which they are proposed, with the flow length ÷ wall that is left with so many.</summary>
public sealed record ProposedGates(IReadOnlyList<ProposedGate> InTurn)
{
    /// <summary>As few as the plastic reaches everywhere from; all there are when it never does.</summary>
    public int Fewest(double? ratio)
    {
        var enough = InTurn.Index().Where(g => ratio is null || g.Item.Ratio <= ratio).Select(g => g.Index + 1);
        return enough.FirstOrDefault(InTurn.Count);
    }
}

/// <summary>Where gates of a kind would stand.</summary>
public sealed record GatesAsked(GateStands Stands) : SurfaceQuestion
{
    private const int Most = 4;

    /// <summary>The inside of the part is cut into cubes for it, once.</summary>
    public override int MostTrianglesAtOnce => 10_000;

    public override object AnswerOf(SolidSurface surface, Vec3 pull, Progress progress) =>
        new ProposedGates(GateSearch.Of(surface, Stands, Most, pull.Unit(), progress));
}

/// <summary>How the part fills, or why it does not.</summary>
public sealed record FilledPart(FillingFigures? Figures, Finding? Refused);

/// <summary>How the part fills from gates.</summary>
/// <param name="At">Their places, written out: equal questions have one answer.</param>
public sealed record FillingAsked(string At) : SurfaceQuestion
{
    public static FillingAsked From(IEnumerable<double[]> at) => new(PointsWritten.Of(at));

    public IReadOnlyList<Vec3> Gates => PointsWritten.Read(At);

    public override object AnswerOf(SolidSurface surface, Vec3 pull, Progress progress)
    {
        try
        {
            return new FilledPart(Filling.Of(surface, Gates, pull.Unit(), progress), null);
        }
        catch (PlacedRefusal refused)
        {
            return new FilledPart(null, refused.AsFinding());
        }
    }
}
