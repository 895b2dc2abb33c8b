namespace Stampo.Core.Wording;

/// <summary>On what always travels whole: whoever reads it finds every field, whoever sends it gives every field.</summary>
[AttributeUsage(AttributeTargets.Class | AttributeTargets.Struct)]
public sealed class WholeAttribute : Attribute;
