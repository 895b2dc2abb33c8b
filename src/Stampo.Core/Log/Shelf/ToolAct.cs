using System.Text.Json.Serialization;
using NodaTime;
using Stampo.Core.Wording;

namespace Stampo.Core.Log.Shelf;

/// <summary>
/// Something that was done to a tool, or seen on it. Nothing is changed: what was wrong is taken back by an act that says so. The id
/// is made where the act is, so that sending it twice is the same act.
/// </summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(ToolDescribed), "described")]
[JsonDerivedType(typeof(ToolMoved), "moved")]
[JsonDerivedType(typeof(ToolMarked), "marked")]
[JsonDerivedType(typeof(ToolMended), "mended")]
[JsonDerivedType(typeof(ToolChanged), "changed")]
[JsonDerivedType(typeof(ToolRecounted), "recounted")]
[JsonDerivedType(typeof(ToolRetired), "retired")]
[JsonDerivedType(typeof(ToolActTakenBack), "takenBack")]
public abstract record ToolAct(string Id, string By)
{
    private const int LongestText = 1_000;

    /// <summary>Refuses what can't be said of any tool.</summary>
    public virtual void Check()
    {
        Wording.Check.Length(Id, 8, 64, "act.id", "An act's id has 8 to 64 signs.");
        Wording.Check.Length(By, 1, 80, "act.by", "Say who (1 to 80 signs).");
    }

    protected static void Said(string? text, string field) =>
        Wording.Check.Length(text, 1, LongestText, field, "Say it in 1 to 1,000 signs.");
}

/// <summary>What the runs do not say: a tool that came from outside, or what it was made from.</summary>
/// <param name="Id">Made by whoever records it.</param>
/// <param name="By">Name of the person.</param>
/// <param name="MadeOn">The day it was made.</param>
/// <param name="MadeBy">A person or a supplier.</param>
/// <param name="Pattern">Made from.</param>
public sealed record ToolDescribed(string Id, string By, DateOnly? MadeOn, string? MadeBy, string? Pattern) : ToolAct(Id, By);

/// <summary>Where it lies now.</summary>
public sealed record ToolMoved(string Id, string By, string Place) : ToolAct(Id, By)
{
    public override void Check()
    {
        base.Check();
        Said(Place, "act.place");
    }
}

/// <summary>What was seen on it, with a photograph's hash where there is one.</summary>
public sealed record ToolMarked(string Id, string By, int? Cavity, string Text, string? Photo) : ToolAct(Id, By)
{
    public override void Check()
    {
        base.Check();
        Said(Text, "act.text");
        if (Cavity is { } cavity)
            Wording.Check.Between(cavity, 1, 1_000, "act.cavity", "", "cavities are counted from 1");
        if (Photo is not null && (Photo.Length != 64 || !Photo.All(char.IsAsciiHexDigit)))
            throw new RefusalException("tool.photo", "The photograph is not one that was sent here; attach it again.", "act.photo");
    }
}

/// <summary>Put right without changing what it makes.</summary>
public sealed record ToolMended(string Id, string By, string Text) : ToolAct(Id, By)
{
    public override void Check()
    {
        base.Check();
        Said(Text, "act.text");
    }
}

/// <summary>What it makes is another thing from now on: a new revision.</summary>
public sealed record ToolChanged(string Id, string By, string Text) : ToolAct(Id, By)
{
    public override void Check()
    {
        base.Check();
        Said(Text, "act.text");
    }
}

/// <summary>So many shots more, or fewer, than the runs tell.</summary>
public sealed record ToolRecounted(string Id, string By, int Shots, string Reason) : ToolAct(Id, By)
{
    public override void Check()
    {
        base.Check();
        Said(Reason, "act.reason");
        Wording.Check.Between(Shots, -10_000_000, 10_000_000, "act.shots", "shots", "no tool makes more");
    }
}

public enum RetiredFor
{
    WornOut,

    /// <summary>It could have gone on, but the shop trusts none for longer.</summary>
    Policy,

    /// <summary>The part has changed.</summary>
    DesignChange,
    Lost,
}

public sealed record ToolRetired(string Id, string By, RetiredFor Why, string? Note) : ToolAct(Id, By);

/// <summary>The act named did not happen.</summary>
public sealed record ToolActTakenBack(string Id, string By, string Act) : ToolAct(Id, By);

/// <summary>An act as it is kept.</summary>
public sealed record LoggedToolAct(int Ordinal, Instant At, ToolAct Act);
