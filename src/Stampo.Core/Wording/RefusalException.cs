namespace Stampo.Core.Wording;

/// <summary>
/// An input the rules of the job can't work with. <paramref name="code"/> is stable and meant for programs;
/// <paramref name="message"/> says what is wrong, where, and what to do; <paramref name="field"/> names the input.
/// </summary>
public class RefusalException(string code, string message, string? field = null) : Exception(message)
{
    public string Code { get; } = code;

    public string? Field { get; } = field;

    /// <summary>What a calculator makes of somebody's choices; its refusals name the field of the choices in place of its own.</summary>
    public static T Renamed<T>(Func<T> compute, Func<string, string> field)
    {
        try
        {
            return compute();
        }
        catch (RefusalException refused) when (refused.Field is { } own)
        {
            throw new RefusalException(refused.Code, refused.Message, field(own));
        }
    }
}

/// <summary>Guards for numbers a person typed. Every refusal says the range and why it is one.</summary>
public static class Check
{
    public static double Between(double value, double low, double high, string field, string unit, string why)
    {
        if (double.IsFinite(value) && value >= low && value <= high)
            return value;
        throw new RefusalException(
            "input.out-of-range",
            $"{FieldWords.Capital(field)} is {Text.Number(value)} {unit}".TrimEnd()
                + $"; it must lie between {Text.Number(low)} and {Text.Number(high)} {unit}".TrimEnd()
                + $": {why}.",
            field
        );
    }

    public static double Positive(double value, string field, string unit, double high = 1e12) =>
        double.IsFinite(value) && value > 0 && value <= high
            ? value
            : throw new RefusalException(
                "input.out-of-range",
                $"{FieldWords.Capital(field)} is {Text.Number(value)} {unit}".TrimEnd()
                    + $"; it must be more than 0 and at most {Text.Number(high)} {unit}".TrimEnd()
                    + ".",
                field
            );

    /// <summary>A text of so many signs; what is around it does not count for the least.</summary>
    /// <param name="text">As it came.</param>
    /// <param name="least">Without what is around it.</param>
    /// <param name="most">As it came.</param>
    /// <param name="field">Its name.</param>
    /// <param name="said">What to say when it is not; null for how long it is to be.</param>
    public static void Length(string? text, int least, int most, string field, string? said = null)
    {
        if (text is null || text.Trim().Length < least || text.Length > most)
            throw new RefusalException("input.length", said ?? $"{FieldWords.Capital(field)} has {least} to {most} signs.", field);
    }

    /// <summary>One of two words, or nothing.</summary>
    public static void OneOf(string? value, string field, string first, string second)
    {
        if (value is not null && value != first && value != second)
            throw new RefusalException(
                "input.choice",
                $"{FieldWords.Capital(field)} is \"{value}\"; it is \"{first}\" or \"{second}\".",
                field
            );
    }

    /// <summary>A list that is there and has no gaps.</summary>
    public static IReadOnlyList<T> Whole<T>(IReadOnlyList<T>? list, string field)
        where T : class
    {
        for (var i = 0; i < Given(list, field).Count; i++)
            Given(list![i], $"{field}[{i}]");
        return list!;
    }

    public static T Given<T>(T? value, string field)
        where T : class =>
        value ?? throw new RefusalException("input.missing", $"{FieldWords.Capital(field)} is missing; give it and send again.", field);
}
