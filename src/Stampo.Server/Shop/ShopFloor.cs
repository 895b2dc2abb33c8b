using Stampo.Server.Projects;
using TheShop = Stampo.Core.Shops.Shop;

namespace Stampo.Server.Shop;

/// <summary>The shop as it stands, at hand; its changes count up so that what was made from it knows when it is old.</summary>
public sealed class ShopFloor(StepStore steps)
{
    private volatile Versioned<TheShop>? _standing;

    private int _changes;

    public int Changes => _changes;

    /// <summary>Told after each change.</summary>
    public event Action<TheShop>? Changed;

    public async ValueTask<TheShop> OfAsync(CancellationToken cancel = default) => (await StandingAsync(cancel)).Value;

    public async ValueTask<Versioned<TheShop>> StandingAsync(CancellationToken cancel = default) =>
        _standing ??= await steps.ReadAsync(StepStore.WholeShop, StepStore.Floor, TheShop.Unsaid, cancel);

    public async Task<Versioned<TheShop>> SaveAsync(Save<TheShop> save, CancellationToken cancel = default) =>
        Take(await steps.SaveAsync(StepStore.WholeShop, StepStore.Floor, save, TheShop.Unsaid, cancel));

    public async Task<Versioned<TheShop>> MoveAsync(int by, Move from, CancellationToken cancel = default) =>
        Take(await steps.MoveAsync<TheShop>(StepStore.WholeShop, StepStore.Floor, by, from, cancel));

    private Versioned<TheShop> Take(Versioned<TheShop> now)
    {
        // Answers may overtake one another; versions only grow.
        if (_standing is not { } before || before.Version < now.Version)
            _standing = now;
        Interlocked.Increment(ref _changes);
        Changed?.Invoke(_standing!.Value);
        return now;
    }
}
