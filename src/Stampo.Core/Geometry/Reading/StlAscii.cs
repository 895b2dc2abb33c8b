using System.Buffers.Text;
using System.Runtime.InteropServices;
using System.Text;
using Stampo.Core.Working;

namespace Stampo.Core.Geometry.Reading;

/// <summary>ASCII STL: solid … facet normal … outer loop … three vertex lines … endloop endfacet … endsolid, several solids allowed.</summary>
public sealed class StlAscii : IMeshFormat
{
    public bool Recognises(ReadOnlySpan<byte> file)
    {
        var tokens = new Tokens(file[..Math.Min(file.Length, 4096)]);
        return tokens.Next() && tokens.Is("solid") && (file.Length < 16 || HoldsAny(file, "facet", "endsolid"));
    }

    public TriangleSoup Read(ReadOnlySpan<byte> file, CancellationToken cancel)
    {
        var coordinates = new List<float>(Math.Min(file.Length / 24, 9 * MeshReader.MaxTriangles));
        var tokens = new Tokens(file);
        var inSolid = false;
        while (tokens.Next())
        {
            if (tokens.Is("solid"))
            {
                inSolid = true;
                tokens.SkipLine();
            }
            else if (tokens.Is("endsolid"))
            {
                inSolid = false;
                tokens.SkipLine();
            }
            else if (inSolid && tokens.Is("facet"))
            {
                ReadFacet(ref tokens, coordinates);
                if (coordinates.Count % 65_536 == 0)
                    cancel.ThrowIfCancellationRequested();
            }
            else
            {
                throw tokens.Unexpected(inSolid ? "\"facet\" or \"endsolid\"" : "\"solid\"");
            }
        }

        if (inSolid)
            throw tokens.Truncated();
        return new TriangleSoup("stl-ascii", CollectionsMarshal.AsSpan(coordinates).ToArray());
    }

    private static bool HoldsAny(ReadOnlySpan<byte> file, params ReadOnlySpan<string> words)
    {
        foreach (var word in words)
        {
            if (file.IndexOf(Encoding.ASCII.GetBytes(word)) >= 0 || file.IndexOf(Encoding.ASCII.GetBytes(word.ToUpperInvariant())) >= 0)
                return true;
        }

        return false;
    }

    private static void ReadFacet(ref Tokens tokens, List<float> coordinates)
    {
        if (coordinates.Count >= 9 * MeshReader.MaxTriangles)
            throw MeshReader.TooMany(coordinates.Count / 9 + 1);
        tokens.Expect("normal");
        for (var i = 0; i < 3; i++)
            tokens.Number();
        tokens.Expect("outer");
        tokens.Expect("loop");
        for (var corner = 0; corner < 3; corner++)
        {
            tokens.Expect("vertex");
            for (var i = 0; i < 3; i++)
                coordinates.Add(tokens.Number());
        }

        tokens.Expect("endloop");
        tokens.Expect("endfacet");
    }

    /// <summary>Walks words separated by blanks, counting lines for the messages.</summary>
    private ref struct Tokens(ReadOnlySpan<byte> text)
    {
        private readonly ReadOnlySpan<byte> _text = text;
        private ReadOnlySpan<byte> _token;
        private int _at;
        private int _line = 1;

        public bool Next()
        {
            while (_at < _text.Length && _text[_at] <= ' ')
            {
                if (_text[_at++] == '\n')
                    _line++;
            }

            var start = _at;
            while (_at < _text.Length && _text[_at] > ' ')
                _at++;
            _token = _text[start.._at];
            return _token.Length > 0;
        }

        public readonly bool Is(string word) => Ascii.EqualsIgnoreCase(_token, word);

        public void Expect(string word)
        {
            if (!Next())
                throw Truncated();
            if (!Is(word))
                throw Unexpected($"\"{word}\"");
        }

        public float Number()
        {
            if (!Next())
                throw Truncated();
            var digits = _token[0] == '+' ? _token[1..] : _token;
            if (Utf8Parser.TryParse(digits, out double value, out var used) && used == digits.Length)
                return (float)value;
            if (digits.Length >= 3 && (digits.IndexOf("nan"u8) >= 0 || digits.IndexOf("NaN"u8) >= 0 || digits.IndexOf("inf"u8) >= 0))
                return float.NaN;
            throw Unexpected("a number");
        }

        public void SkipLine()
        {
            while (_at < _text.Length && _text[_at] != '\n')
                _at++;
        }

        public readonly RefusalException Unexpected(string wanted) => new("mesh.malformed",
            $"Line {_line:#,0} of the ASCII STL has \"{Encoding.Latin1.GetString(_token[..Math.Min(_token.Length, 24)])}\" where {wanted} belongs; export the part again.", "file");

        public readonly RefusalException Truncated() => new("mesh.truncated",
            $"The ASCII STL ends at line {_line:#,0} before its \"endsolid\"; it was cut off. Export it again.", "file");
    }
}
