namespace Stampo.Core.Geometry;

/// <summary>Turns triangles so that neighbours agree and every shell faces the way it should: solids outward, voids inward.</summary>
public static class FaceTurner
{
    /// <summary>The mesh with its faces turned and how many triangles that took.</summary>
    public static (Mesh Mesh, int Turned) Turn(Mesh mesh, bool[] leftOut, Topology topology)
    {
        var turn = Agree(mesh, leftOut, topology);
        var agreed = Apply(mesh, turn);
        if (topology.IsClosed && ShellOrder.Of(agreed, topology, Measures.ShellVolumesMm3(agreed, topology)) is (_, var reversed))
        {
            var wrong = reversed.ToHashSet();
            for (var t = 0; t < turn.Length; t++)
                turn[t] ^= topology.ShellOf[t] >= 0 && wrong.Contains(topology.ShellOf[t]);
        }

        return (Apply(mesh, turn), turn.Count(t => t));
    }

    /// <summary>
    /// Walks each shell from its first triangle and marks those that run along a shared edge the same way as their neighbour.
    /// </summary>
    private static bool[] Agree(Mesh mesh, bool[] leftOut, Topology topology)
    {
        var turn = new bool[leftOut.Length];
        var seen = (bool[])leftOut.Clone();
        var waiting = new Stack<int>();
        for (var start = 0; start < seen.Length; start++)
        {
            if (seen[start])
                continue;
            seen[start] = true;
            waiting.Push(start);
            while (waiting.TryPop(out var t))
                for (var side = 3 * t; side < 3 * t + 3; side++)
                {
                    var other = topology.Neighbours[side];
                    if (other < 0 || seen[other])
                        continue;
                    seen[other] = true;
                    turn[other] = turn[t] ^ RunsAlong(mesh, other, mesh.Side(side));
                    waiting.Push(other);
                }
        }

        return turn;
    }

    private static bool RunsAlong(Mesh mesh, int triangle, (int, int) edge) =>
        mesh.Side(3 * triangle) == edge || mesh.Side(3 * triangle + 1) == edge || mesh.Side(3 * triangle + 2) == edge;

    private static Mesh Apply(Mesh mesh, bool[] turn)
    {
        var corners = (int[])mesh.Corners.Clone();
        for (var t = 0; t < turn.Length; t++)
        {
            if (turn[t])
                (corners[3 * t + 1], corners[3 * t + 2]) = (corners[3 * t + 2], corners[3 * t + 1]);
        }

        return new Mesh(mesh.Positions, corners);
    }
}
