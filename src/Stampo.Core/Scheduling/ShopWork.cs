using NodaTime;
using Stampo.Core.Planning;
using Stampo.Core.Shops;

namespace Stampo.Core.Scheduling;

/// <summary>
/// An operation of a run that is under way: what has begun, by the shop's own clock, is not moved; hands may have left it.
/// </summary>
public sealed record OperationUnderWay(string Operation, bool IsDone, LocalDateTime? Began, LocalDateTime? HandsEnd);

/// <summary>A piece of a job at the bench: over, or how far it is.</summary>
public sealed record PieceUnderWay(WorkPiece Piece, bool IsOver, IReadOnlyList<OperationUnderWay> Operations);

/// <summary>A committed stretch: what its plan asks for, and what of it is done.</summary>
/// <param name="Id">Its name in slots and pins.</param>
/// <param name="Title">As people call it.</param>
/// <param name="Operations">Of the plan.</param>
/// <param name="Tools">Used in turn.</param>
/// <param name="Shots">Of the whole order.</param>
/// <param name="WantedBy">Jobs go by this date; one without goes last.</param>
/// <param name="UnderWay">Pieces that were begun.</param>
public sealed record ShopJob(
    string Id,
    string Title,
    IReadOnlyList<Operation> Operations,
    int Tools,
    int Shots,
    DateOnly? WantedBy,
    IReadOnlyList<PieceUnderWay> UnderWay
)
{
    /// <summary>Numbers of tools that are no longer used; each is made up for by another.</summary>
    public IReadOnlyList<int> Retired { get; init; } = [];

    /// <summary>The highest number a tool of it has: as many are in use as the plan says.</summary>
    public int LastTool => Tools + Retired.Count;
}

/// <summary>An operation that somebody has put to a time.</summary>
public sealed record Pin(string Job, WorkPiece Piece, string Operation, LocalDateTime Start);

/// <summary>All that is to be laid out, from now on.</summary>
public sealed record ShopWork(Shop Shop, IReadOnlyList<ShopJob> Jobs, IReadOnlyList<Pin> Pins, LocalDateTime Now);

/// <summary>
/// When an operation of a job is done, by whom (null where no hands are needed) and on what, by their ids; whether it is under way and
/// stays, or was put there by somebody.
/// </summary>
public sealed record ShopSlot(
    string Job,
    WorkPiece Piece,
    string Operation,
    string Name,
    LocalDateTime Start,
    LocalDateTime HandsEnd,
    LocalDateTime End,
    string? Person,
    IReadOnlyList<string> Machines,
    bool HasBegun,
    bool IsPinned
);

/// <summary>What can't be laid out, or is late: which demands collide, and what would free them, each in a sentence.</summary>
public sealed record Collision(string Code, string Job, string Text, IReadOnlyList<string> Frees);

/// <summary>
/// When a job is done: so many of its shots laid out exactly, the rest carried on at the same pace; working days past the day it is
/// wanted, null when it is in time.
/// </summary>
public sealed record JobDone(string Job, LocalDateTime Done, int ShotsLeft, int ShotsLaidOut, DateOnly? WantedBy, int? DaysLate);

/// <summary>A job that is later because of another.</summary>
public sealed record Push(string Job, string By, LocalDateTime Without, LocalDateTime With);

/// <param name="Slots">In the order of their start.</param>
/// <param name="Jobs">When each is done.</param>
/// <param name="Collisions">What can't be, or comes late.</param>
/// <param name="Missing">Kinds of equipment that are needed and that the shop does not name: they are taken to be free.</param>
public sealed record ShopSchedule(
    IReadOnlyList<ShopSlot> Slots,
    IReadOnlyList<JobDone> Jobs,
    IReadOnlyList<Collision> Collisions,
    IReadOnlyList<string> Missing
);

/// <summary>Lays the work of the whole shop out.</summary>
public interface IShopScheduler
{
    ShopSchedule Lay(ShopWork work);
}
