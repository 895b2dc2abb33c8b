using System.Collections.Concurrent;
using System.Net;
using Microsoft.AspNetCore.Connections;
using Microsoft.AspNetCore.Server.Kestrel.Core;

namespace Stampo.Server.Hosting;

/// <summary>So many connections of one address, idle or not: whoever opens hundreds leaves the others their room.</summary>
internal static class ConnectionLimit
{
    private const int OfOneAddress = 250,
        InAll = 1_000;

    public static void LimitConnections(this KestrelServerOptions kestrel)
    {
        kestrel.Limits.MaxConcurrentConnections = InAll;
        var open = new ConcurrentDictionary<IPAddress, int>();
        kestrel.ConfigureEndpointDefaults(endpoint => endpoint.Use(next => connection => CountedAsync(connection, next, open)));
    }

    private static async Task CountedAsync(ConnectionContext connection, ConnectionDelegate next, ConcurrentDictionary<IPAddress, int> open)
    {
        var address = (connection.RemoteEndPoint as IPEndPoint)?.Address ?? IPAddress.None;
        try
        {
            if (open.AddOrUpdate(address, 1, (_, n) => n + 1) <= OfOneAddress)
                await next(connection);
            else
                connection.Abort();
        }
        finally
        {
            if (open.AddOrUpdate(address, 0, (_, n) => n - 1) <= 0)
                open.TryRemove(KeyValuePair.Create(address, 0));
        }
    }
}
