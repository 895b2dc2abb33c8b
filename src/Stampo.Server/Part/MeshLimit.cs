using Microsoft.Extensions.Options;
using Stampo.Core.Wording;
using Stampo.Server.Hosting;

namespace Stampo.Server.Part;

/// <summary>How large a form with a mesh in it may be: the mesh as the server is set, and room for the other fields.</summary>
public sealed record MeshLimit(long MeshBytes) : IOwnLimit
{
    private const long OtherFieldsBytes = 1_000_000;

    public long? MaxRequestBodySize => MeshBytes + OtherFieldsBytes;

    public RefusalException Passed(long bytes) => MeshArrival.TooLarge(bytes, MeshBytes);

    public static MeshLimit Of(IEndpointRouteBuilder app) =>
        new(app.ServiceProvider.GetRequiredService<IOptions<StampoOptions>>().Value.MaxUploadBytes);
}
