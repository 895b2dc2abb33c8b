using System.Text.Json;
using System.Text.Json.Serialization.Metadata;

namespace Stampo.Core.Planning;

/// <summary>Every family that has a plan, found by its records: "CastingChoices" and "CastingFigures" are those of "casting".</summary>
public static class PlanFamilies
{
    public const string Discriminator = "family";

    private static readonly Type[] Bases = [typeof(PlanChoices), typeof(PlanFigures)];

    /// <summary>All records of choices and of figures.</summary>
    public static IReadOnlyList<Type> Records { get; } =
    [
        .. typeof(PlanFamilies)
            .Assembly.GetTypes()
            .Where(t => !t.IsAbstract && Bases.Contains(t.BaseType))
            .OrderBy(t => t.Name, StringComparer.Ordinal),
    ];

    public static string NameOf(Type record) =>
        JsonNamingPolicy.CamelCase.ConvertName(
            record.Name.Replace("Choices", "", StringComparison.Ordinal).Replace("Figures", "", StringComparison.Ordinal)
        );

    /// <summary>For the serializer: choices and figures are written with their family.</summary>
    public static void Discriminate(JsonTypeInfo type)
    {
        if (!Bases.Contains(type.Type))
            return;
        type.PolymorphismOptions = new JsonPolymorphismOptions { TypeDiscriminatorPropertyName = Discriminator };
        foreach (var record in Records.Where(r => r.BaseType == type.Type))
            type.PolymorphismOptions.DerivedTypes.Add(new JsonDerivedType(record, NameOf(record)));
    }
}
