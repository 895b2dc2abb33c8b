using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;

namespace Stampo.Storage;

/// <summary>Lets the migration tool make the model without a server.</summary>
public sealed class StampoDbDesign : IDesignTimeDbContextFactory<StampoDb>
{
    public StampoDb CreateDbContext(string[] args) =>
        new(new DbContextOptionsBuilder<StampoDb>().UseSqlite("Data Source=design.db").Options);
}
