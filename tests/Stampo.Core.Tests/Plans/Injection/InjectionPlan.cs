using System.Collections.Concurrent;
using NodaTime;
using Stampo.Core.Briefs;
using Stampo.Core.Geometry;
using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Injection;
using Stampo.Core.Reference;
using Stampo.Core.Routes;
using Stampo.Core.Tooling;
using Stampo.Core.Working;

namespace Stampo.Core.Tests.Plans.Injection;

/// <summary>An injection tool for a part, planned as the server would: it asks the mesh until it knows all.</summary>
internal sealed record InjectionPlan
{
    private static readonly Vec3 Up = new(0, 0, 1);

    public string Metal { get; init; } = "aluminium";

    public int Cavities { get; init; } = 1;

    public string Plastic { get; init; } = "abs";

    public Brief Brief { get; init; } = new() { Sources = new Sources { MetalTools = Source.InHouse } };

    public PartFacts Part { get; init; } = TheHousing.Part;

    public SolidSurface? Surface { get; init; }

    public double Quantity { get; init; } = 1200;

    public Func<InjectionChoices, InjectionChoices> Choose { get; init; } = c => c;

    public (WorkPlan Plan, InjectionFigures Figures) Worked()
    {
        IPlanner planner = InjectionPlanner.Instance;
        Job With(Material of) => new(Part, Brief, of, RateCard.Shipped);
        var material = MaterialLibrary.Find(Plastic)!;
        var route = RouteCatalogue.Find(
            $"inject-{(Metal == "aluminium" ? "aluminium" : Metal == "steelPre" ? "steel-pre" : "steel-hard")}"
        )!;
        var method = (InjectionMethod)route.Methods(With(material), Cavities)[0];
        var choices = Choose((InjectionChoices)planner.Propose(method));
        var inputs = new PlanInputs(With, Library.Shipped, ShapeAnswers.None, Quantity, new LocalDateTime(2030, 3, 4, 8, 0));
        var known = new Dictionary<ShapeQuestion, object?>();
        for (var asked = Open(); asked.Count > 0; asked = Open())
            foreach (var question in asked)
                known[question] = Answer(question);
        var plan = planner.Work(choices, method, inputs with { Shape = new ShapeAnswers(known) });
        return (plan, (InjectionFigures)plan.Figures);

        List<ShapeQuestion> Open() =>
            Surface is null
                ? []
                : [.. planner.Asks(choices, method, inputs with { Shape = new ShapeAnswers(known) }).Where(q => !known.ContainsKey(q))];
    }

    /// <summary>The same surface is asked the same by many tests.</summary>
    private static readonly ConcurrentDictionary<(SolidSurface, ShapeQuestion), object> Answered = [];

    private object Answer(ShapeQuestion question) =>
        Answered.GetOrAdd(
            (Surface!, question),
            asked =>
                asked.Item2 is ToolAsked
                    ? ToolShape.Of(asked.Item1, Up, Progress.None)
                    : ((SurfaceQuestion)asked.Item2).AnswerOf(asked.Item1, Up, Progress.None)
        );
}
