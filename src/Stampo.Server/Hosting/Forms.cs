namespace Stampo.Server.Hosting;

/// <summary>Files that come in forms.</summary>
internal static class Forms
{
    public static async Task<IFormFile> FileAsync(HttpRequest request, CancellationToken cancel)
    {
        if (!request.HasFormContentType)
            throw new BadHttpRequestException("Send the file as multipart/form-data with a field called \"file\".");
        var form = await request.ReadFormAsync(cancel);
        return form.Files.GetFile("file") ?? throw new BadHttpRequestException("The form has no file in a field called \"file\".");
    }
}
