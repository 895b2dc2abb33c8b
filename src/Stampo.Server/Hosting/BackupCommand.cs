using Stampo.Storage;

namespace Stampo.Server.Hosting;

/// <summary>The command line's words to people: one line, and a code to the shell.</summary>
internal static class Say
{
    public static int CannotStart(string code, string message)
    {
        Console.Error.WriteLine($"stampo: {message} [{code}]");
        return 1;
    }
}

/// <summary>Copies the data without starting a server: backup DATA FILE.</summary>
internal static class BackupCommand
{
    public static int Run(string[] args)
    {
        if (args is not [var folder, var to])
            return Say.CannotStart("backup.usage", "backup takes the data folder and the file to copy to.");
        try
        {
            var made = Backup.Make(folder, to);
            Console.WriteLine($"{made.File}: {made.Projects} projects, {made.Bytes / 1e6:0.0} MB, read back and sound.");
            return 0;
        }
        catch (CannotStartException refused)
        {
            return Say.CannotStart(refused.Code, refused.Message);
        }
    }
}
