namespace Stampo.Core.Plans;

/// <summary>What a poured route suggests for its first pour: the resin, parts per pour, and gate, risers and reservoir per part.</summary>
public sealed record PourProposal(string MaterialId, int Parts, double ExtraCm3PerPart);
