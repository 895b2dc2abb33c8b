using Stampo.Core.Parts;

namespace Stampo.Server.Part;

/// <summary>A family of plans that finds things out about stored parts, in the background, for its routes to reckon with.</summary>
public interface IFindsOut
{
    /// <summary>How many it has found since the start.</summary>
    int Finished { get; }

    /// <summary>What it knows of a part; null before the first.</summary>
    Task<IFoundOut?> FoundAsync(StoredPart part, CancellationToken cancel);
}
