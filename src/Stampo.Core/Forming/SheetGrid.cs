using System.Numerics;

namespace Stampo.Core.Forming;

/// <summary>
/// A sheet as a grid of points over its clamp, in flat arrays with rows as long as the processor likes. Each cell keeps its volume; its
/// tension is its stretch, the same in all directions, so that a free sheet thins evenly and is a bubble of even curvature, as the closed
/// forms have it. A little of an ordinary membrane keeps cells from shearing.
/// </summary>
internal sealed class SheetGrid
{
    /// <summary>Of the ordinary membrane.</summary>
    private const float Shear = 0.04f;

    /// <summary>Points move by less than would set them swinging.</summary>
    private const float Inertia = 1.15f;

    private static readonly int Wide = Vector<float>.Count;

    private readonly float[] _dx,
        _perDx;
    private readonly float[] _fx,
        _fy,
        _fz,
        _m;
    private readonly float[][] _edges;
    private readonly float[] _squares;
    private readonly int _bands,
        _blocks;
    private readonly bool[] _live;

    /// <param name="across">Where its columns of points stand along the width, from 0 on.</param>
    /// <param name="along">Where its rows stand along the length.</param>
    public SheetGrid(float[] across, float[] along)
    {
        (Columns, Rows) = (across.Length - 1, along.Length - 1);
        var (columns, rows) = (Columns, Rows);
        Stride = (columns + 1 + Wide) / Wide * Wide + Wide;
        (Across, Along) = (across, along);
        _perDx = new float[Stride];
        _dx = new float[Stride];
        Array.Fill(_perDx, 1);
        for (var i = 0; i < columns; i++)
            (_dx[i], _perDx[i]) = (across[i + 1] - across[i], 1 / (across[i + 1] - across[i]));
        var size = Stride * (rows + 1) + Wide;
        (X, Y, Z) = (new float[size], new float[size], new float[size]);
        (Vx, Vy, Vz) = (new float[size], new float[size], new float[size]);
        (_fx, _fy, _fz, _m) = (new float[size], new float[size], new float[size], new float[size]);
        Soft = new float[size];
        Array.Fill(Soft, 1);
        Held = new byte[size];
        Array.Fill(Held, Clamped);
        for (var j = 0; j <= rows; j++)
        for (var i = 0; i < Stride; i++)
        {
            var at = j * Stride + i;
            (X[at], Y[at]) = (across[Math.Min(i, columns)], along[j]);
            if (i > 0 && i < columns && j > 0 && j < rows)
                Held[at] = Free;
        }

        _blocks = (columns + Wide) / Wide;
        _live = new bool[(rows + 1) * _blocks];
        _bands = Math.Clamp(Math.Min(Environment.ProcessorCount, rows / 16), 1, 8);
        Look();
        _squares = new float[_bands];
        _edges = new float[4 * _bands][];
        for (var e = 0; e < _edges.Length; e++)
            _edges[e] = new float[Stride];
    }

    public const byte Free = 0,
        Clamped = 1,
        OnMold = 2,
        OnPlug = 3;

    public int Columns { get; }

    public int Rows { get; }

    public int Stride { get; }

    /// <summary>Where its points lie at rest.</summary>
    public float[] Across { get; }

    public float[] Along { get; }

    /// <summary>Area of a cell at rest.</summary>
    public double RestOf(int column, int row) => (double)_dx[column] * (Along[row + 1] - Along[row]);

    public float[] X { get; }

    public float[] Y { get; }

    public float[] Z { get; }

    public float[] Vx { get; }

    public float[] Vy { get; }

    public float[] Vz { get; }

    /// <summary>How hard each cell is to stretch: its lower left point names it.</summary>
    public float[] Soft { get; }

    /// <summary>What holds each point.</summary>
    public byte[] Held { get; }

    /// <summary>Points that are not where they will stay.</summary>
    public int FreePoints { get; private set; }

    /// <summary>How long an edge from a point to its neighbour has become.</summary>
    public double LengthOf(int column, int row, int right, int up)
    {
        var (a, b) = (row * Stride + column, (row + up) * Stride + column + right);
        double dx = X[b] - X[a],
            dy = Y[b] - Y[a],
            dz = Z[b] - Z[a];
        return Math.Sqrt(dx * dx + dy * dy + dz * dz);
    }

    /// <summary>Notes where anything is free still: the rest costs nothing.</summary>
    public void Look()
    {
        var free = 0;
        Parallel.For(
            0,
            Rows + 1,
            () => 0,
            (j, _, sum) =>
            {
                for (var block = 0; block < _blocks; block++)
                {
                    var (any, at) = (false, j * Stride + block * Wide);
                    for (var k = 0; k <= Wide; k++)
                    {
                        var isFree = Held[at + k] is Free or OnPlug;
                        any |= isFree;
                        sum += isFree && k < Wide ? 1 : 0;
                    }

                    _live[j * _blocks + block] = any;
                }

                return sum;
            },
            sum => Interlocked.Add(ref free, sum)
        );
        FreePoints = free;
    }

