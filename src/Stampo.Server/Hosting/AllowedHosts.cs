using System.Net;
using System.Net.NetworkInformation;
using System.Net.Sockets;
using Microsoft.Extensions.Options;

namespace Stampo.Server.Hosting;

/// <summary>
/// The names this server answers to: those of this machine to itself, and what it was told to listen on. A name somebody else points
/// at this machine is refused, or a page under that name could write here.
/// </summary>
public sealed class AllowedHosts(IConfiguration configuration, IOptions<StampoOptions> options)
{
    private static readonly string[] ThisMachine = ["localhost", "127.0.0.1", "::1"];

    private readonly HashSet<string> _names = Names(configuration["Urls"] ?? "", options.Value.Hosts ?? "");

    public bool Has(HostString host) => _names.Contains(NameOf(host));

    /// <summary>Asked from the machine it runs on, under a name that is good only there.</summary>
    public static bool IsThisMachine(HostString host) => ThisMachine.Contains(NameOf(host), StringComparer.OrdinalIgnoreCase);

    private static string NameOf(HostString host) => host.Host.Trim('[', ']');

    private static HashSet<string> Names(string urls, string more)
    {
        var names = new HashSet<string>(ThisMachine, StringComparer.OrdinalIgnoreCase);
        foreach (var url in urls.Split(';', StringSplitOptions.RemoveEmptyEntries))
            names.UnionWith(Listened(BindingAddress.Parse(url).Host.Trim('[', ']')));
        names.UnionWith(more.Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries));
        return names;
    }

    /// <summary>Listening everywhere means every address and the name of this machine.</summary>
    private static IEnumerable<string> Listened(string host) =>
        host is "*" or "+"
        || (IPAddress.TryParse(host, out var address) && (address.Equals(IPAddress.Any) || address.Equals(IPAddress.IPv6Any)))
            ? [Dns.GetHostName(), .. OwnAddresses()]
            : [host];

    private static IEnumerable<string> OwnAddresses() =>
        NetworkInterface
            .GetAllNetworkInterfaces()
            .SelectMany(network => network.GetIPProperties().UnicastAddresses)
            .Where(own => own.Address.AddressFamily is AddressFamily.InterNetwork or AddressFamily.InterNetworkV6)
            .Select(own => own.Address.ToString());
}
