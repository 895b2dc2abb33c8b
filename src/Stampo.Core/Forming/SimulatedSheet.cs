using Stampo.Core.Parts;

namespace Stampo.Core.Forming;

/// <summary>What a sheet formed to the part keeps of its gauge at the thinnest place, and which way it was formed.</summary>
public sealed record SimulatedSheet(string Way, double ThinnestShare) : IFoundOut;