    /// <summary>Along z, of the last step.</summary>
    public float ForceAt(int at) => _fz[at];

    /// <summary>Takes its speed away.</summary>
    public void Halt()
    {
        Array.Clear(Vx);
        Array.Clear(Vy);
        Array.Clear(Vz);
    }

    /// <summary>One step of its free points under a pressure from above; says how fast the fastest went.</summary>
    public float Step(float pressure, float damping)
    {
        Parallel.For(0, _bands, band => Pull(band, pressure));
        Parallel.For(0, _bands, band => _squares[band] = Move(band, damping));
        return MathF.Sqrt(_squares.Max());
    }

    /// <summary>Area of a cell, by both ways to split it.</summary>
    public double AreaOf(int column, int row)
    {
        var a = row * Stride + column;
        var (b, c, d) = (a + 1, a + Stride, a + Stride + 1);
        return (Triangle(a, b, c) + Triangle(b, d, a) + Triangle(d, c, b) + Triangle(c, a, d)) / 2;
    }

    private double Triangle(int p, int q, int r)
    {
        double ux = X[q] - X[p],
            uy = Y[q] - Y[p],
            uz = Z[q] - Z[p],
            vx = X[r] - X[p],
            vy = Y[r] - Y[p],
            vz = Z[r] - Z[p];
        double nx = uy * vz - uz * vy,
            ny = uz * vx - ux * vz,
            nz = ux * vy - uy * vx;
        return Math.Sqrt(nx * nx + ny * ny + nz * nz) / 2;
    }

    private (int From, int Until) Band(int band) => (band * Rows / _bands, (band + 1) * Rows / _bands);

    /// <summary>Forces of the cells of some rows; those on the row above the last go beside, for the next band adds them.</summary>
    private void Pull(int band, float pressure)
    {
        var (from, until) = Band(band);
        float[][] f = [_fx, _fy, _fz, _m];
        foreach (var of in f)
            Array.Clear(of, from * Stride, (until - from) * Stride);
        for (var k = 0; k < 4; k++)
            Array.Clear(_edges[4 * band + k]);
        for (var j = from; j < until; j++)
        {
            var row = j * Stride;
            var isLast = j == until - 1;
            var above = isLast ? 0 : row + Stride;
            var (ux, uy, uz, um) = isLast
                ? (_edges[4 * band], _edges[4 * band + 1], _edges[4 * band + 2], _edges[4 * band + 3])
                : (_fx, _fy, _fz, _m);
            var dy = Along[j + 1] - Along[j];
            for (var i = 0; i < Columns; i += Wide)
            {
                var block = j * _blocks + i / Wide;
                if (!_live[block] && !_live[block + _blocks])
                    continue;
                var at = row + i;
                var (a, b, c, d) = (P(at), P(at + 1), P(at + Stride), P(at + Stride + 1));
                Three ab = b - a,
                    ac = c - a,
                    bd = d - b,
                    cd = d - c;
                var (bcSquare, adSquare) = ((c - b).Square, (d - a).Square);
                var (abSquare, acSquare, bdSquare, cdSquare) = (ab.Square, ac.Square, bd.Square, cd.Square);
                // The four triangles of both ways to split a cell.
                Three n0 = ab.Cross(ac),
                    n1 = ab.Cross(bd),
                    n2 = cd.Cross(bd),
                    n3 = cd.Cross(ac);
                var perDx = Load(_perDx, i);
                var stiff = Load(Soft, at) * perDx * (0.25f / dy);
                Three b0 = n0.Cross(ac) * stiff,
                    c0 = ab.Cross(n0) * stiff,
                    d1 = ab.Cross(n1) * stiff,
                    a1 = bd.Cross(n1) * stiff,
                    c2 = bd.Cross(n2) * stiff,
                    b2 = n2.Cross(cd) * stiff,
                    a3 = n3.Cross(cd) * stiff,
                    d3 = n3.Cross(ac) * stiff;
                var sum = n0 + n1 + n2 + n3;
                var push = new Vector<float>(-pressure / 12);
                var (along, across) = (perDx * (Shear / 2 * dy), Load(_dx, i) * (Shear / 2 / dy));
                Three alongAb = ab * along,
                    alongCd = cd * along,
                    acrossAc = ac * across,
                    acrossBd = bd * across;
                var weight = along + across;
                var onA = a1 + a3 - b0 - c0 + (sum - n2) * push + alongAb + acrossAc;
                var onB = b0 + b2 - d1 - a1 + (sum - n3) * push - alongAb + acrossBd;
                var onC = c0 + c2 - a3 - d3 + (sum - n1) * push + alongCd - acrossAc;
                var onD = d1 + d3 - c2 - b2 + (sum - n0) * push - alongCd - acrossBd;
                AddTo(_fx, at, onA.X);
                AddTo(_fy, at, onA.Y);
                AddTo(_fz, at, onA.Z);
                AddTo(_m, at, (bcSquare + bdSquare + cdSquare) * stiff + weight);
                AddTo(_fx, at + 1, onB.X);
                AddTo(_fy, at + 1, onB.Y);
                AddTo(_fz, at + 1, onB.Z);
                AddTo(_m, at + 1, (acSquare + adSquare + cdSquare) * stiff + weight);
                AddTo(ux, above + i, onC.X);
                AddTo(uy, above + i, onC.Y);
                AddTo(uz, above + i, onC.Z);
                AddTo(um, above + i, (abSquare + bdSquare + adSquare) * stiff + weight);
                AddTo(ux, above + i + 1, onD.X);
                AddTo(uy, above + i + 1, onD.Y);
                AddTo(uz, above + i + 1, onD.Z);
                AddTo(um, above + i + 1, (abSquare + bcSquare + acSquare) * stiff + weight);
            }
        }
    }

