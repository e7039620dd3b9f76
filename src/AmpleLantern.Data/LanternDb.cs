using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Recall;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data.Audit;
using AmpleLantern.Data.Keeping;
using AmpleLantern.Data.Recall;
using AmpleLantern.Data.Records;
using AmpleLantern.Exchange;
using AmpleLantern.Exchange.Ask;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;
using NodaTime;
using NodaTime.Text;

namespace AmpleLantern.Data;

/// <summary>The practice's one database.</summary>
public sealed class LanternDb(DbContextOptions<LanternDb> options) : IdentityDbContext<Staff>(options)
{
    public DbSet<ClientRecord> Clients => Set<ClientRecord>();

    public DbSet<ClientFact> Facts => Set<ClientFact>();

    public DbSet<Visit> Visits => Set<Visit>();

    public DbSet<StoredBasis> Bases => Set<StoredBasis>();

    public DbSet<StoredWords> Words => Set<StoredWords>();

    public DbSet<EarlierFact> EarlierFacts => Set<EarlierFact>();

    public DbSet<PracticeSettings> Settings => Set<PracticeSettings>();

    public DbSet<SessionEvent> SessionEvents => Set<SessionEvent>();

    public DbSet<Addendum> Addenda => Set<Addendum>();

    public DbSet<IntakeLink> Intakes => Set<IntakeLink>();

    public DbSet<HomeLink> HomeLinks => Set<HomeLink>();

    public DbSet<OwnRule> OwnRules => Set<OwnRule>();

    public DbSet<Course> Courses => Set<Course>();

    public DbSet<OwnTechnique> OwnTechniques => Set<OwnTechnique>();

    public DbSet<OwnFlow> OwnFlows => Set<OwnFlow>();

    public DbSet<DrillRun> Drills => Set<DrillRun>();

    public DbSet<PlaceAnswer> Places => Set<PlaceAnswer>();

    public DbSet<AuditEntry> Audit => Set<AuditEntry>();

    public DbSet<SignedIn> SignIns => Set<SignedIn>();

    public DbSet<ChainLink> Chain => Set<ChainLink>();

    public DbSet<RecalledVisit> Recalled => Set<RecalledVisit>();

    public DbSet<RecalledFinding> RecalledFindings => Set<RecalledFinding>();

    public DbSet<RecalledRating> RecalledRatings => Set<RecalledRating>();

    public DbSet<RecalledWork> RecalledWork => Set<RecalledWork>();

    public DbSet<RecalledStep> RecalledSteps => Set<RecalledStep>();

    public DbSet<RecalledResponse> RecalledResponses => Set<RecalledResponse>();

    public DbSet<ClientMerge> Merges => Set<ClientMerge>();

    /// <summary>Records that are kept: one for each person.</summary>
    public IQueryable<ClientRecord> People => Clients.Where(c => c.MergedInto == null);

    /// <summary>Ids of all records of a person: what was signed stays under the record it was signed in.</summary>
    /// <param name="person">The record that is kept.</param>
    public async Task<IReadOnlyList<Guid>> RecordsOf(Guid person) =>
        // Asked by itself: as a part of a longer question it leads the planner astray.
        await Clients.Where(c => c.Id == person || c.MergedInto == person).Select(c => c.Id).ToListAsync();

    /// <summary>Adds a basis to what is to be saved; the words it uses are stored once for all sessions that use the same.</summary>
    public async Task AddBasis(Guid id, Guid visitId, Instant from, SessionBasis basis)
    {
        var words = StoredWords.Of(basis.Words);
        await Database.ExecuteSqlAsync($"INSERT OR IGNORE INTO Words (Id, Document) VALUES ({words.Id}, {words.Document})");
        Bases.Add(StoredBasis.Of(id, visitId, from, basis, words));
        await Words.Where(w => w.Id == words.Id).LoadAsync();
    }

    protected override void ConfigureConventions(ModelConfigurationBuilder configurationBuilder)
    {
        configurationBuilder.Properties<Instant>().HaveConversion<InstantConverter>();
        configurationBuilder.Properties<LocalDate>().HaveConversion<DateConverter>();
        configurationBuilder.Properties<LocalTime>().HaveConversion<TimeConverter>();
        configurationBuilder.Properties<Enum>().HaveConversion<string>();
    }

