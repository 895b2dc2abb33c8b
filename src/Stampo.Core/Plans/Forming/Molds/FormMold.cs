using Stampo.Core.Jobs;
using Stampo.Core.Machining;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Forming.Molds;

/// <summary>What a mold for sheet is made of: what it costs, how many sheets and how much heat it bears, how it takes heat away.</summary>
public abstract class FormMold
{
    /// <summary>All there are, those for few parts first.</summary>
    public static IReadOnlyList<FormMold> All { get; } =
    [new BoardMold(), new PlasterMold(), new EpoxyGlassMold(), new CastResinMold(), new CastAluminiumMold(), new MachinedAluminiumMold()];

    public abstract string Id { get; }

    public abstract string Name { get; }

    /// <summary>Within a sentence.</summary>
    public string Said => char.ToLowerInvariant(Name[0]) + Name[1..];

    public abstract string LifeKey { get; }

    /// <summary>
    /// Its face bears no more sheet after sheet, °C: touched by a hot sheet it comes to about the mean of both.
    /// </summary>
    public abstract double BearsC { get; }

    /// <summary>Air pressed on it over the atmosphere, gauge; the moldmaker's word goes first.</summary>
    public virtual double BearsKpa => 0;

    /// <summary>How much longer a sheet cools on it than on aluminium.</summary>
    public abstract double CoolingFactor { get; }

    /// <summary>Of the cooling time, what it waits for its own face to cool before the next sheet.</summary>
    public abstract double RecoveryShare { get; }

    /// <summary>Usual temperature of its face when a sheet comes, °C.</summary>
    public abstract double FaceC { get; }

    public abstract string Says { get; }

    /// <summary>Until it has set or dried, or the foundry sends it.</summary>
    public virtual double SettingH => 0;

    /// <summary>It is built up from board, or its negative is.</summary>
    public virtual bool NeedsBoard => true;

    /// <summary>What the first mold costs; what is charged once serves the further ones.</summary>
    public abstract void AddTo(CostBook book, Job job);

    public static FormMold? Find(string id) => All.FirstOrDefault(m => m.Id == id);

    /// <summary>Board with room for a base and for cutting.</summary>
    protected static Term BoardDm3(Job job) => job.BoxCm3() * BaseAndRoom;

    private const double BaseAndRoom = 1.3;

    /// <summary>A negative of board: machined, smoothed, parted; it serves every mold cast in it.</summary>
    protected static void AddNegative(CostBook book, Job job) =>
        AddBoard(book, job, ChargedOn.OneOff, "Negative: board", "Negative: machine and seal");

    protected static CostBook AddBoard(CostBook book, Job job, ChargedOn on, string board, string machine) =>
        book.Add(on, board, BoardDm3(job), "form.board")
            .Add(on, machine, job.Figure("form.machineHours") * FaceDm2(job), "labour.toolmaker");

    protected static Figure FaceDm2(Job job) => Figure.Given("one side of the part", job.Part.ShowAreaDm2, "dm²", "part");
}

/// <summary>Machined from glued layers of board and sealed.</summary>
public sealed class BoardMold : FormMold
{
    public override string Id => "board";
    public override string Name => "Sealed board (MDF)";
    public override string LifeKey => "form.life";
    public override double BearsC => 110;
    public override double CoolingFactor => 2.5;
    public override double RecoveryShare => 0.5;
    public override double FaceC => 55;
    public override string Says => "Machined as a positive; seals, warms up, dents. Its face needs sealing again on the way.";

    public override void AddTo(CostBook book, Job job) =>
        AddBoard(book, job, ChargedOn.Tool, "Board", "Machine and seal")
            .Add(ChargedOn.Tool, "Glue up, vents, mount", job.Figure("form.jointHours"), "labour.bench");
}

/// <summary>Hard plaster poured into a negative of board.</summary>
public sealed class PlasterMold : FormMold
{
    public override string Id => "plaster";
    public override string Name => "Plaster in a negative";
    public override string LifeKey => "form.plaster.life";
    public override double BearsC => 100;
    public override double CoolingFactor => 2;
    public override double RecoveryShare => 0.4;
    public override double FaceC => 45;
    public override string Says => "Cheap and porous: air leaves through it. Dry it for days, below 60 °C, or it cracks; edges chip.";
    public override double SettingH => 72;

    public override void AddTo(CostBook book, Job job)
    {
        AddNegative(book, job);
        book.Add(ChargedOn.Tool, "Plaster", BoardDm3(job), "form.plaster.price")
            .Add(ChargedOn.Tool, "Pour, scrape, mount", job.Figure("form.plaster.hours"), "labour.bench");
    }
}

/// <summary>Glass and epoxy laid up in a negative, backed.</summary>
public sealed class EpoxyGlassMold : FormMold
{
    public override string Id => "epoxy-glass";
    public override string Name => "Epoxy and glass in a negative";
    public override double BearsKpa => 100;
    public override string LifeKey => "form.epoxyGlass.life";
    public override double BearsC => 120;
    public override double CoolingFactor => 2;
    public override double RecoveryShare => 0.3;
    public override double FaceC => 55;
    public override string Says => "Light and stiff for large molds; a skin that takes little heat away.";
    public override double SettingH => 24;

