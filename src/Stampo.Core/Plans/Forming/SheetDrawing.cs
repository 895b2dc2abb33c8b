using System.Buffers.Binary;
using Stampo.Core.Forming;
using Stampo.Core.Geometry;

namespace Stampo.Core.Plans.Forming;

/// <summary>
/// A formed sheet and its stroke as they are drawn, little-endian: "SHT1"; int32 columns, rows, stages of the stroke; then for each stage
/// the mold's lift as float32, and for each point four int16: x, y, z from the origin in the steps that follow the counts (origin and
/// step are four float32), and the thickness in thousandths, negative for what is trimmed off. Last int32 columns and rows of the formed
/// sheet and its points likewise.
/// </summary>
internal static class SheetDrawing
{
    private const int MostStages = 36,
        MostPoints = 45_000;

    private const float PerMicron = 1_000,
        Reach = 32_000;

    public static byte[] Of(FormedSheet sheet)
    {
        var stroke = sheet.Stroke;
        var stages = Enumerable.Range(0, Math.Min(MostStages, stroke.Count)).Select(s => Spread(s, MostStages, stroke.Count)).ToArray();
        var origin = sheet.PointAt(sheet.ThicknessMm.Length / 2);
        var step = Farthest(sheet, origin) / Reach;
        var bytes = new MemoryStream();
        bytes.Write("SHT1"u8);
        Int(stroke.Columns);
        Int(stroke.Rows);
        Int(stages.Length);
        Single((float)origin.X);
        Single((float)origin.Y);
        Single((float)origin.Z);
        Single(step);
        foreach (var stage in stages)
        {
            Single((float)stroke.LiftMm(stage));
            var points = stroke.At(stage);
            for (var p = 0; p < points.Length; p += 4)
                Point(points[p], points[p + 1], points[p + 2], points[p + 3]);
        }

        var (across, along) = (Lines(sheet.Columns, sheet.Rows), Lines(sheet.Rows, sheet.Columns));
        Int(across.Length - 1);
        Int(along.Length - 1);
        foreach (var j in along)
        foreach (var i in across)
        {
            var at = j * (sheet.Columns + 1) + i;
            var place = sheet.PointAt(at);
            Point((float)place.X, (float)place.Y, (float)place.Z, sheet.ThicknessMm[at] * (sheet.IsPart(at) ? 1 : -1));
        }

        return bytes.ToArray();

        void Point(float x, float y, float z, float thick)
        {
            Short((x - (float)origin.X) / step);
            Short((y - (float)origin.Y) / step);
            Short((z - (float)origin.Z) / step);
            Short(thick * PerMicron);
        }

        void Int(int value)
        {
            Span<byte> four = stackalloc byte[4];
            BinaryPrimitives.WriteInt32LittleEndian(four, value);
            bytes.Write(four);
        }

        void Single(float value)
        {
            Span<byte> four = stackalloc byte[4];
            BinaryPrimitives.WriteSingleLittleEndian(four, value);
            bytes.Write(four);
        }

        void Short(float value)
        {
            Span<byte> two = stackalloc byte[2];
            BinaryPrimitives.WriteInt16LittleEndian(two, (short)Math.Clamp(MathF.Round(value), short.MinValue, short.MaxValue));
            bytes.Write(two);
        }
    }

    /// <summary>Of the sheet or its bubble from the origin, with room for the bubble.</summary>
    private static float Farthest(FormedSheet sheet, Vec3 origin) =>
        2 * (float)Enumerable.Range(0, sheet.ThicknessMm.Length).Max(p => (sheet.PointAt(p) - origin).Length);

    /// <summary>Every so manieth line of the fine sheet, the outer ones always.</summary>
    private static int[] Lines(int cells, int others)
    {
        var lines = Math.Max(2, (int)Math.Sqrt(MostPoints * (cells + 1.0) / (others + 1)));
        return [.. Enumerable.Range(0, Math.Min(lines, cells + 1)).Select(i => Spread(i, lines, cells + 1))];
    }

    private static int Spread(int index, int most, int count) =>
        count <= most ? index : (int)Math.Round(index * (count - 1.0) / (most - 1));
}
