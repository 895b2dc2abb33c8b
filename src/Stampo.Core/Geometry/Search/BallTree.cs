using System.Numerics;

namespace Stampo.Core.Geometry.Search;

/// <summary>A ball with how far from its centre it speaks for its surroundings.</summary>
public readonly record struct Ball(Vec3 Centre, double Radius, double Reach);

/// <summary>Many balls, asked for the largest that reaches a point. A perfect binary tree over their centres.</summary>
public sealed class BallTree
{
    private const int LeafSize = 4;

    private readonly Ball[] _balls;
    private readonly Box[] _boxes;
    private readonly double[] _largest;
    private readonly int _leaves;

    public BallTree(Ball[] balls)
    {
        _leaves = (int)BitOperations.RoundUpToPowerOf2((uint)Math.Max(1, (balls.Length + LeafSize - 1) / LeafSize));
        var centres = Array.ConvertAll(balls, ball => new Vector3((float)ball.Centre.X, (float)ball.Centre.Y, (float)ball.Centre.Z));
        _balls = Array.ConvertAll(HalvedOrder.Of(centres, _leaves), i => balls[i]);
        _boxes = new Box[2 * _leaves];
        _largest = new double[2 * _leaves];
        Fill(1);
    }

    /// <summary>The largest ball that reaches the point; null when none does.</summary>
    public Ball? LargestReaching(Vec3 point)
    {
        Ball? best = null;
        Span<int> stack = stackalloc int[64];
        var top = 0;
        stack[top++] = 1;
        while (top > 0)
        {
            var node = stack[--top];
            if (_largest[node] <= (best?.Radius ?? 0) || !_boxes[node].Holds(point))
                continue;
            if (node < _leaves)
            {
                var larger = _largest[2 * node] >= _largest[2 * node + 1] ? 0 : 1;
                stack[top++] = 2 * node + 1 - larger;
                stack[top++] = 2 * node + larger;
                continue;
            }

            foreach (var ball in Leaf(node))
            {
                if (ball.Radius > (best?.Radius ?? 0) && (ball.Centre - point).Length <= ball.Reach)
                    best = ball;
            }
        }

        return best;
    }

    private ReadOnlySpan<Ball> Leaf(int node)
    {
        var start = HalvedOrder.Start(node - _leaves, _leaves, _balls.Length);
        return _balls.AsSpan(start, HalvedOrder.Start(node - _leaves + 1, _leaves, _balls.Length) - start);
    }

    private void Fill(int node)
    {
        if (node < _leaves)
        {
            Fill(2 * node);
            Fill(2 * node + 1);
            _boxes[node] = _boxes[2 * node].Around(_boxes[2 * node + 1]);
            _largest[node] = Math.Max(_largest[2 * node], _largest[2 * node + 1]);
            return;
        }

        _boxes[node] = Box.Nothing;
        foreach (var ball in Leaf(node))
        {
            var arm = new Vec3(ball.Reach, ball.Reach, ball.Reach);
            _boxes[node] = _boxes[node].Around(new Box(ball.Centre - arm, ball.Centre + arm));
            _largest[node] = Math.Max(_largest[node], ball.Radius);
        }
    }
}
