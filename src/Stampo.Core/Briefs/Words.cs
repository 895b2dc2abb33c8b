namespace Stampo.Core.Briefs;

/// <summary>What a batch of parts is for; it decides which requirements bind, see <see cref="Binding"/>.</summary>
public enum Purpose
{
    Look,
    Fit,
    Function,
    Pilot,
    Sale,
}

public enum Finish
{
    AsTooled,
    FineMatt,
    Gloss,
    Texture,
}
