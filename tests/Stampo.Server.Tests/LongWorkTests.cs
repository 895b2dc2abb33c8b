using Microsoft.Extensions.Hosting;
using Microsoft.Extensions.Logging.Abstractions;
using Microsoft.Extensions.Time.Testing;
using Stampo.Core.Wording;
using Stampo.Core.Working;
using Stampo.Server.Hosting;

namespace Stampo.Server.Tests;

public sealed class LongWorkTests : IDisposable
{
    private readonly Life _life = new();

    private readonly FakeTimeProvider _clock = new();

    private readonly LongWork _work;

    public LongWorkTests() => _work = new LongWork(_life, NullLogger<LongWork>.Instance, _clock);

    public void Dispose() => _life.Dispose();

    private async Task<WorkState> UntilAsync(string key, Func<WorkState, bool> wanted)
    {
        for (var tries = 0; tries < 500; tries++)
        {
            if (_work.StateOf(key) is var state && wanted(state))
                return state;
            await Task.Delay(10);
        }

        throw new TimeoutException($"{key} stays {_work.StateOf(key)}");
    }

    [Fact]
    public async Task Pieces_of_work_take_turns_in_the_order_they_came_and_tell_how_far_they_are()
    {
        using var gate = new SemaphoreSlim(0);
        var done = new List<string>();
        _work.Start(
            "a",
            async progress =>
            {
                progress.Begin("Half of it", 0.5);
                progress.Begin("The rest", 0.5);
                await gate.WaitAsync(progress.Cancel);
                done.Add("a");
            }
        );
        await UntilAsync("a", s => s.Phase == WorkPhase.Running && s.Doing == "The rest");
        _work.Start(
            "b",
            _ =>
            {
                done.Add("b");
                return Task.CompletedTask;
            }
        );
        Assert.Equal((WorkPhase.Running, 0.5), (_work.StateOf("a").Phase, _work.StateOf("a").Share));
        Assert.Equal(WorkPhase.Waiting, _work.StateOf("b").Phase);
        gate.Release();
        await UntilAsync("b", s => s.Phase == WorkPhase.None);
        Assert.Equal(["a", "b"], done);
        Assert.Equal(WorkState.None, _work.StateOf("never begun"));
    }

    [Fact]
    public async Task The_same_work_is_not_begun_twice_while_it_is_under_way()
    {
        using var gate = new SemaphoreSlim(0);
        var begun = 0;
        Func<Progress, Task> work = async progress =>
        {
            Interlocked.Increment(ref begun);
            await gate.WaitAsync(progress.Cancel);
        };
        _work.Start("a", work);
        _work.Start("a", work);
        await UntilAsync("a", _ => begun == 1);
        _work.Start("a", work);
        gate.Release();
        await UntilAsync("a", s => s.Phase == WorkPhase.None);
        Assert.Equal(1, begun);
        // Done once, it may be asked for again.
        _work.Start("a", work);
        gate.Release();
        await UntilAsync("a", _ => begun == 2);
    }

    [Fact]
    public async Task What_waits_and_what_runs_can_be_stopped_and_begun_again()
    {
        Func<Progress, Task> endless = progress => Task.Delay(Timeout.Infinite, progress.Cancel);
        _work.Start("a", endless);
        await UntilAsync("a", s => s.Phase is WorkPhase.Running or WorkPhase.Waiting);
        _work.Start("b", endless);
        _work.Stop("b");
        Assert.Equal(WorkPhase.Stopped, (await UntilAsync("b", s => s.Phase == WorkPhase.Stopped)).Phase);
        _work.Stop("a");
        await UntilAsync("a", s => s.Phase == WorkPhase.Stopped);
        _work.Stop("nothing of that name");
        _work.Start("b", _ => Task.CompletedTask);
        await UntilAsync("b", s => s.Phase == WorkPhase.None);
    }

    [Fact]
    public async Task A_refusal_is_told_in_its_words_and_a_failure_without_its_insides()
    {
        _work.Start("refused", _ => throw new RefusalException("split.undercut", "Two halves can't be drawn off."));
        Assert.Equal("Two halves can't be drawn off.", (await UntilAsync("refused", s => s.Phase == WorkPhase.Failed)).Problem);
        _work.Start("failed", _ => throw new InvalidOperationException("secret path"));
        Assert.Null((await UntilAsync("failed", s => s.Phase == WorkPhase.Failed)).Problem);
    }

    [Fact]
    public async Task Of_what_ended_badly_the_last_hundred_are_remembered()
    {
        for (var i = 0; i < 120; i++)
        {
            _work.Start($"{i}", _ => throw new RefusalException("split.undercut", "Two halves can't be drawn off."));
            await UntilAsync($"{i}", s => s.Phase == WorkPhase.Failed);
        }

        await UntilAsync("19", s => s == WorkState.None);
        Assert.Equal(WorkPhase.Failed, _work.StateOf("119").Phase);
    }

    [Fact]
    public async Task More_than_thirty_in_line_are_refused_and_the_end_of_the_application_stops_them_all()
    {
        for (var i = 0; i < 30; i++)
            _work.Start($"{i}", progress => Task.Delay(Timeout.Infinite, progress.Cancel));
        Assert.Equal("study.busy", Assert.Throws<RefusalException>(() => _work.Start("one too many", _ => Task.CompletedTask)).Code);
        // What only follows a save is dropped without a word, and what is under way counts as begun.
        Assert.False(_work.TryStart("one too many", _ => Task.CompletedTask));
        Assert.True(_work.TryStart("7", _ => Task.CompletedTask));
        _life.StopApplication();
        for (var i = 0; i < 30; i++)
            await UntilAsync($"{i}", s => s.Phase == WorkPhase.Stopped);
    }

    [Fact]
    public async Task What_somebody_looks_at_goes_first_and_what_it_waits_for_before_it()
    {
        using var gate = new SemaphoreSlim(0);
        var done = new List<string>();
        _work.Start("running", progress => gate.WaitAsync(progress.Cancel));
        await UntilAsync("running", s => s.Phase == WorkPhase.Waiting || s.Phase == WorkPhase.Running);
        foreach (var (key, after) in new[] { ("a", null), ("pull", null), ("sheet", "pull"), ("b", null), ("c", (string?)null) })
            _work.Start(
                key,
                _ =>
                {
                    done.Add(key);
                    return Task.CompletedTask;
                },
                after
            );
        // Somebody looked at this a while ago and went away.
        _work.StateOf("c");
        _clock.Advance(TimeSpan.FromSeconds(30));
        _work.StateOf("sheet");
        gate.Release();
        for (var tries = 0; tries < 500 && done.Count < 5; tries++)
            await Task.Delay(10);
        Assert.Equal(["pull", "sheet", "a", "b", "c"], done);
    }

    private sealed class Life : IHostApplicationLifetime, IDisposable
    {
        private readonly CancellationTokenSource _stopping = new();

        public CancellationToken ApplicationStarted => CancellationToken.None;

        public CancellationToken ApplicationStopping => _stopping.Token;

        public CancellationToken ApplicationStopped => CancellationToken.None;

        public void StopApplication() => _stopping.Cancel();

        public void Dispose() => _stopping.Dispose();
    }
}
