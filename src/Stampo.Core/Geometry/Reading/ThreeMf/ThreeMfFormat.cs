using System.IO.Compression;
using System.Xml;
using Stampo.Core.Wording;

namespace Stampo.Core.Geometry.Reading.ThreeMf;

/// <summary>
/// 3MF: a zip with an XML model inside. Objects are meshes or components of other objects, each placed by a transform;
/// what the build lists is what is read. The model states its unit.
/// </summary>
public sealed class ThreeMfFormat : IMeshFormat
{
    public bool Recognises(ReadOnlySpan<byte> file) => Begins(file);

    internal static bool Begins(ReadOnlySpan<byte> file) => file.StartsWith("PK\x03\x04"u8);

    public TriangleSoup Read(ReadOnlySpan<byte> file, CancellationToken cancel)
    {
        try
        {
            using var zip = new ZipArchive(new MemoryStream(file.ToArray()), ZipArchiveMode.Read);
            var package = new Package(zip, cancel);
            return new Assembly(package, cancel).Soup();
        }
        catch (XmlException broken)
        {
            throw new RefusalException(
                "mesh.malformed",
                $"Line {broken.LineNumber:#,0} of the model inside the 3MF can't be read ({Plain(broken)}); export the part again.",
                "file"
            );
        }
        catch (Exception broken)
            when (broken
                    is InvalidDataException
                        or EndOfStreamException
                        or NotSupportedException
                        or OverflowException
                        or ArgumentException
                        or IOException
            )
        {
            throw new RefusalException(
                "mesh.malformed",
                "The 3MF is a damaged zip file, or zipped in a way not read here; export the part again.",
                "file"
            );
        }
    }

    private static string Plain(XmlException broken) =>
        broken.Message.Contains("DTD", StringComparison.Ordinal)
            ? "it declares a document type, which is not allowed"
            : broken.Message.Split(" Line ", 2)[0].TrimEnd('.');
}
