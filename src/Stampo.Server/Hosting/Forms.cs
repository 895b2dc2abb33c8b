using Microsoft.AspNetCore.Http.Features;
using Microsoft.AspNetCore.Http.Timeouts;
using Microsoft.AspNetCore.WebUtilities;
using Microsoft.Net.Http.Headers;

namespace Stampo.Server.Hosting;

/// <summary>Files that come in forms.</summary>
internal static class Forms
{
    private const string Field = "file";
    private const int LongestName = 120,
        LongestBoundary = 128,
        LineBytes = 256 << 10;

    public static async Task<IFormFile> FileAsync(HttpRequest request, CancellationToken cancel)
    {
        if (!request.HasFormContentType)
            throw new BadHttpRequestException("Send the file as multipart/form-data with a field called \"file\".");
        var form = await request.ReadFormAsync(cancel);
        return form.Files.GetFile(Field) ?? throw NoFile();
    }

    /// <summary>The form's file to read once: over the line when the form has not been read yet, else from where it was put.</summary>
    public static async Task<ArrivingFile> ArrivingAsync(HttpRequest request, string otherwise, CancellationToken cancel)
    {
        if (request.HttpContext.Features.Get<IFormFeature>()?.Form is null && Sections(request) is { } sections)
        {
            // How long it may take goes by its progress, as for whatever is put down first.
            request.HttpContext.Features.Get<IHttpRequestTimeoutFeature>()?.DisableTimeout();
            while (await sections.ReadNextSectionAsync(cancel) is { } section)
            {
                if (section.AsFileSection() is { Name: Field, FileStream: { } bytes } file)
                    return new ArrivingFile(NameOf(file.FileName, otherwise), bytes, request.ContentLength ?? 0, AsItComes: true);
            }

            throw NoFile();
        }

        var kept = await FileAsync(request, cancel);
        return new ArrivingFile(NameOf(kept.FileName, otherwise), kept.OpenReadStream(), kept.Length);
    }

    private static MultipartReader? Sections(HttpRequest request) =>
        MediaTypeHeaderValue.TryParse(request.ContentType, out var type)
        && HeaderUtilities.RemoveQuotes(type.Boundary).Value is { Length: > 0 and <= LongestBoundary } boundary
            ? new MultipartReader(boundary, request.Body, LineBytes)
            : null;

    private static BadHttpRequestException NoFile() => new("The form has no file in a field called \"file\".");

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