    private Three P(int at) => new(Load(X, at), Load(Y, at), Load(Z, at));

    /// <summary>Moves the free points of some rows by their forces; the square of the fastest.</summary>
    private float Move(int band, float damping)
    {
        var (from, until) = Band(band);
        if (band == _bands - 1)
            until = Rows + 1;
        var keep = new Vector<float>(1 - damping);
        var fastest = Vector<float>.Zero;
        for (var j = Math.Max(1, from); j < Math.Min(until, Rows); j++)
        {
            var isFirst = band > 0 && j == from;
            for (var i = 0; i <= Columns; i += Wide)
            {
                if (!_live[j * _blocks + i / Wide])
                    continue;
                var at = j * Stride + i;
                var (fx, fy, fz, m) = (Load(_fx, at), Load(_fy, at), Load(_fz, at), Load(_m, at));
                if (isFirst)
                {
                    fx += Load(_edges[4 * band - 4], i);
                    fy += Load(_edges[4 * band - 3], i);
                    fz += Load(_edges[4 * band - 2], i);
                    m += Load(_edges[4 * band - 1], i);
                    fz.CopyTo(_fz, at);
                }

                var isFree = Vector.Equals(HeldAt(at), Vector<int>.Zero);
                var per = Vector<float>.One / Vector.Max(m * Inertia, new Vector<float>(1e-20f));
                var vx = Vector.ConditionalSelect(isFree, Load(Vx, at) * keep + fx * per, Vector<float>.Zero);
                var vy = Vector.ConditionalSelect(isFree, Load(Vy, at) * keep + fy * per, Vector<float>.Zero);
                var vz = Vector.ConditionalSelect(isFree, Load(Vz, at) * keep + fz * per, Vector<float>.Zero);
                vx.CopyTo(Vx, at);
                vy.CopyTo(Vy, at);
                vz.CopyTo(Vz, at);
                (Load(X, at) + vx).CopyTo(X, at);
                (Load(Y, at) + vy).CopyTo(Y, at);
                (Load(Z, at) + vz).CopyTo(Z, at);
                fastest = Vector.Max(fastest, vx * vx + vy * vy + vz * vz);
            }
        }

        var most = 0f;
        for (var k = 0; k < Wide; k++)
            most = Math.Max(most, fastest[k]);
        return most;
    }

    private Vector<int> HeldAt(int at)
    {
        Span<int> held = stackalloc int[Wide];
        for (var k = 0; k < Wide; k++)
            held[k] = Held[at + k];
        return new Vector<int>(held);
    }

    private static Vector<float> Load(float[] from, int at) => new(from, at);

    private static void AddTo(float[] to, int at, Vector<float> value) => (new Vector<float>(to, at) + value).CopyTo(to, at);

    private readonly struct Three(Vector<float> x, Vector<float> y, Vector<float> z)
    {
        public readonly Vector<float> X = x,
            Y = y,
            Z = z;

        public Vector<float> Square => X * X + Y * Y + Z * Z;

        public Three Cross(Three b) => new(Y * b.Z - Z * b.Y, Z * b.X - X * b.Z, X * b.Y - Y * b.X);

        public static Three operator +(Three a, Three b) => new(a.X + b.X, a.Y + b.Y, a.Z + b.Z);

        public static Three operator -(Three a, Three b) => new(a.X - b.X, a.Y - b.Y, a.Z - b.Z);

        public static Three operator *(Three a, Vector<float> s) => new(a.X * s, a.Y * s, a.Z * s);
    }
}
