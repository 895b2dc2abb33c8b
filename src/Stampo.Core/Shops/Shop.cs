using System.Text.RegularExpressions;
using Stampo.Core.Wording;

namespace Stampo.Core.Shops;

/// <summary>Who works here, with what, when, and what is read from by wire.</summary>
/// <param name="People">By name; whoever is at the bench is one of them.</param>
/// <param name="Machines">What stands in the shop.</param>
/// <param name="Calendar">When the shop works at all.</param>
/// <param name="Devices">What readings come from.</param>
[Whole]
public sealed partial record Shop(
    IReadOnlyList<Person> People,
    IReadOnlyList<Machine> Machines,
    ShopCalendar Calendar,
    IReadOnlyList<AttachedDevice> Devices
)
{
    private const int MostOfAKind = 200,
        LongestName = 80;

    /// <summary>A shop of which nothing is said yet.</summary>
    public static Shop Unsaid { get; } = new([], [], ShopCalendar.Usual, []);

    /// <summary>As it may be kept; refused by name where something can't be.</summary>
    public Shop Checked()
    {
        Each(People, "people", p => (p.Id, p.Name), (person, at) => person.Checked(at));
        Each(Machines, "machines", m => (m.Id, m.Name), (machine, at) => machine.Checked(at));
        Each(Devices, "devices", d => (d.Id, d.Name), (device, at) => device.Checked(at));
        Check.Given(Calendar, "calendar").Checked();
        return this;
    }

    /// <summary>Every one has an id and a name of its own, and holds by itself.</summary>
    private static void Each<T>(IReadOnlyList<T> all, string field, Func<T, (string Id, string Name)> named, Action<T, string> check)
        where T : class
    {
        Check.Between(Check.Whole(all, field).Count, 0, MostOfAKind, field, "", "one shop");
        for (var i = 0; i < all.Count; i++)
        {
            var ((id, name), at) = (named(all[i]), $"{field}[{i}]");
            if (!Id().IsMatch(Check.Given(id, $"{at}.id")))
                throw new RefusalException("input.id", $"\"{id}\" is no id: up to 40 small letters, digits and dashes.", $"{at}.id");
            Check.Between(Check.Given(name, $"{at}.name").Trim().Length, 1, LongestName, $"{at}.name", "signs", "a name");
            check(all[i], at);
        }

        Different(all.Select(x => named(x).Id), field, "id");
        Different(all.Select(x => named(x).Name.Trim()), field, "name");
    }

    private static void Different(IEnumerable<string> names, string field, string what)
    {
        if (names.GroupBy(n => n, StringComparer.OrdinalIgnoreCase).FirstOrDefault(g => g.Count() > 1) is { } twice)
            throw new RefusalException("input.twice", $"\"{twice.Key}\" stands twice; each has a {what} of its own.", field);
    }

    [GeneratedRegex("^[a-z0-9-]{1,40}$")]
    private static partial Regex Id();
}

public enum Role
{
    Engineer,
    MoldMaker,
    Bench,
    Inspector,
    Apprentice,
}

/// <summary>Somebody of the shop, by name.</summary>
[Whole]
public sealed record Person(string Id, string Name, IReadOnlyList<Role> Roles, double FromH, double ToH)
{
    private const int MostAway = 400;

    /// <summary>Days not there.</summary>
    public IReadOnlyList<DateOnly> Away { get; init; } = [];

    internal void Checked(string at)
    {
        Check.Given(Roles, $"{at}.roles");
        Check.Between(FromH, 0, 23, $"{at}.fromH", "h", "an hour of the day");
        Check.Between(ToH, FromH + 0.5, 24, $"{at}.toH", "h", "a working day has at least half an hour");
        Check.Between(Check.Given(Away, $"{at}.away").Count, 0, MostAway, $"{at}.away", "days", "a year");
    }
}

/// <summary>A day on which the shop is shut.</summary>
[Whole]
public sealed record Holiday(DateOnly Day, string Name);

/// <summary>Days of the week on which there is work, and those on which there is none all the same.</summary>
[Whole]
public sealed record ShopCalendar(IReadOnlyList<DayOfWeek> WorkingDays, IReadOnlyList<Holiday> Holidays)
{
    private const int MostHolidays = 400;

    public static ShopCalendar Usual { get; } =
        new([DayOfWeek.Monday, DayOfWeek.Tuesday, DayOfWeek.Wednesday, DayOfWeek.Thursday, DayOfWeek.Friday], []);

    public bool IsOpen(DateOnly day) => WorkingDays.Contains(day.DayOfWeek) && Holidays.All(h => h.Day != day);

    internal void Checked()
    {
        if (Check.Given(WorkingDays, "calendar.workingDays").Count == 0)
            throw new RefusalException("shop.no-day", "The shop works on at least one day of the week.", "calendar.workingDays");
        Check.Between(Check.Whole(Holidays, "calendar.holidays").Count, 0, MostHolidays, "calendar.holidays", "days", "a few years");
    }
}
