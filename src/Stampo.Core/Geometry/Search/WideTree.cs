namespace Stampo.Core.Geometry.Search;

/// <summary>
/// Boxes in a tree, eight to a node, split where the surface-area heuristic over bins says (MacDonald and Booth 1990, Wald 2007).
/// A node's boxes lie coordinate by coordinate, so that all eight are tested at once.
/// </summary>
internal sealed class WideTree
{
    /// <summary>Boxes in a node.</summary>
    public const int Width = 8;

    /// <summary>Items in a leaf at most; a leaf is one pack.</summary>
    public const int LeafSize = 4;

    /// <summary>Numbers a node has: low x of its boxes, low y, low z, high x, high y, high z.</summary>
    public const int NodeSize = 6 * Width;

    /// <summary>Nodes on any way down at most; past half of it ranges are simply halved.</summary>
    public const int Deepest = 40;

    /// <summary>A visited node leaves at most this many others to come back to on each level.</summary>
    public const int StackSize = (Width - 1) * Deepest + Width;

    /// <summary>Below this many items a branch is built on the core that has it.</summary>
    private const int WorthAnotherCore = 20_000;

    private WideTree(int[] order, Branch whole) =>
        (Order, Bounds, Children, PackStarts) = (order, [.. whole.Bounds], [.. whole.Children], [.. whole.PackStarts, order.Length]);

    /// <summary>The items in the order of the leaves, neighbours in space near each other.</summary>
    public int[] Order { get; }

    public float[] Bounds { get; }

    /// <summary>Eight a node: the number of a node below it, or the complement of a pack's; a box without a child holds nothing.</summary>
    public int[] Children { get; }

    /// <summary>Where each pack begins in <see cref="Order"/>, and its end.</summary>
    public int[] PackStarts { get; }

    public int PackCount => PackStarts.Length - 1;

    /// <summary>The boxes must hold their items with room to spare for what single precision loses.</summary>
    public static WideTree Of(BoxedItem[] items)
    {
        var whole = Built(items, new ItemRange(0, items.Length, ItemBox.Around(items)), 0);
        return new WideTree(Array.ConvertAll(items, i => i.Index), whole);
    }

    private static Branch Built(BoxedItem[] items, ItemRange range, int depth)
    {
        if (range.Count <= WorthAnotherCore)
        {
            var alone = new Branch(range.Count);
            alone.AddNode(items, range, depth);
            return alone;
        }

        var (ranges, below) = (new Ranges(items, range, depth), new Branch[Width]);
        Parallel.For(
            0,
            ranges.Count,
            r =>
            {
                if (!ranges[r].IsLeaf)
                    below[r] = Built(items, ranges[r], depth + 1);
            }
        );
        var branch = new Branch(range.Count);
        var node = branch.Reserve();
        for (var r = 0; r < ranges.Count; r++)
            branch.Set(node, r, ranges[r], ranges[r].IsLeaf ? branch.AddPack(ranges[r].Start) : branch.Add(below[r]));
        return branch;
    }

    /// <summary>Nodes and packs below one node, numbered from it.</summary>
    private sealed class Branch(int items)
    {
        public List<float> Bounds { get; } = new(NodeSize * (items / 12 + 1));

        public List<int> Children { get; } = new(Width * (items / 12 + 1));

        public List<int> PackStarts { get; } = new(items / 2 + 1);

        private static readonly float[] Nothing =
        [
            .. Enumerable.Repeat(float.PositiveInfinity, NodeSize / 2),
            .. Enumerable.Repeat(float.NegativeInfinity, NodeSize / 2),
        ];

        private static readonly int[] NoChildren = new int[Width];

        public int AddNode(BoxedItem[] items, in ItemRange range, int depth)
        {
            var ranges = new Ranges(items, range, depth);
            var node = Reserve();
            for (var r = 0; r < ranges.Count; r++)
                Set(node, r, ranges[r], ranges[r].IsLeaf ? AddPack(ranges[r].Start) : AddNode(items, ranges[r], depth + 1));
            return node;
        }

        public int Reserve()
        {
            Bounds.AddRange(Nothing);
            Children.AddRange(NoChildren);
            return Children.Count / Width - 1;
        }

        public int AddPack(int start)
        {
            PackStarts.Add(start);
            return ~(PackStarts.Count - 1);
        }

        /// <summary>All of another branch; the number its first node has here.</summary>
        public int Add(Branch below)
        {
            int nodes = Children.Count / Width,
                packs = PackStarts.Count;
            Bounds.AddRange(below.Bounds);
            foreach (var child in below.Children)
                Children.Add(
                    child < 0 ? child - packs
                    : child > 0 ? child + nodes
                    : 0
                );
            PackStarts.AddRange(below.PackStarts);
            return nodes;
        }

        public void Set(int node, int place, in ItemRange range, int child)
        {
            for (var axis = 0; axis < 3; axis++)
            {
                Bounds[NodeSize * node + Width * axis + place] = range.Box.Low[axis];
                Bounds[NodeSize * node + Width * (3 + axis) + place] = range.Box.High[axis];
            }

            Children[Width * node + place] = child;
        }
    }

    /// <summary>The up to eight ranges that a node's items are split into: always the one with the largest box is split next.</summary>
    private readonly struct Ranges
    {
        private readonly ItemRange[] _ranges = new ItemRange[Width];

        public Ranges(BoxedItem[] items, in ItemRange whole, int depth)
        {
            _ranges[0] = whole;
            Count = whole.Count > 0 ? 1 : 0;
            while (Count > 0 && Count < Width && Largest() is >= 0 and var largest)
            {
                var (left, right) = BinnedSplit.Of(items, _ranges[largest], isHalved: depth > Deepest / 2);
                Array.Copy(_ranges, largest + 1, _ranges, largest + 2, Count - largest - 1);
                (_ranges[largest], _ranges[largest + 1]) = (left, right);
                Count++;
            }
        }

        public int Count { get; }

        public ref readonly ItemRange this[int place] => ref _ranges[place];

        private int Largest()
        {
            var (largest, area) = (-1, -1f);
            for (var r = 0; r < Count; r++)
            {
                if (!_ranges[r].IsLeaf && _ranges[r].Box.Area > area)
                    (largest, area) = (r, _ranges[r].Box.Area);
            }

            return largest;
        }
    }
}
