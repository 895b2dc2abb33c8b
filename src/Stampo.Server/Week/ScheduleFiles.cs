using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;
using Stampo.Server.Hosting;

namespace Stampo.Server.Week;

/// <summary>The shop's schedule as files others can read.</summary>
internal static class ScheduleFiles
{
    /// <summary>Of one person, or of all.</summary>
    public static byte[] Calendar(ScheduleView view, Core.Shops.Shop shop, string? person)
    {
        var calendar = new Calendar { ProductId = "-//Stampo//Shop//EN" };
        var titles = view.Jobs.ToDictionary(j => j.Id, j => j.Title);
        foreach (var slot in view.Schedule.Slots.Where(s => s.Person is not null && (person is null || s.Person == person)))
            calendar.Events.Add(
                new CalendarEvent
                {
                    Uid = $"{slot.Job}-{slot.Piece.Repeats}-{slot.Piece.Tool}-{slot.Piece.Shot}-{slot.Operation}@stampo",
                    Summary = $"{slot.Name} ({titles[slot.Job]})",
                    Description = NameOf(shop, slot.Person),
                    Start = new CalDateTime(slot.Start.ToDateTimeUnspecified()),
                    End = new CalDateTime(slot.HandsEnd.ToDateTimeUnspecified()),
                }
            );
        return System.Text.Encoding.UTF8.GetBytes(new CalendarSerializer().SerializeToString(calendar)!);
    }

    public static byte[] Table(ScheduleView view, Core.Shops.Shop shop)
    {
        var titles = view.Jobs.ToDictionary(j => j.Id, j => j.Title);
        return Csv.Of(
            view.Schedule.Slots.Select(s => new
            {
                Job = titles[s.Job],
                Piece = s.Piece.Repeats.ToString(),
                s.Piece.Tool,
                s.Piece.Shot,
                Operation = s.Name,
                Start = $"{s.Start:uuuu-MM-dd HH:mm}",
                HandsEnd = $"{s.HandsEnd:uuuu-MM-dd HH:mm}",
                End = $"{s.End:uuuu-MM-dd HH:mm}",
                Person = NameOf(shop, s.Person),
                Equipment = string.Join(", ", s.Machines.Select(id => shop.Machines.FirstOrDefault(m => m.Id == id)?.Name ?? id)),
                UnderWay = s.HasBegun ? "yes" : "",
                Pinned = s.IsPinned ? "yes" : "",
            })
        );
    }

    private static string NameOf(Core.Shops.Shop shop, string? person) => shop.People.FirstOrDefault(p => p.Id == person)?.Name ?? "";
}
