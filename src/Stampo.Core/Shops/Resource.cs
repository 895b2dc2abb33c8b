namespace Stampo.Core.Shops;

/// <summary>What an operation may keep busy.</summary>
public enum Resource
{
    Hands,
    Scale,
    Vessel,
    Chamber,
    Pot,
    Oven,
    Printer,
    Mill,
    Washer,
    Press,
    Frame,
}
