using Microsoft.Data.Sqlite;
using SQLitePCL;

namespace Stampo.Storage;

/// <summary>Why nothing can be served from a data folder: a code for scripts and one line for people.</summary>
public sealed class CannotStartException(string code, string message, Exception? cause = null) : Exception(message, cause)
{
    public string Code { get; } = code;

    public static CannotStartException Of(SqliteException failure, string file) =>
        failure.SqliteErrorCode switch
        {
            raw.SQLITE_FULL => new(
                "data.full",
                $"The disk that holds {file} is full. Make room and start again; nothing was lost.",
                failure
            ),
            raw.SQLITE_READONLY => new(
                "data.read-only",
                $"{file} can't be written. Give this user the right to write it and its folder, then start again.",
                failure
            ),
            raw.SQLITE_CANTOPEN => new(
                "data.unreachable",
                $"{file} can't be opened. See that the folder is there and may be written, then start again.",
                failure
            ),
            raw.SQLITE_BUSY or raw.SQLITE_LOCKED => new(
                "data.locked",
                $"Another program holds {file} locked. Close it and start again.",
                failure
            ),
            raw.SQLITE_CORRUPT or raw.SQLITE_NOTADB => new(
                "data.damaged",
                $"{file} is no database that can be read. Put a backup copy in its place and start again; this file was left as it is.",
                failure
            ),
            _ => new(
                "data.failing",
                $"{file} can't be read or written ({failure.Message.TrimEnd('.', '\'')}). Check the disk and start again.",
                failure
            ),
        };
}
