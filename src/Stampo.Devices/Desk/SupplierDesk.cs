using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Serialization;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Devices.Desk;

/// <summary>
/// Speaks with a supplier desk over HTTP: <c>GET /suppliers</c>, <c>PUT /requests/{id}?supplier=</c> with a ZIP, <c>GET /requests/{id}</c>,
/// <c>POST /requests/{id}/answer</c>. Whatever it says or does not say, the caller gets an answer or a <see cref="RefusalException"/>.
/// </summary>
/// <param name="line">With <see cref="Patience"/> and <see cref="LongestAnswerBytes"/> as its limits.</param>
/// <param name="address">Of the desk, ending in a slash.</param>
public sealed class SupplierDesk(HttpClient line, Uri address)
{
    /// <summary>A desk that is not there, that does not know a request, and one that can't be understood.</summary>
    public const string Away = "desk.away",
        Unknown = "desk.unknown",
        NotUnderstood = "desk.not-understood";

    public static readonly TimeSpan Patience = TimeSpan.FromSeconds(5);

    public const int LongestAnswerBytes = 64_000;

    public static JsonSerializerOptions Form { get; } =
        new(JsonSerializerDefaults.Web)
        {
            RespectNullableAnnotations = true,
            RespectRequiredConstructorParameters = true,
            Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false) },
        };

    public Task<List<DeskSupplier>> SuppliersAsync(CancellationToken cancel) =>
        AskAsync<List<DeskSupplier>>(() => line.GetAsync(At("suppliers"), cancel), cancel);

    /// <summary>The same request a second time is the first one.</summary>
    public Task<DeskReply> SendAsync(string id, string supplier, byte[] zip, CancellationToken cancel)
    {
        var content = new ByteArrayContent(zip) { Headers = { ContentType = new MediaTypeHeaderValue("application/zip") } };
        return AskAsync<DeskReply>(
            () => line.PutAsync(At($"requests/{id}?supplier={Uri.EscapeDataString(supplier)}"), content, cancel),
            cancel
        );
    }

    public Task<DeskReply> ReplyAsync(string id, CancellationToken cancel) =>
        AskAsync<DeskReply>(() => line.GetAsync(At($"requests/{id}"), cancel), cancel);

    public Task<DeskReply> AnswerAsync(string id, string text, CancellationToken cancel) =>
        AskAsync<DeskReply>(() => line.PostAsJsonAsync(At($"requests/{id}/answer"), new DeskAnswer(text), Form, cancel), cancel);

    private Uri At(string path) => new(address, path);

    private static async Task<T> AskAsync<T>(Func<Task<HttpResponseMessage>> ask, CancellationToken cancel)
        where T : class
    {
        try
        {
            using var answer = await ask();
            if (answer.StatusCode == HttpStatusCode.NotFound)
                throw new RefusalException(Unknown, "The supplier desk knows nothing of this request; ask again.");
            if ((int)answer.StatusCode is >= 300 and < 400)
                throw new RefusalException(NotUnderstood, "The supplier desk sends on to another address; nothing was sent there.");
            if (!answer.IsSuccessStatusCode)
                throw new RefusalException(NotUnderstood, $"The supplier desk refused with status {(int)answer.StatusCode}.");
            var said = await answer.Content.ReadAsByteArrayAsync(cancel);
            if (JsonItems.HoldNull(said))
                throw Garbled("a list in it holds nothing where something belongs");
            return JsonSerializer.Deserialize<T>(said, Form) ?? throw Garbled("it is empty");
        }
        catch (JsonException garbled)
        {
            throw Garbled(garbled.Path is { } path ? $"look at {path}" : "it is not the JSON expected");
        }
        catch (Exception failure)
            when (failure is HttpRequestException or IOException
                || (failure is OperationCanceledException && !cancel.IsCancellationRequested)
            )
        {
            throw new RefusalException(
                Away,
                "The supplier desk does not answer. Try again later, or send the one file yourself and type the quote in."
            );
        }
    }

    private static RefusalException Garbled(string how) =>
        new(NotUnderstood, $"What the supplier desk said was not understood: {how}. Type the quote in from the supplier's letter.");
}
