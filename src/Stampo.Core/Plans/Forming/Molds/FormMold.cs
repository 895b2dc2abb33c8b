using Stampo.Core.Routes;
using Stampo.Core.Routes.Injection;
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
    protected static Amount BoardDm3(Job job) =>
        new(
            job.Part.BoxCm3 / 1000 * 1.3,
            "dm³",
            "box × 1.3 for base and cutting room",
            new WorkInput("box", job.Part.BoxCm3, "cm³", "part")
        );

    /// <summary>A negative of board: machined, smoothed, parted; it serves every mold cast in it.</summary>
    protected static void AddNegative(CostBook book, Job job) =>
        AddBoard(book, job, ChargedOn.OneOff, "Negative: board", "Negative: machine and seal");

    protected static CostBook AddBoard(CostBook book, Job job, ChargedOn on, string board, string machine) =>
        book.Add(on, board, BoardDm3(job), "form.board")
            .Add(on, machine, Amount.Of(job.Rate("form.machineHours"), job.Part.ShowAreaDm2, "surface"), "labour.toolmaker");

    protected static Amount FaceDm2(Job job) =>
        new(job.Part.ShowAreaDm2, "dm²", "one side of the part", new WorkInput("surface", job.Part.ShowAreaDm2, "dm²", "part"));
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
            .Add(ChargedOn.Tool, "Glue up, vents, mount", Amount.Of(job.Rate("form.jointHours")), "labour.bench");
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
            .Add(ChargedOn.Tool, "Pour, scrape, mount", Amount.Of(job.Rate("form.plaster.hours")), "labour.bench");
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
            .Add(
                ChargedOn.Tool,
                "Lay up, back, trim",
                Amount.Of(job.Rate("form.epoxyGlass.hours"), job.Part.ShowAreaDm2, "surface"),
                "labour.bench"
            )
            .Add(ChargedOn.Tool, "Vents, mount", Amount.Of(job.Rate("form.jointHours")), "labour.bench");
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
            .Add(ChargedOn.Tool, "Release, pour, open, mount", Amount.Of(job.Rate("form.resin.hours")), "labour.bench");
    }
}

/// <summary>Cast by a foundry from a pattern, with pipes cast in.</summary>
public sealed class CastAluminiumMold : FormMold
{
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
        var kg = new Amount(
            job.Norm("tool.aluminium.density") * (job.Part.BoxCm3 / 1000 * 0.6),
            "kg",
            "box × 0.6 (hollow behind its face) × density",
            new WorkInput("box", job.Part.BoxCm3, "cm³", "part"),
            job.Rate("tool.aluminium.density").AsInput()
        );
        book.Add(ChargedOn.Tool, "Casting, by the foundry", kg, "form.castAluminium.price")
            .Add(
                ChargedOn.Tool,
                "Dress its face by hand",
                Amount.Of(job.Rate("form.castAluminium.hours"), job.Part.ShowAreaDm2, "surface"),
                "labour.toolmaker"
            )
            .Add(ChargedOn.Tool, "Vents, temperature lines, mounting", Amount.Of(job.Rate("form.aluminium.ventHours")), "labour.toolmaker");
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
        var block = new WorkInput("block: box + 30 mm each side and below", blockCm3, "cm³", "part");
        book.Add(
                ChargedOn.Tool,
                "Block",
                new Amount(
                    job.Norm("tool.aluminium.density") * (blockCm3 / 1000),
                    "kg",
                    "block × density ÷ 1000",
                    block,
                    job.Rate("tool.aluminium.density").AsInput()
                ),
                "tool.aluminium.price"
            )
            .Add(
                ChargedOn.Tool,
                "Rough the mold",
                new Amount(
                    part.BoxCm3 / job.Norm("tool.aluminium.roughing"),
                    "h",
                    "box of the part ÷ removal rate",
                    new WorkInput("box of the part", part.BoxCm3, "cm³", "part"),
                    job.Rate("tool.aluminium.roughing").AsInput()
                ),
                "labour.toolmaker"
            )
            .Add(ChargedOn.Tool, "Finish the mold", Finish(job), "labour.toolmaker")
            .Add(ChargedOn.Tool, "Program the cutter paths", Amount.Of(job.Rate("tool.cam")), "labour.engineer")
            .Add(ChargedOn.Tool, "Square the block, fit it to its plate", Amount.Of(job.Rate("tool.fitBase")), "labour.toolmaker")
            .Add(ChargedOn.Tool, "Vents, temperature lines, mounting", Amount.Of(job.Rate("form.aluminium.ventHours")), "labour.toolmaker");
    }

    private static Amount Finish(Job job)
    {
        var stepover = Scallop.StepoverMm(job.Norm("tool.ballRadius").Likely, job.Norm("tool.aluminium.scallop").Likely);
        var times = job.Rate("tool.finishTimes");
        return new Amount(
            times.Value * (job.Part.AreaCm2 * 50 / (stepover * 60)) / job.Norm("tool.aluminium.feed"),
            "h",
            "½ surface ÷ (stepover × feed) × semi-finishing and corners, stepover = 2·√(2·r·s − s²)",
            new WorkInput("surface", job.Part.AreaCm2, "cm²", "part"),
            new WorkInput("stepover", stepover, "mm"),
            job.Rate("tool.aluminium.feed").AsInput(),
            times.AsInput()
        );
    }
}
