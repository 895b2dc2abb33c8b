using System.Text.Json.Serialization;
using NodaTime;
using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Reference;
using Stampo.Core.Wording;

namespace Stampo.Core.Planning;

/// <summary>How a route is made, as far as the route knows: the plan begins with it, and it names who works the plan out.</summary>
public abstract record RouteMethod
{
    [JsonIgnore]
    public abstract IPlanner Planner { get; }

    /// <summary>Its tool is for the series: what bridges the time until then is looked at first.</summary>
    [JsonIgnore]
    public virtual bool IsForSeries => false;
}

/// <summary>
/// Everything a person chose about a plan of one family; what is not chosen follows from part, brief and route. Written with its
/// <c>family</c>, which is the name of the record without "Choices".
/// </summary>
public abstract record PlanChoices
{
    public WorkingHours Hours { get; init; } = new();

    public virtual PlanChoices Checked()
    {
        Check.Given(Hours, "hours").Checked();
        return this;
    }
}

/// <summary>What only one family knows of its plan. Written with its <c>family</c>, the name of the record without "Figures".</summary>
public abstract record PlanFigures;

/// <summary>What may be chosen from, by the field it is chosen in.</summary>
public sealed record Offers(
    IReadOnlyDictionary<string, IReadOnlyList<Material>> Materials,
    IReadOnlyDictionary<string, IReadOnlyList<Supply>> Supplies
);

/// <summary>What a plan is worked out from besides its choices.</summary>
/// <param name="JobWith">Part, brief and rates with a material of the plan's choice.</param>
/// <param name="Library">Materials and supplies.</param>
/// <param name="Shape">What was asked of the mesh.</param>
/// <param name="Quantity">Good parts decided on.</param>
/// <param name="Start">When work may begin, by the shop's own clock.</param>
public sealed record PlanInputs(Func<Material, Job> JobWith, Library Library, ShapeAnswers Shape, double Quantity, LocalDateTime Start);

/// <summary>Works out the plans of one family.</summary>
public interface IPlanner
{
    /// <summary>What to begin with; a field that is cleared goes back to it.</summary>
    PlanChoices Propose(RouteMethod method);

    /// <summary>What left the library is put back to what is proposed, so that a plan can still be read and changed.</summary>
    PlanChoices Kept(PlanChoices choices, RouteMethod method, Library library);

    Offers Offers(Library library, string routeId, RouteMethod method);

    /// <summary>What must be known of the mesh.</summary>
    IReadOnlyList<ShapeQuestion> Asks(PlanChoices choices, RouteMethod method, PlanInputs inputs);

    WorkPlan Work(PlanChoices choices, RouteMethod method, PlanInputs inputs);
}

/// <summary>The planner of a family by its own types; choices of another family are refused.</summary>
public abstract class Planner<TMethod, TChoices> : IPlanner
    where TMethod : RouteMethod
    where TChoices : PlanChoices
{
    protected abstract TChoices Propose(TMethod method);

    protected abstract TChoices Kept(TChoices choices, TMethod method, Library library);

    protected abstract Offers Offers(Library library, string routeId, TMethod method);

    protected abstract IReadOnlyList<ShapeQuestion> Asks(TChoices choices, TMethod method, PlanInputs inputs);

    protected abstract WorkPlan Work(TChoices choices, TMethod method, PlanInputs inputs);

    PlanChoices IPlanner.Propose(RouteMethod method) => Propose((TMethod)method);

    PlanChoices IPlanner.Kept(PlanChoices choices, RouteMethod method, Library library) => Kept(Own(choices), (TMethod)method, library);

    Offers IPlanner.Offers(Library library, string routeId, RouteMethod method) => Offers(library, routeId, (TMethod)method);

    IReadOnlyList<ShapeQuestion> IPlanner.Asks(PlanChoices choices, RouteMethod method, PlanInputs inputs) =>
        Asks(Own(choices), (TMethod)method, inputs);

    WorkPlan IPlanner.Work(PlanChoices choices, RouteMethod method, PlanInputs inputs) => Work(Own(choices), (TMethod)method, inputs);

    private static TChoices Own(PlanChoices choices) =>
        choices as TChoices
        ?? throw new RefusalException(
            "plan.other-family",
            $"These choices are those of {PlanFamilies.NameOf(choices.GetType())}; this route is planned as "
                + $"{PlanFamilies.NameOf(typeof(TChoices))}.",
            "family"
        );
}
