using NodaTime;

namespace Stampo.Core.Planning;

/// <summary>
/// When an operation is done, for which shot and tool: hands until <paramref name="HandsEnd"/>, then unattended to <paramref
/// name="End"/>.
/// </summary>
public sealed record Slot(string OperationId, int? Shot, int? Tool, LocalDateTime Start, LocalDateTime HandsEnd, LocalDateTime End);

/// <param name="Slots">In the order of their start. Long orders are laid out shot by shot up to a few hundred.</param>
/// <param name="FirstPart">When the first part is in hand.</param>
/// <param name="LastPart">When the last one is.</param>
/// <param name="Ready">When the last one has its full properties.</param>
/// <param name="Shots">Of the whole order.</param>
/// <param name="ShotsLaidOut">Of them on the calendar one by one; the rest is carried on at the same pace.</param>
/// <param name="ShotsADay">Over the working days from the first shot to the last.</param>
public sealed record Schedule(
    IReadOnlyList<Slot> Slots,
    LocalDateTime FirstPart,
    LocalDateTime LastPart,
    LocalDateTime Ready,
    int Shots,
    int ShotsLaidOut,
    double ShotsADay
);

/// <summary>Work to be laid over the calendar.</summary>
/// <param name="Operations">In their order.</param>
/// <param name="Tools">Used in turn.</param>
/// <param name="Shots">Of all tools together.</param>
/// <param name="ReadyH">Hours from the last part to its full properties.</param>
/// <param name="Hours">When hands are there.</param>
/// <param name="Start">When work may begin, by the shop's own clock.</param>
public sealed record WorkToLay(
    IReadOnlyList<Operation> Operations,
    int Tools,
    int Shots,
    double ReadyH,
    WorkingHours Hours,
    LocalDateTime Start
);

/// <summary>Lays operations over working hours and what they hold.</summary>
public interface IScheduler
{
    Schedule Lay(WorkToLay work);
}