    public override void AddTo(CostBook book, Job job)
    {
        AddNegative(book, job);
        book.Add(ChargedOn.Tool, "Epoxy and glass", FaceDm2(job), "form.epoxyGlass.price")
            .Add(ChargedOn.Tool, "Lay up, back, trim", job.Figure("form.epoxyGlass.hours") * FaceDm2(job), "labour.bench")
            .Add(ChargedOn.Tool, "Vents, mount", job.Figure("form.jointHours"), "labour.bench");
    }
}

/// <summary>Filled resin cast in a machined negative: the negative is cheap to cut, the casting lives for thousands.</summary>
public sealed class CastResinMold : FormMold
{
    public override string Id => "cast-resin";
    public override string Name => "Resin cast in a machined negative";
    public override double BearsKpa => 200;
    public override string LifeKey => "form.resin.life";
    public override double BearsC => 130;
    public override double CoolingFactor => 1.6;
    public override double RecoveryShare => 0.2;
    public override double FaceC => 55;
    public override string Says => "Aluminium-filled resin poured into the negative; pour in layers, the heat of setting moves it.";
    public override double SettingH => 24;

    public override void AddTo(CostBook book, Job job)
    {
        AddNegative(book, job);
        book.Add(ChargedOn.Tool, "Filled resin", BoardDm3(job), "form.resin.price")
            .Add(ChargedOn.Tool, "Release, pour, open, mount", job.Figure("form.resin.hours"), "labour.bench");
    }
}

/// <summary>Cast by a foundry from a pattern, with pipes cast in.</summary>
public sealed class CastAluminiumMold : FormMold
{
    /// <summary>It is cast hollow behind its face.</summary>
    private const double HollowBehind = 0.6;

    public override string Id => "cast-aluminium";
    public override string Name => "Cast aluminium, tempered";
    public override double BearsKpa => 600;
    public override string LifeKey => "form.aluminium.life";
    public override double BearsC => 250;
    public override double CoolingFactor => 1;
    public override double RecoveryShare => 0;
    public override double FaceC => 60;
    public override string Says => "For large molds: pipes cast in; pores show on a glossy face.";
    public override double SettingH => 240;

    public override void AddTo(CostBook book, Job job)
    {
        AddNegative(book, job);
        var kg = job.BoxCm3() * HollowBehind * job.Figure("tool.aluminium.density");
        book.Add(ChargedOn.Tool, "Casting, by the foundry", kg, "form.castAluminium.price")
            .Add(ChargedOn.Tool, "Dress its face by hand", job.Figure("form.castAluminium.hours") * FaceDm2(job), "labour.toolmaker")
            .Add(ChargedOn.Tool, "Vents, temperature lines, mounting", job.Figure("form.aluminium.ventHours"), "labour.toolmaker");
    }
}

/// <summary>Cut from a block, with drilled temperature lines.</summary>
public sealed class MachinedAluminiumMold : FormMold
{
    private const double EdgeMm = 30;

    public override string Id => "machined-aluminium";
    public override string Name => "Machined aluminium, tempered";
    public override double BearsKpa => 600;
    public override string LifeKey => "form.aluminium.life";
    public override double BearsC => 250;
    public override double CoolingFactor => 1;
    public override double RecoveryShare => 0;
    public override double FaceC => 60;
    public override string Says => "Held at its temperature, every sheet alike.";
    public override bool NeedsBoard => false;

    public override void AddTo(CostBook book, Job job)
    {
        var part = job.Part;
        var blockCm3 = (part.LengthMm + 2 * EdgeMm) * (part.WidthMm + 2 * EdgeMm) * (part.HeightMm + EdgeMm) / 1000;
        var block = Figure.Given("block: box + 30 mm each side and below", blockCm3, "cm³", "part");
        book.Add(ChargedOn.Tool, "Block", block * job.Figure("tool.aluminium.density"), "tool.aluminium.price")
            .Add(ChargedOn.Tool, "Rough the mold", job.BoxCm3() / job.Figure("tool.aluminium.roughing"), "labour.toolmaker")
            .Add(ChargedOn.Tool, "Finish the mold", Finish(job), "labour.toolmaker")
            .Add(ChargedOn.Tool, "Program the cutter paths", job.Figure("tool.cam"), "labour.engineer")
            .Add(ChargedOn.Tool, "Square the block, fit it to its plate", job.Figure("tool.fitBase"), "labour.toolmaker")
            .Add(ChargedOn.Tool, "Vents, temperature lines, mounting", job.Figure("form.aluminium.ventHours"), "labour.toolmaker");
    }

    /// <summary>One side of the part, in passes a scallop apart.</summary>
    private static Term Finish(Job job) =>
        job.SurfaceCm2()
        / 2
        / (Scallop.Stepover(job.Figure("tool.ballRadius"), job.Figure("tool.aluminium.scallop")) * job.Figure("tool.aluminium.feed"))
        * job.Figure("tool.finishTimes");
}
