using System.Text.Json;
using System.Text.Json.Serialization;
using Stampo.Core.Wording;

namespace Stampo.Core.Ranges;

/// <summary>In JSON a certain number is a plain number, a range is {"low":…,"likely":…,"high":…}.</summary>
public sealed class ThreePointJson : JsonConverter<ThreePoint>
{
    public override ThreePoint Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
    {
        if (reader.TokenType == JsonTokenType.Number)
            return Finite(ref reader);
        if (reader.TokenType != JsonTokenType.StartObject)
            throw new JsonException("A number or {\"low\":…,\"likely\":…,\"high\":…} belongs here.");
        double? low = null,
            likely = null,
            high = null;
        while (reader.Read() && reader.TokenType == JsonTokenType.PropertyName)
        {
            var name = reader.GetString();
            reader.Read();
            if (reader.TokenType != JsonTokenType.Number)
                throw new JsonException("low, likely and high are numbers.");
            switch (name)
            {
                case "low":
                    low = Finite(ref reader);
                    break;
                case "likely":
                    likely = Finite(ref reader);
                    break;
                case "high":
                    high = Finite(ref reader);
                    break;
                default:
                    throw new JsonException($"A range has low, likely and high, not \"{name}\".");
            }
        }

        if (low is null || likely is null || high is null)
            throw new JsonException("A range needs low, likely and high.");
        try
        {
            return new ThreePoint(low.Value, likely.Value, high.Value);
        }
        catch (RefusalException refusal)
        {
            throw new JsonException(refusal.Message, refusal);
        }
    }

    /// <summary>"1e400" is written like a number and is none to count with.</summary>
    private static double Finite(ref Utf8JsonReader reader) =>
        reader.GetDouble() is var value && double.IsFinite(value)
            ? value
            : throw new JsonException("The number is beyond what can be counted with.");

    public override void Write(Utf8JsonWriter writer, ThreePoint value, JsonSerializerOptions options)
    {
        if (value.IsPoint)
        {
            writer.WriteNumberValue(value.Likely);
            return;
        }

        writer.WriteStartObject();
        writer.WriteNumber("low", value.Low);
        writer.WriteNumber("likely", value.Likely);
        writer.WriteNumber("high", value.High);
        writer.WriteEndObject();
    }
}
