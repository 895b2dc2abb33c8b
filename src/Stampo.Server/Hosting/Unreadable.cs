using System.Text.Json;
using Stampo.Core.Wording;
using Stampo.Storage;

namespace Stampo.Server.Hosting;

/// <summary>Something that is kept here and can't be read by this release.</summary>
public sealed class UnreadableException(string message) : Exception(message);

/// <summary>Why a row that is kept can't be read, for people.</summary>
public static class Unreadable
{
    public static string Why(Exception bad) =>
        bad switch
        {
            LaterFormException or RefusalException => bad.Message,
            JsonException { Path: { Length: > 1 } path } => $"look at {path[1..].TrimStart('.')} in it.",
            JsonException => "it is not what this release writes.",
            _ => "something in it is not as it must be.",
        };
}
