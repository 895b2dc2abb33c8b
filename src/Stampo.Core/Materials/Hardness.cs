using Stampo.Core.Wording;

namespace Stampo.Core.Materials;

public enum ShoreScale
{
    A,
    D,
}

/// <summary>A Shore hardness. Scales don't convert; <see cref="OnOneScale"/> only orders them.</summary>
public readonly record struct Hardness(ShoreScale Scale, double Value)
{
    /// <summary>Shore D plus 50 as the rough continuation of Shore A: good for telling nearer from farther, nothing else.</summary>
    public double OnOneScale => Scale == ShoreScale.A ? Value : Value + 50;

    public override string ToString() => $"{Text.Number(Value)}{Scale}";
}
