using NodaTime;
using Stampo.Core.Calendar;
using Stampo.Core.Planning;
using Stampo.Core.Shops;

namespace Stampo.Core.Scheduling;

/// <summary>From when to when, in minutes from now, and at what temperature where that matters.</summary>
internal readonly record struct Busy(int From, int To, double? AtC = null);

/// <summary>Who and what is free when. Minutes are whole, from now on.</summary>
internal sealed class Ledger
{
    /// <summary>As far as anybody plans.</summary>
    public const int HorizonDays = 400;

    private readonly LocalDateTime _now;
    private readonly IReadOnlyList<(Person Person, List<Busy> Windows, List<Busy> Taken)> _people;
    private readonly ILookup<string, (Machine Machine, List<Busy> Taken)> _machines;

    public Ledger(Shop shop, LocalDateTime now)
    {
        _now = now;
        _people = [.. shop.People.Select(p => (p, WindowsOf(p, shop.Calendar), new List<Busy>()))];
        _machines = shop.Machines.ToLookup(m => m.Kind, m => (m, new List<Busy>()));
    }

    public bool Has(string kind) => _machines.Contains(kind);

    public bool HasPeople => _people.Count > 0;

    /// <summary>The longest anybody is there at a stretch, min.</summary>
    public int LongestDay => _people.SelectMany(p => p.Windows).Select(w => w.To - w.From).DefaultIfEmpty(0).Max();

    public LocalDateTime At(int minute) => _now.PlusMinutes(minute);

    public int MinuteOf(LocalDateTime at) => (int)Math.Floor(_now.MinutesUntil(at));

    /// <summary>The first minute from which a block can be done, and by what; null when never.</summary>
    public (int Start, string? Person, IReadOnlyList<string> Machines)? Earliest(WorkBlock block, int from, string? before = null)
    {
        for (var at = from; at < HorizonDays * 24 * 60; )
        {
            var next = at;
            string? person = null;
            if (block.NeedsHands)
            {
                if (FirstPerson(block, at, before) is not { } found)
                    return null;
                (next, person) = (found.Start, found.Id);
            }

            var machines = new List<string>();
            foreach (var hold in block.Holds.Where(h => Has(h.Kind)))
            {
                if (FirstMachine(hold, next) is not { } found)
                    return null;
                next = Math.Max(next, found.Start);
                machines.Add(found.Id);
            }

            if (next == at)
                return (at, person, machines);
            at = next;
        }

        return null;
    }

    public void Take(WorkBlock block, int start, string? person, IReadOnlyList<string> machines)
    {
        if (person is not null)
            Add(_people.First(p => p.Person.Id == person).Taken, new Busy(start + block.HandsFrom, start + block.HandsTo));
        foreach (var (id, busy) in HeldBy(block, start, machines))
            Add(_machines.SelectMany(kind => kind).First(m => m.Machine.Id == id).Taken, busy);
    }

    /// <summary>Which machines a block keeps busy when it begins then.</summary>
    public IEnumerable<(string Machine, Busy Busy)> HeldBy(WorkBlock block, int start, IReadOnlyList<string> machines) =>
        block.Holds.Where(h => Has(h.Kind)).Zip(machines, (hold, id) => (id, new Busy(start + hold.From, start + hold.To, hold.AtC)));

    public IReadOnlyList<(Person Person, IReadOnlyList<Busy> Windows)> People =>
        [.. _people.Select(p => (p.Person, (IReadOnlyList<Busy>)p.Windows))];

    /// <summary>Whoever is free first; of several whoever was at it before, then whose work it is, then whoever has least to do.</summary>
    private (int Start, string Id)? FirstPerson(WorkBlock block, int from, string? before)
    {
        (int Start, int Strange, int Load, string Id)? best = null;
        foreach (var (person, windows, taken) in _people)
        {
            if (FirstIn(windows, taken, from + block.HandsFrom, block.HandsTo - block.HandsFrom) is not { } start)
                continue;
            var found = (start - block.HandsFrom, person.Id == before ? -1 : Strangeness(person, block), taken.Count, person.Id);
            if (best is not { } b || found.CompareTo(b) < 0)
                best = found;
        }

        return best is { } first ? (first.Start, first.Id) : null;
    }

    /// <summary>How far a block is from a person's usual work: nought when it is theirs.</summary>
    public static int Strangeness(Person person, WorkBlock block)
    {
        Role[] usual = block.Piece.Repeats is Repeats.EachTool or Repeats.Once
            ? [Role.MoldMaker, Role.Bench, Role.Apprentice, Role.Engineer]
            : [Role.Bench, Role.Apprentice, Role.MoldMaker, Role.Engineer];
        var at = Array.FindIndex(usual, person.Roles.Contains);
        return at < 0 ? usual.Length : at;
    }

    private static int? FirstIn(List<Busy> windows, List<Busy> taken, int from, int length)
    {
        foreach (var window in windows)
        {
            for (var at = Math.Max(window.From, from); at + length <= window.To; )
            {
                var clash = taken.FindIndex(b => b.From < at + length && b.To > at);
                if (clash < 0)
                    return at;
                at = taken[clash].To;
            }
        }

        return null;
    }

    private (int Start, string Id)? FirstMachine(BlockHold hold, int from)
    {
        (int Start, string Id)? best = null;
        foreach (var (machine, taken) in _machines[hold.Kind])
        {
            if (hold.AtC is { } wanted && machine.Says("highestC") is { } highest && wanted > highest)
                continue;
            var start = FirstOf(hold, taken, from);
            if (best is not { } b || start < b.Start)
                best = (start, machine.Id);
        }

        return best;
    }

    /// <summary>Beside others only at their temperature.</summary>
    private static int FirstOf(BlockHold hold, List<Busy> taken, int from)
    {
        for (var start = from; ; )
        {
            var clash = taken.FindIndex(b =>
                b.From < start + hold.To && b.To > start + hold.From && (hold.AtC is null || b.AtC != hold.AtC)
            );
            if (clash < 0)
                return start;
            start = taken[clash].To - hold.From;
        }
    }

    private static void Add(List<Busy> taken, Busy busy)
    {
        var at = taken.FindIndex(b => b.From > busy.From);
        taken.Insert(at < 0 ? taken.Count : at, busy);
    }

    private List<Busy> WindowsOf(Person person, ShopCalendar calendar)
    {
        var windows = new List<Busy>();
        for (var day = _now.Date; windows.Count < HorizonDays && day < _now.Date.PlusDays(HorizonDays); day = day.PlusDays(1))
        {
            if (!calendar.IsOpen(day.ToDateOnly()) || person.Away.Contains(day.ToDateOnly()))
                continue;
            var (from, to) = (Math.Max(0, MinuteOf(day.At(person.FromH))), MinuteOf(day.At(person.ToH)));
            if (to > from)
                windows.Add(new Busy(from, to));
        }

        return windows;
    }
}
