using System.Buffers.Text;
using System.Text;
using Stampo.Core.Wording;

namespace Stampo.Core.Geometry.Reading;

/// <summary>Walks the words of a text file separated by blanks, counting lines for the messages.</summary>
internal ref struct TextTokens(ReadOnlySpan<byte> text, string format)
{
    private readonly ReadOnlySpan<byte> _text = text;
    private ReadOnlySpan<byte> _token;
    private int _at;
    private int _line = 1;

    public readonly int Line => _line;

    public readonly ReadOnlySpan<byte> Token => _token;

    public bool Next()
    {
        while (_at < _text.Length && _text[_at] <= ' ')
        {
            if (_text[_at++] == '\n')
                _line++;
        }

        return Take();
    }

    /// <summary>The next word of the same line; a backslash at the end of a line carries it on.</summary>
    public bool NextOnLine()
    {
        while (_at < _text.Length && _text[_at] <= ' ')
        {
            if (_text[_at] == '\n')
                return false;
            _at++;
        }

        if (!Take())
            return false;
        return !_token.SequenceEqual("\\"u8) || Next();
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
        return NumberHere();
    }

    public readonly float NumberHere()
    {
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

    public readonly RefusalException Unexpected(string wanted) =>
        new(
            "mesh.malformed",
            $"Line {_line:#,0} of the {format} has \"{Encoding.Latin1.GetString(_token[..Math.Min(_token.Length, 24)])}\" "
                + $"where {wanted} belongs; export the part again.",
            "file"
        );

    public readonly RefusalException Truncated() =>
        new(
            "mesh.truncated",
            $"The {format} ends at line {_line:#,0} in the middle of something; it was cut off. Export it again.",
            "file"
        );

    private bool Take()
    {
        var start = _at;
        while (_at < _text.Length && _text[_at] > ' ')
            _at++;
        _token = _text[start.._at];
        return _token.Length > 0;
    }
}
