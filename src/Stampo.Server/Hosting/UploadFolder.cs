namespace Stampo.Server.Hosting;

/// <summary>
/// Where uploads lie while they arrive. The framework removes each one as its request ends; what a killed server left goes at the next
/// start.
/// </summary>
internal static class UploadFolder
{
    private const string Variable = "ASPNETCORE_TEMP";

    /// <summary>A file without a name that goes when it is let go; one that a killed server left goes with the uploads.</summary>
    public static FileStream Beside() =>
        new(
            Path.Combine(Environment.GetEnvironmentVariable(Variable) ?? Path.GetTempPath(), $"ASPNETCORE_{Guid.NewGuid():n}.tmp"),
            FileMode.CreateNew,
            FileAccess.ReadWrite,
            FileShare.None,
            1 << 16,
            FileOptions.DeleteOnClose | FileOptions.Asynchronous
        );

    /// <summary>Only the folder of its own that the start script gives the server, never a shared one.</summary>
    public static void Empty(string data)
    {
        if (
            Environment.GetEnvironmentVariable(Variable) is not { } folder
            || !Path.GetFullPath(folder).StartsWith(data + Path.DirectorySeparatorChar, StringComparison.Ordinal)
        )
            return;
        Directory.CreateDirectory(folder);
        foreach (var left in Directory.EnumerateFiles(folder, "ASPNETCORE_*.tmp"))
            File.Delete(left);
    }
}
