using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;
using NodaTime;

namespace Stampo.Storage;

/// <summary>One SQLite file holds everything.</summary>
public sealed class StampoDb(DbContextOptions<StampoDb> options) : DbContext(options)
{
    public DbSet<Project> Projects => Set<Project>();

    public DbSet<StepDocument> Documents => Set<StepDocument>();

    public DbSet<StepState> States => Set<StepState>();

    public DbSet<StoredMesh> Meshes => Set<StoredMesh>();

    public DbSet<StoredStudy> Studies => Set<StoredStudy>();

    public DbSet<StoredFile> Files => Set<StoredFile>();

    public DbSet<Decision> Decisions => Set<Decision>();

    public DbSet<Run> Runs => Set<Run>();

    public DbSet<RunAct> Acts => Set<RunAct>();

    public DbSet<SupplierRequest> SupplierRequests => Set<SupplierRequest>();

    public DbSet<ToolRow> ToolActs => Set<ToolRow>();

    public DbSet<MeasuredRow> Measured => Set<MeasuredRow>();

    public DbSet<DisposedRow> Disposed => Set<DisposedRow>();

    public DbSet<SignedRow> Signed => Set<SignedRow>();

    public DbSet<ShopEntry> ShopEntries => Set<ShopEntry>();

    protected override void ConfigureConventions(ModelConfigurationBuilder configurationBuilder) =>
        configurationBuilder.Properties<Instant>().HaveConversion<InstantConverter>();

    protected override void OnModelCreating(ModelBuilder modelBuilder)
    {
        modelBuilder.Entity<Project>(project =>
        {
            project.HasKey(p => p.Id);
            project.HasIndex(p => new
            {
                p.RemovedUtc,
                p.TouchedUtc,
                p.Id,
            });
        });
        modelBuilder.Entity<StepDocument>(document =>
        {
            document.HasKey(d => new { d.ProjectId, d.Step });
            document.Property(d => d.Version).IsConcurrencyToken();
        });
        modelBuilder.Entity<StepState>(state =>
        {
            state.HasKey(s => new
            {
                s.ProjectId,
                s.Step,
                s.Ordinal,
            });
            state.Property(s => s.Schema).HasDefaultValue(1);
            state.HasOne<StepDocument>().WithMany().HasForeignKey(s => new { s.ProjectId, s.Step });
        });
        modelBuilder.Entity<StoredMesh>().HasKey(m => m.Hash);
        modelBuilder.Entity<StoredStudy>().HasKey(s => s.Key);
        modelBuilder.Entity<StoredFile>().HasKey(f => f.Hash);
        modelBuilder.Entity<ShopEntry>().HasKey(e => new { e.Kind, e.Key });
        modelBuilder.Entity<Decision>(decision =>
        {
            decision.HasKey(d => d.Id);
            decision.Property(d => d.Schema).HasDefaultValue(1);
            decision.HasOne<Project>().WithMany().HasForeignKey(d => d.ProjectId);
        });
        modelBuilder.Entity<Run>(run =>
        {
            run.HasKey(r => r.Id);
            run.HasIndex(r => new { r.ProjectId, r.Plan });
            run.HasIndex(r => r.OverUtc);
            run.HasOne<Project>().WithMany().HasForeignKey(r => r.ProjectId);
        });
        modelBuilder.Entity<ToolRow>(act =>
        {
            act.HasKey(a => new
            {
                a.ProjectId,
                a.Plan,
                a.Tool,
                a.Ordinal,
            });
            act.HasIndex(a => a.ActId).IsUnique();
            act.HasOne<Project>().WithMany().HasForeignKey(a => a.ProjectId);
        });
        modelBuilder.Entity<MeasuredRow>(measured =>
        {
            measured.HasKey(m => m.Id);
            measured.HasIndex(m => new
            {
                m.ProjectId,
                m.Plan,
                m.Item,
            });
            measured.HasOne<Project>().WithMany().HasForeignKey(m => m.ProjectId);
        });
        modelBuilder.Entity<DisposedRow>(disposed =>
        {
            disposed.HasKey(d => d.Id);
            disposed.HasIndex(d => d.EntryId);
            disposed.HasOne<MeasuredRow>().WithMany().HasForeignKey(d => d.EntryId);
        });
        modelBuilder.Entity<SignedRow>(signed =>
        {
            signed.HasKey(s => s.Id);
            signed
                .HasIndex(s => new
                {
                    s.ProjectId,
                    s.Plan,
                    s.Shot,
                    s.Version,
                })
                .IsUnique();
            signed.HasOne<Project>().WithMany().HasForeignKey(s => s.ProjectId);
        });
        modelBuilder.Entity<SupplierRequest>(request =>
        {
            request.HasKey(r => r.Id);
            request.HasIndex(r => r.ProjectId);
            request.Property(r => r.State).HasConversion<string>();
            request.HasOne<Project>().WithMany().HasForeignKey(r => r.ProjectId);
        });
        modelBuilder.Entity<RunAct>(act =>
        {
            act.HasKey(a => new { a.RunId, a.Ordinal });
            act.HasIndex(a => new { a.RunId, a.ActId }).IsUnique();
            act.HasOne<Run>().WithMany().HasForeignKey(a => a.RunId);
        });
    }
}

/// <summary>SQLite keeps no time zone: what lies in the database is the instant's UTC.</summary>
internal sealed class InstantConverter()
    : ValueConverter<Instant, DateTime>(
        instant => instant.ToDateTimeUtc(),
        utc => Instant.FromDateTimeUtc(DateTime.SpecifyKind(utc, DateTimeKind.Utc))
    );
