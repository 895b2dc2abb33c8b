using System.Text;
using Stampo.Core.Geometry.Reading;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Geometry;

/// <summary>Sound files of every format, spoiled at random: bytes changed, cut, doubled, numbers blown up.</summary>
public static class MeshFuzz
{
    private static readonly string[] Numbers =
    [
        "-1",
        "0",
        "1e39",
        "nan",
        "inf",
        "4294967295",
        "99999999999999999999",
        "1e-320",
        "",
        "2147483647",
    ];

    public static IReadOnlyList<(string Name, byte[] File)> Seeds { get; } = MakeSeeds();

    /// <summary>
    /// Reads a spoiled file; gives the refusal's code, or null when it was read. Anything else that is thrown comes through.
    /// </summary>
    public static string? Case(int number, CancellationToken cancel = default)
    {
        var file = Spoiled(number);
        try
        {
            MeshReader.Read(file, cancel);
            return null;
        }
        catch (RefusalException refusal)
        {
            return refusal.Code;
        }
    }

    public static byte[] Spoiled(int number)
    {
        var random = new Random(number);
        List<byte> file = [.. Seeds[number % Seeds.Count].File];
        for (var times = 1 + random.Next(4); times > 0 && file.Count > 0; times--)
            Spoil(file, random);
        return [.. file];
    }

    private static void Spoil(List<byte> file, Random random)
    {
        int at = random.Next(file.Count),
            length = Math.Min(file.Count - at, 1 + random.Next(64));
        switch (random.Next(7))
        {
            case 0:
                file[at] = (byte)random.Next(256);
                break;
            case 1:
                file.RemoveRange(at, length);
                break;
            case 2:
                file.InsertRange(at, file.GetRange(at, length));
                break;
            case 3:
                file.RemoveRange(at, file.Count - at);
                break;
            case 4:
                file.InsertRange(at, Encoding.ASCII.GetBytes(Numbers[random.Next(Numbers.Length)]));
                break;
            case 5:
                for (var i = at; i < at + length; i++)
                    file[i] = (byte)(random.Next(2) == 0 ? 0xFF : 0);
                break;
            default:
                file[at] ^= (byte)(1 << random.Next(8));
                break;
        }
    }

    private static List<(string, byte[])> MakeSeeds()
    {
        var brick = Solids.Block(10, 20, 30);
        var obj = new StringBuilder("o brick\n");
        foreach (var v in brick)
            obj.Append(System.Globalization.CultureInfo.InvariantCulture, $"v {v.X} {v.Y} {v.Z}\n");
        for (var i = 1; i <= brick.Count; i += 3)
            obj.Append(System.Globalization.CultureInfo.InvariantCulture, $"f {i}/1 {i + 1}//2 {i - brick.Count + 1}\n");
        var model = ThreeMfFile.MeshObject(1, brick) + ThreeMfFile.Components(2, 1, 1);
        return
        [
            ("binary STL", Solids.StlBinary(brick)),
            ("ASCII STL", Solids.StlAscii(brick)),
            ("OBJ", Encoding.ASCII.GetBytes(obj.ToString())),
            ("3MF", ThreeMfFile.Of(model, ThreeMfFile.Item(2) + ThreeMfFile.Item(1, "1 0 0 0 1 0 0 0 1 40 0 0"))),
            ("3MF, stored", Stored(ThreeMfFile.Model(model, ThreeMfFile.Item(2)))),
        ];
    }

    /// <summary>Without compression the model's own bytes are what gets spoiled.</summary>
    private static byte[] Stored(string model)
    {
        using var file = new MemoryStream();
        using (var zip = new System.IO.Compression.ZipArchive(file, System.IO.Compression.ZipArchiveMode.Create, true))
        {
            using var stream = zip.CreateEntry("3D/3dmodel.model", System.IO.Compression.CompressionLevel.NoCompression).Open();
            stream.Write(Encoding.UTF8.GetBytes(model));
        }

        return file.ToArray();
    }
}
