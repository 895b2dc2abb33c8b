using System.Text.Json;

namespace Stampo.Core.Working;

/// <summary>Looks through JSON of a stranger before it is taken for anything.</summary>
public static class JsonItems
{
    /// <summary>
    /// Whether a list in it holds a null: no list of ours does, and whoever goes through one would stumble. What is no JSON has none.
    /// </summary>
    public static bool HoldNull(ReadOnlySpan<byte> json, int maxDepth = 64)
    {
        try
        {
            var reader = new Utf8JsonReader(json, new JsonReaderOptions { MaxDepth = maxDepth });
            var lists = new Stack<bool>();
            while (reader.Read())
            {
                switch (reader.TokenType)
                {
                    case JsonTokenType.StartArray or JsonTokenType.StartObject:
                        lists.Push(reader.TokenType == JsonTokenType.StartArray);
                        break;
                    case JsonTokenType.EndArray or JsonTokenType.EndObject:
                        lists.Pop();
                        break;
                    case JsonTokenType.Null when lists.Count > 0 && lists.Peek():
                        return true;
                }
            }

            return false;
        }
        catch (JsonException)
        {
            return false;
        }
    }
}
