using Stampo.Core.Materials;
using Stampo.Core.Wording;

namespace Stampo.Server.Brief;

/// <summary>What was felt of one sample.</summary>
public sealed record Felt(string MaterialId, string Words);

/// <summary>The hardness found by trying: the question, what was felt of each sample, and the one chosen with who, why and when.</summary>
[Whole]
public sealed record Ladder
{
    private const int LongestWords = 400;

    public LadderRequest? Request { get; init; }

    public IReadOnlyList<Felt> Tried { get; init; } = [];

    public string? ChosenMaterialId { get; init; }

    public string Reason { get; init; } = "";

    public DateOnly? ChosenOn { get; init; }

    public Ladder Checked(IReadOnlyList<Material> library)
    {
        Check.Between(Check.Whole(Tried, "tried").Count, 0, 20, "tried", "", "twenty samples are a test programme");
        foreach (var felt in Tried)
            Short(Check.Given(felt.Words, "tried"), "tried");
        Short(Reason, "reason");
        if (ChosenMaterialId is { } id && library.All(m => m.Id != id))
            throw new RefusalException("ladder.no-material", $"There is no material \"{id}\" in the library.", "chosenMaterialId");
        if (Request is { } request)
            Whole(request, library);
        return this;
    }

    /// <summary>A question that is still being filled in is kept as it is; one that is whole has to make sense.</summary>
    private static void Whole(LadderRequest request, IReadOnlyList<Material> library)
    {
        try
        {
            HardnessLadder.Of(request, library);
        }
        catch (RefusalException unfinished) when (unfinished.Code == "input.missing") { }
    }

    private static void Short(string text, string field)
    {
        if (text.Length > LongestWords)
            throw new RefusalException("input.length", $"{field} has {text.Length} characters; {LongestWords} are enough.", field);
    }
}
