using System.IO.Compression;
using System.Xml;
using Stampo.Core.Wording;

namespace Stampo.Core.Geometry.Reading.ThreeMf;

/// <summary>
/// The zip around the models, read with bounds on how many files and how many bytes come out of it. Nothing is ever written out.
/// </summary>
internal sealed class Package(ZipArchive zip, CancellationToken cancel)
{
    private const int MostEntries = 10_000,
        MostModels = 1_000;
    private const long MostBytes = 600_000_000;

    /// <summary>No mesh in XML packs tighter than this; what does is made to burst.</summary>
    private const int MostTimesLarger = 250;
    private const long SmallEnoughForAnyRatio = 10_000_000;

    private readonly Dictionary<string, Model> _models = [];
    private readonly long _packedBytes =
        zip.Entries.Count <= MostEntries
            ? zip.Entries.Sum(entry => entry.CompressedLength)
            : throw new RefusalException(
                "mesh.too-large",
                $"The 3MF holds {zip.Entries.Count:#,0} files; the limit is {MostEntries:#,0}. Export the part alone.",
                "file"
            );

    private long _unpacked;

    /// <summary>The model the package says to start from.</summary>
    public string StartPath()
    {
        if (Find("_rels/.rels") is not { } relations)
            return "3D/3dmodel.model";
        using var xml = Open(relations);
        while (xml.Read())
        {
            if (
                xml.LocalName == "Relationship"
                && xml.GetAttribute("Type")?.EndsWith("/3dmodel", StringComparison.Ordinal) == true
                && xml.GetAttribute("Target") is { } target
            )
                return target;
        }

        return "3D/3dmodel.model";
    }

    public Model ModelAt(string path)
    {
        var name = Uri.UnescapeDataString(path).TrimStart('/');
        name = name.StartsWith("./", StringComparison.Ordinal) ? name[2..] : name;
        if (name.Split('/', '\\').Contains(".."))
            throw new RefusalException(
                "mesh.path",
                $"The 3MF points to \"{Short(path)}\", outside of itself; export the part again.",
                "file"
            );
        if (_models.TryGetValue(name, out var known))
            return known;
        if (_models.Count >= MostModels)
            throw new RefusalException(
                "mesh.too-large",
                $"The 3MF spreads over more than {MostModels:#,0} models; export the part alone.",
                "file"
            );
        if (Find(name) is not { } entry)
            throw new RefusalException("mesh.malformed", $"The 3MF has no model at \"{Short(path)}\"; export the part again.", "file");
        using var xml = Open(entry);
        return _models[name] = Model.Read(xml, cancel);
    }

    private ZipArchiveEntry? Find(string name) =>
        zip.Entries.FirstOrDefault(entry => entry.FullName.Equals(name, StringComparison.OrdinalIgnoreCase));

    private XmlReader Open(ZipArchiveEntry entry) =>
        XmlReader.Create(
            new Counted(entry.Open(), Count),
            new XmlReaderSettings
            {
                DtdProcessing = DtdProcessing.Prohibit,
                XmlResolver = null,
                IgnoreComments = true,
                IgnoreWhitespace = true,
                IgnoreProcessingInstructions = true,
                CloseInput = true,
            }
        );

    private void Count(int bytes)
    {
        cancel.ThrowIfCancellationRequested();
        _unpacked += bytes;
        if (_unpacked > MostBytes || (_unpacked > SmallEnoughForAnyRatio && _unpacked > MostTimesLarger * _packedBytes))
            throw new RefusalException(
                "mesh.too-large",
                $"The 3MF unpacks to more than {_unpacked / 1_000_000:#,0} MB from {_packedBytes / 1e6:0.0} MB; no part "
                    + "needs that. Export it with a coarser tolerance.",
                "file"
            );
    }

    private static string Short(string path) => path.Length > 60 ? path[..60] + "…" : path;

    /// <summary>Tells how many bytes were taken, so that a zip can't burst past its bound whatever its directory claims.</summary>
    private sealed class Counted(Stream inner, Action<int> count) : Stream
    {
        public override bool CanRead => true;

        public override bool CanSeek => false;

        public override bool CanWrite => false;

        public override long Length => throw new NotSupportedException();

        public override long Position
        {
            get => throw new NotSupportedException();
            set => throw new NotSupportedException();
        }

        public override int Read(byte[] buffer, int offset, int count1)
        {
            var read = inner.Read(buffer, offset, count1);
            count(read);
            return read;
        }

        public override void Flush() { }

        public override long Seek(long offset, SeekOrigin origin) => throw new NotSupportedException();

        public override void SetLength(long value) => throw new NotSupportedException();

        public override void Write(byte[] buffer, int offset, int count1) => throw new NotSupportedException();

        protected override void Dispose(bool disposing)
        {
            inner.Dispose();
            base.Dispose(disposing);
        }
    }
}
