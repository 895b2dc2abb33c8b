using Stampo.Core.Geometry;
using Stampo.Core.Parts;

namespace Stampo.Core.Planning;

/// <summary>Something a plan asks of the mesh. Questions that are equal have one answer, kept by content.</summary>
public abstract record ShapeQuestion;

/// <summary>A question that the surface itself answers, along the pull a mold opens in.</summary>
public abstract record SurfaceQuestion : ShapeQuestion
{
    public abstract object AnswerOf(SolidSurface surface, Vec3 pull);
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
