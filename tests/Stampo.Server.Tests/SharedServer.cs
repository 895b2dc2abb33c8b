[assembly: AssemblyFixture(typeof(Stampo.Server.Tests.SharedServer))]

namespace Stampo.Server.Tests;

/// <summary>One server for all tests that keep to projects of their own: what one has measured, the next finds measured.</summary>
public sealed class SharedServer : IDisposable
{
    public StampoServer Server { get; } = new();

    public void Dispose() => Server.Dispose();
}
