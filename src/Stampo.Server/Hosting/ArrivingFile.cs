namespace Stampo.Server.Hosting;

/// <summary>
/// A file to read once, from its beginning. One that is read as it comes over the line may take its time; any other is here already.
/// </summary>
public sealed record ArrivingFile(string Name, Stream Bytes, long ExpectedBytes, bool AsItComes = false)
{
    public static ArrivingFile Here(string name, byte[] bytes) => new(name, new MemoryStream(bytes, writable: false), bytes.Length);
}

/// <summary>Says of an endpoint that it reads its file while it comes over the line, when there is room for that.</summary>
public sealed class ReadsAsItComes;
