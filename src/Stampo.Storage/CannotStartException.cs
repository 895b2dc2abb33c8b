using Microsoft.Data.Sqlite;

namespace Stampo.Storage;

/// <summary>Why nothing can be served from a data folder: a code for scripts and one line for people.</summary>
public sealed class CannotStartException(string code, string message, Exception? cause = null) : Exception(message, cause)
{
    private const int Full = 13, CannotOpen = 14, Corrupt = 11, NotADatabase = 26, ReadOnly = 8, Busy = 5, Locked = 6;

    public string Code { get; } = code;

    public static CannotStartException Of(SqliteException failure, string file) => failure.SqliteErrorCode switch
    {
        Full => new("data.full", $"The disk that holds {file} is full. Make room and start again; nothing was lost.", failure),
        ReadOnly => new("data.read-only", $"{file} can't be written. Give this user the right to write it and its folder, then start again.", failure),
        CannotOpen => new("data.unreachable", $"{file} can't be opened. See that the folder is there and may be written, then start again.", failure),
        Busy or Locked => new("data.locked", $"Another program holds {file} locked. Close it and start again.", failure),
        Corrupt or NotADatabase => new("data.damaged", $"{file} is no database that can be read. Put a backup copy in its place and start again; this file was left as it is.", failure),
        _ => new("data.failing", $"{file} can't be read or written ({failure.Message.TrimEnd('.', '\'')}). Check the disk and start again.", failure),
    };
}
