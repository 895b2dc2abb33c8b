namespace Stampo.Server.Hosting;

/// <summary>What a page must know of the settings.</summary>
public sealed record Limits(long MaxUploadBytes);

/// <summary>What can be set from outside, as configuration section "Stampo".</summary>
public sealed class StampoOptions
{
    /// <summary>Where the database file is kept.</summary>
    public string Data { get; set; } = "data";

    /// <summary>A folder holding the demo world, to start with a fresh copy of it; null for none.</summary>
    public string? Demo { get; set; }

    /// <summary>A file that keeps the demo world as it was laid in, for the next empty data folder to begin with; null for none.</summary>
    public string? DemoKept { get; set; }

    /// <summary>Whether the stand-ins for devices run with the server.</summary>
    public bool StandIns { get; set; }

    /// <summary>Whether devices may lie outside this machine and private networks.</summary>
    public bool DevicesAnywhere { get; set; }

    /// <summary>Where a supplier desk listens, as http://host:port/; null for the stand-in, where the stand-ins run.</summary>
    public string? SupplierDesk { get; set; }

    public long MaxUploadBytes { get; set; } = 150_000_000;

    /// <summary>Names this server answers to besides those of this machine, apart by commas: for one behind a proxy.</summary>
    public string? Hosts { get; set; }

    /// <summary>Mesh files read at the same time; more wait in line.</summary>
    public int MeshReaders { get; set; } = 2;
}