    protected override void OnModelCreating(ModelBuilder builder)
    {
        base.OnModelCreating(builder);
        // The platform's tables with a place for passkeys, as its third schema has it: whoever opens the database, with a host or without.
        builder.Entity<IdentityUserPasskey<string>>(b =>
        {
            b.ToTable("AspNetUserPasskeys").HasKey(p => p.CredentialId);
            b.OwnsOne(p => p.Data).ToJson();
            b.HasOne<Staff>().WithMany().HasForeignKey(p => p.UserId).IsRequired();
        });
        builder.Entity<ClientRecord>(b =>
        {
            b.Property(c => c.Version).IsConcurrencyToken();
            b.Ignore(c => c.Body);
            b.Ignore(c => c.Person);
            b.HasIndex(c => c.MergedInto);
            AsJson(b.Property(c => c.Measures)).HasDefaultValueSql("'{}'");
            AsJson(b.Property(c => c.Clearances)).HasDefaultValueSql("'[]'");
            AsPacked(b.Property(c => c.Cards)).HasDefaultValueSql("x'5B5D'");
            b.HasMany(c => c.Facts).WithOne().HasForeignKey(f => f.ClientId);
            b.HasMany(c => c.Visits).WithOne(v => v.Client).HasForeignKey(v => v.ClientId);
            b.HasIndex(c => c.Name);
        });
        builder.Entity<ClientFact>(b =>
        {
            AsJson(b.Property(f => f.Detail));
            b.HasIndex(f => new { f.ClientId, f.Fact });
        });
        builder.Entity<Visit>(b =>
        {
            b.Property(v => v.Version).IsConcurrencyToken();
            b.Ignore(v => v.Person);
            AsPacked(b.Property(v => v.Plan));
            AsPacked(b.Property(v => v.CheckIn));
            // The default is the empty list as plain text.
            AsPacked(b.Property(v => v.Cards)).HasDefaultValueSql("x'5B5D'");
            AsJson(b.Property(v => v.Interviews)).HasDefaultValueSql("'[]'");
            AsJson(b.Property(v => v.Overrides));
            AsJson(b.Property(v => v.Ratings));
            AsJson(b.Property(v => v.Note));
            AsPacked(b.Property(v => v.Seal), smallest: true).HasColumnName("Snapshot");
            b.HasMany(v => v.Events).WithOne().HasForeignKey(e => e.VisitId);
            b.HasMany(v => v.Bases).WithOne().HasForeignKey(x => x.VisitId);
            b.HasMany(v => v.Addenda).WithOne().HasForeignKey(a => a.VisitId);
            b.HasIndex(v => v.Date);
            // No key: it would have the table of visits written anew.
            b.HasIndex(v => v.CourseId);
        });
        builder.Entity<SessionEvent>(b =>
        {
            b.Property(e => e.Id).ValueGeneratedNever();
            AsJson(b.Property(e => e.Detail));
            b.HasIndex(e => new { e.VisitId, e.At });
        });
        builder.Entity<StoredBasis>(b =>
        {
            b.ToTable("Bases");
            b.Property(x => x.Id).ValueGeneratedNever();
            b.HasOne(x => x.Words).WithMany().HasForeignKey(x => x.WordsId).OnDelete(DeleteBehavior.Restrict);
        });
        builder.Entity<StoredWords>(b => b.ToTable("Words"));
        builder.Entity<EarlierFact>(b =>
        {
            AsJson(b.Property(f => f.Entry));
            b.HasIndex(f => f.ClientId);
        });
        builder.Entity<PracticeSettings>(b =>
        {
            b.Property(s => s.Id).ValueGeneratedNever();
            AsJson(b.Property(s => s.School));
            AsJson(b.Property(s => s.NotHere)).HasDefaultValueSql("'[]'");
        });
        builder.Entity<IntakeLink>(b =>
        {
            AsJson(b.Property(i => i.Answers));
            AsJson(b.Property(i => i.Lists)).HasDefaultValueSql("'[]'");
            b.HasIndex(i => i.TokenHash).IsUnique();
            b.HasIndex(i => i.VisitId);
        });
        builder.Entity<HomeLink>(b =>
        {
            AsJson(b.Property(h => h.Page));
            b.HasIndex(h => h.TokenHash).IsUnique();
            b.HasIndex(h => h.VisitId);
        });
        builder.Entity<Staff>(b =>
        {
            AsJson(b.Property(s => s.Working));
            AsJson(b.Property(s => s.OwnDay));
            AsJson(b.Property(s => s.School));
            AsJson(b.Property(s => s.EarlierPasswords)).HasDefaultValueSql("'[]'");
            AsJson(b.Property(s => s.Favourites)).HasDefaultValueSql("'[]'");
            AsJson(b.Property(s => s.Phrases)).HasDefaultValueSql("'[]'");
        });
        builder.Entity<SignedIn>(b =>
        {
            b.Property(s => s.Id).ValueGeneratedNever();
            b.HasIndex(s => s.StaffId);
        });
        builder.Entity<ChainLink>(b =>
        {
            b.ToTable("Chain");
            b.HasIndex(c => new { c.Kind, c.Of });
        });
        builder.Entity<DrillRun>(b =>
        {
            b.Property(r => r.Id).ValueGeneratedNever();
            AsJson(b.Property(r => r.Score));
            b.HasIndex(r => new { r.StaffId, r.At });
        });
        builder.Entity<PlaceAnswer>(b =>
        {
            b.Property(p => p.Id).ValueGeneratedNever();
            b.HasIndex(p => new { p.StaffId, p.At });
        });
        builder.Entity<OwnRule>(b => AsJson(b.Property(r => r.Rule)));
        builder.Entity<Course>(b =>
        {
            b.Property(c => c.Id).ValueGeneratedNever();
            AsJson(b.Property(c => c.Terms));
            b.HasIndex(c => c.ClientId);
            b.HasOne<ClientRecord>().WithMany().HasForeignKey(c => c.ClientId);
        });
        builder.Entity<ClientMerge>(b =>
        {
            b.ToTable("Merges");
            b.Property(m => m.Id).ValueGeneratedNever();
            AsJson(b.Property(m => m.Did));
            b.HasIndex(m => m.ClientId);
        });
        builder.Entity<OwnTechnique>(b => AsJson(b.Property(t => t.Way)));
        builder.Entity<OwnFlow>(b =>
        {
            b.Property(f => f.Id).ValueGeneratedNever();
            AsJson(b.Property(f => f.Plan));
        });
        builder.Entity<AuditEntry>(b => b.HasIndex(a => a.ClientId));
        builder.Entity<RecalledVisit>(b =>
        {
            b.Property(r => r.Id).ValueGeneratedNever();
            b.HasIndex(r => r.VisitId).IsUnique();
            b.HasIndex(r => new { r.ClientId, r.Date });
        });
        builder.Entity<RecalledFinding>(b => b.Property(r => r.Id).ValueGeneratedNever());
        builder.Entity<RecalledRating>(b => b.Property(r => r.Id).ValueGeneratedNever());
        builder.Entity<RecalledResponse>(b => b.Property(r => r.Id).ValueGeneratedNever());
        builder.Entity<RecalledStep>(b =>
        {
            b.Property(r => r.Id).ValueGeneratedNever();
            // No key: an index on millions of rows that nothing asks by.
            b.Ignore(r => r.Work);
        });
        builder.Entity<RecalledWork>(b =>
        {
            b.ToTable("RecalledWork");
            b.HasIndex(w => w.Key).IsUnique();
            AsList(b.Property(w => w.Regions));
            AsList(b.Property(w => w.Points));
        });
    }

