namespace Stampo.Server.Hosting;

/// <summary>Files that come in forms.</summary>
internal static class Forms
{
    private const int LongestName = 120;

    public static async Task<IFormFile> FileAsync(HttpRequest request, CancellationToken cancel)
    {
        if (!request.HasFormContentType)
            throw new BadHttpRequestException("Send the file as multipart/form-data with a field called \"file\".");
        var form = await request.ReadFormAsync(cancel);
        return form.Files.GetFile("file") ?? throw new BadHttpRequestException("The form has no file in a field called \"file\".");
    }

    /// <summary>The whole file; how large it may be is looked at before.</summary>
    public static async Task<byte[]> BytesAsync(IFormFile file, CancellationToken cancel)
    {
        var bytes = new byte[file.Length];
        await using var stream = file.OpenReadStream();
        await stream.ReadExactlyAsync(bytes, cancel);
        return bytes;
    }

    /// <summary>The name without its folders, no longer than a line; <paramref name="otherwise"/> when there is none.</summary>
    public static string NameOf(string fileName, string otherwise) =>
        Path.GetFileName(fileName) is { Length: > 0 } name ? name[..Math.Min(name.Length, LongestName)] : otherwise;
}
