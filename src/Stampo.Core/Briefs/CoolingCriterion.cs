namespace Stampo.Core.Briefs;

/// <summary>What has to have cooled to the ejection temperature.</summary>
public enum CoolingCriterion
{
    /// <summary>The mean over the section.</summary>
    Mean,

    /// <summary>Its mid-plane, which takes longer.</summary>
    Centre,
}
