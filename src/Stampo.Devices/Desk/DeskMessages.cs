using Stampo.Core.Quotes;

namespace Stampo.Devices.Desk;

/// <summary>Who can be asked over the desk, and for which families of routes.</summary>
public sealed record DeskSupplier(string Id, string Name, IReadOnlyList<string> Families)
{
    public bool Makes(string family) => Families.Contains(family, StringComparer.OrdinalIgnoreCase);
}

/// <summary>
/// What is asked, as <c>request.json</c> in the file that is sent; beside it lie the brief as <c>brief.json</c> and the part as
/// <c>part.stl</c>, in mm.
/// </summary>
/// <param name="Route">Its id.</param>
/// <param name="RouteName">As people call it.</param>
/// <param name="Family">Of the route.</param>
/// <param name="SizeMm">Of the part's box, three sides.</param>
/// <param name="VolumeCm3">Of the part.</param>
/// <param name="Quantities">A price each is asked for at every one.</param>
public sealed record DeskRequest(
    string Route,
    string RouteName,
    string Family,
    IReadOnlyList<double> SizeMm,
    double VolumeCm3,
    IReadOnlyList<int> Quantities
);

public enum DeskState
{
    /// <summary>Nothing was said yet.</summary>
    Waiting,

    /// <summary>The supplier wants to know something first.</summary>
    Asks,
    Quoted,
    Declined,
}

/// <summary>What a supplier offers, in the words of a <see cref="Quote"/>.</summary>
public sealed record DeskQuote(
    int Cavities,
    double ToolPrice,
    bool IsToolOurs,
    IReadOnlyList<PriceBreak> Prices,
    double? GuaranteedShots,
    double LeadDays,
    DateOnly ValidUntil,
    string? Remarks
);

/// <summary>How a request stands. <paramref name="Said"/>: the question, or why it is declined.</summary>
public sealed record DeskReply(DeskState State, string? Said = null, DeskQuote? Quote = null);

/// <summary>What the supplier asked is answered.</summary>
public sealed record DeskAnswer(string Text);