    /// <summary>Ids and codes with commas between them.</summary>
    private static void AsList(PropertyBuilder<IReadOnlyList<string>> property) =>
        Immutable(property.HasConversion(v => string.Join(',', v), text => text.Split(',', StringSplitOptions.RemoveEmptyEntries)));

    private static PropertyBuilder<T> AsJson<T>(PropertyBuilder<T> property) =>
        Immutable(property.HasConversion(v => OpenJson.Write(v), text => OpenJson.Read<T>(text)));

    /// <summary>As JSON pressed small; rows written before that are plain text and are read as well.</summary>
    /// <param name="smallest">It is written once and kept for ever.</param>
    private static PropertyBuilder<T> AsPacked<T>(PropertyBuilder<T> property, bool smallest = false) =>
        Immutable(property.HasConversion(v => PackedJson.Write(v, smallest), bytes => PackedJson.Read<T>(bytes)));

    /// <summary>Immutable values: a change is another value, so comparing references is enough.</summary>
    private static PropertyBuilder<T> Immutable<T>(PropertyBuilder<T> property)
    {
        property.Metadata.SetValueComparer(
            new Microsoft.EntityFrameworkCore.ChangeTracking.ValueComparer<T>(
                (a, b) => ReferenceEquals(a, b),
                v => v == null ? 0 : System.Runtime.CompilerServices.RuntimeHelpers.GetHashCode(v),
                v => v
            )
        );
        return property;
    }

    private sealed class InstantConverter()
        : ValueConverter<Instant, long>(i => i.ToUnixTimeMilliseconds(), ms => Instant.FromUnixTimeMilliseconds(ms));

    private sealed class DateConverter()
        : ValueConverter<LocalDate, string>(d => LocalDatePattern.Iso.Format(d), text => LocalDatePattern.Iso.Parse(text).Value);

    private sealed class TimeConverter()
        : ValueConverter<LocalTime, string>(
            t => LocalTimePattern.CreateWithInvariantCulture("HH:mm").Format(t),
            text => LocalTimePattern.CreateWithInvariantCulture("HH:mm").Parse(text).Value
        );
}
