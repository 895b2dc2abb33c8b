namespace Stampo.Core.Planning;

/// <summary>On a part of a plan's choices that is not named so: it always travels whole, as all choices do.</summary>
[AttributeUsage(AttributeTargets.Class)]
public sealed class ChosenAttribute : Attribute;
