namespace Stampo.Core.Shops;

/// <summary>What an operation may keep busy: hands, or a kind of equipment that the rules know by name.</summary>
public static class Resource
{
    public const string Hands = "hands",
        Scale = "scale",
        Vessel = "vessel",
        Chamber = "chamber",
        Pot = "pot",
        Oven = "oven",
        Printer = "printer",
        Mill = "mill",
        Washer = "washer",
        Press = "press",
        Frame = "frame";
}
