using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Working;

namespace Stampo.Core.Planning;

/// <summary>Something a plan asks of the mesh. Questions that are equal have one answer, kept by content.</summary>
public abstract record ShapeQuestion
{
    /// <summary>Of a part with more triangles it is worked out in the background first.</summary>
    public virtual int MostTrianglesAtOnce => 100_000;
}

/// <summary>A question that the surface itself answers, along the pull a mold opens in.</summary>
public abstract record SurfaceQuestion : ShapeQuestion
{
    public abstract object AnswerOf(SolidSurface surface, Vec3 pull, Progress progress);
}

/// <summary>An answer that may be a first look: a better one is on its way.</summary>
public interface IFirstLook
{
    bool IsFirstLook { get; }
}

/// <summary>What has been answered so far; nothing for a declared part.</summary>
public sealed class ShapeAnswers(IReadOnlyDictionary<ShapeQuestion, object?> answers)
{
    public static ShapeAnswers None { get; } = new(new Dictionary<ShapeQuestion, object?>());

    public T? To<T>(ShapeQuestion question)
        where T : class => answers.GetValueOrDefault(question) as T;
}
