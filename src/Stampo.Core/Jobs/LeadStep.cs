using Stampo.Core.Ranges;

namespace Stampo.Core.Jobs;

/// <summary>A step of the way to the first article, in working days.</summary>
public sealed record LeadStep(string Name, ThreePoint WorkingDays);
