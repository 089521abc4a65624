using Microsoft.AspNetCore.DataProtection.EntityFrameworkCore;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.ChangeTracking;
using Npgsql;
using Ymnos.Core.Live;
using Ymnos.Core.Media;
using Ymnos.Core.People;
using Ymnos.Core.Planning;
using Ymnos.Core.Screens;
using Ymnos.Core.Songs;
using Ymnos.Core.Styles;
using Ymnos.Data.Finding;
using Ymnos.Data.Imports;
using Ymnos.Data.Jobs;
using Ymnos.Data.Keeping;
using Ymnos.Data.Outside;
using Ymnos.Data.People;

namespace Ymnos.Data;

/// <summary>The database: Core's objects as they are, the people who sign in, and the keys of their cookies.</summary>
public sealed class YmnosDb(DbContextOptions<YmnosDb> options)
    : IdentityDbContext<Person, IdentityRole<Guid>, Guid>(options), IDataProtectionKeyContext
{
    public DbSet<Congregation> Congregations => Set<Congregation>();
    public DbSet<Song> Songs => Set<Song>();
    public DbSet<Shelf> Shelves => Set<Shelf>();
    public DbSet<SongState> SongStates => Set<SongState>();
    public DbSet<LikePair> LikePairs => Set<LikePair>();
    public DbSet<Deed> Deeds => Set<Deed>();
    public DbSet<SavedSearch> SavedSearches => Set<SavedSearch>();
    public DbSet<SongReader> SongReaders => Set<SongReader>();
    public DbSet<Job> Jobs => Set<Job>();
    public DbSet<Import> Imports => Set<Import>();
    public DbSet<ImportFile> ImportFiles => Set<ImportFile>();
    public DbSet<ImportSong> ImportSongs => Set<ImportSong>();
    public DbSet<OutsideSongbook> OutsideSongbooks => Set<OutsideSongbook>();
    public DbSet<Service> Services => Set<Service>();
    public DbSet<Sitting> Sittings => Set<Sitting>();
    public DbSet<Style> Styles => Set<Style>();
    public DbSet<Screen> Screens => Set<Screen>();
    public DbSet<Picture> Pictures => Set<Picture>();
    public DbSet<PictureFile> PictureFiles => Set<PictureFile>();
    public DbSet<LiveState> LiveStates => Set<LiveState>();
    public DbSet<PairedScreen> PairedScreens => Set<PairedScreen>();
    public DbSet<DataProtectionKey> DataProtectionKeys => Set<DataProtectionKey>();

    /// <summary>
    /// Two letters swapped in a word of five leave it two of ten trigrams in common: a similarity of 0.2. The usual
    /// threshold, 0.3, would not even look at it.
    /// </summary>
    private const string TrigramThreshold = "-c pg_trgm.similarity_threshold=0.15";

    /// <summary>The options every user of the database takes, so that names and behaviour agree.</summary>
    public static DbContextOptionsBuilder Configure(DbContextOptionsBuilder options, string connection) =>
        options.UseNpgsql(new NpgsqlConnectionStringBuilder(connection) { Options = TrigramThreshold }.ConnectionString).UseSnakeCaseNamingConvention();

    protected override void OnModelCreating(ModelBuilder builder)
    {
        base.OnModelCreating(builder);
        builder.HasPostgresExtension("pg_trgm");
        builder.ApplyConfigurationsFromAssembly(typeof(YmnosDb).Assembly);
        builder.Entity<Congregation>().Property(congregation => congregation.Id).ValueGeneratedNever();
        builder.Entity<Congregation>().Property(congregation => congregation.SectionKinds).AsJson();
        builder.Entity<Congregation>().Property(congregation => congregation.Hall).AsJson();
        builder.Entity<Congregation>().Property(congregation => congregation.Styles).AsJson();
        builder.Entity<Congregation>().Property(congregation => congregation.LicenceNumbers).HasMaxLength(Congregation.LongestLicence);
        builder.Entity<Person>().ToTable("people").Ignore(person => person.FirstName).Property(person => person.FullName).HasMaxLength(200);
        builder.Entity<IdentityRole<Guid>>().ToTable("roles");
        builder.Entity<IdentityUserRole<Guid>>().ToTable("person_roles");
        builder.Entity<IdentityUserClaim<Guid>>().ToTable("person_claims");
        builder.Entity<IdentityUserLogin<Guid>>().ToTable("person_logins");
        builder.Entity<IdentityUserToken<Guid>>().ToTable("person_tokens");
        builder.Entity<IdentityRoleClaim<Guid>>().ToTable("role_claims");
    }

    public override async Task<int> SaveChangesAsync(bool acceptAllChangesOnSuccess, CancellationToken cancellationToken = default)
    {
        var changed = ChangeTracker.Entries<Song>().Where(entry => entry.State is EntityState.Added or EntityState.Modified).ToList();
        if (changed.Count == 0)
            return await base.SaveChangesAsync(acceptAllChangesOnSuccess, cancellationToken);

        await using var transaction = Database.CurrentTransaction is null ? await Database.BeginTransactionAsync(cancellationToken) : null;
        KeepStates(changed);
        var terms = await FillFindsAsync(changed, cancellationToken);
        var saved = await SaveAsync(acceptAllChangesOnSuccess, cancellationToken);
        await SongPrints.WriteAsync(this, [.. changed.Select(entry => entry.Entity)], cancellationToken);
        if (terms.Length > 0)
            await Database.ExecuteSqlAsync($"insert into find_terms (term) select unnest({terms}) order by 1 on conflict do nothing", cancellationToken);
        if (transaction is not null)
            await transaction.CommitAsync(cancellationToken);
        return saved;
    }

    /// <summary>For the libraries that save their own rows; songs go through <see cref="SaveChangesAsync(bool, CancellationToken)"/>.</summary>
    public override int SaveChanges(bool acceptAllChangesOnSuccess) => ChangeTracker.Entries<Song>().All(song => song.State == EntityState.Unchanged)
        ? base.SaveChanges(acceptAllChangesOnSuccess)
        : throw new NotSupportedException("Songs are saved with what they are found by; call SaveChangesAsync.");

    /// <summary>Two who save the same song at once write the same state into its history: the second is a clash, not a fault.</summary>
    private async Task<int> SaveAsync(bool acceptAllChangesOnSuccess, CancellationToken cancel)
    {
        try
        {
            return await base.SaveChangesAsync(acceptAllChangesOnSuccess, cancel);
        }
        catch (DbUpdateException clash) when (clash.InnerException is PostgresException { SqlState: PostgresErrorCodes.UniqueViolation, ConstraintName: "pk_song_states" })
        {
            throw new DbUpdateConcurrencyException("Somebody else has saved this song.", clash);
        }
    }

    /// <summary>What a song was before this save goes into its history.</summary>
    private void KeepStates(List<EntityEntry<Song>> changed)
    {
        foreach (var entry in changed.Where(entry => entry.State == EntityState.Modified && entry.Property(song => song.Revision).IsModified))
            Add(new SongState
            {
                SongId = entry.Entity.Id,
                Revision = entry.OriginalValues.GetValue<int>(nameof(Song.Revision)),
                Content = entry.OriginalValues.GetValue<SongContent>(nameof(Song.Content)),
                ShelfId = entry.OriginalValues.GetValue<Guid>(nameof(Song.ShelfId)),
                SavedAt = entry.OriginalValues.GetValue<DateTimeOffset>(nameof(Song.SavedAt)),
                SavedBy = entry.OriginalValues.GetValue<string>(nameof(Song.SavedBy)),
                SavedWhat = entry.OriginalValues.GetValue<string>(nameof(Song.SavedWhat)),
                WasBinned = entry.OriginalValues.GetValue<DateTimeOffset?>(nameof(Song.BinnedAt)) is not null,
            });
    }

    /// <summary>Keeps what songs are found by in step with the songs.</summary>
    private async Task<string[]> FillFindsAsync(List<EntityEntry<Song>> changed, CancellationToken cancel)
    {
        var ids = changed.Where(entry => entry.State == EntityState.Modified).Select(entry => entry.Entity.Id).ToList();
        var known = ids.Count == 0 ? [] : await Set<SongFind>().Where(find => ids.Contains(find.SongId)).ToDictionaryAsync(find => find.SongId, cancel);
        var terms = new HashSet<string>();
        foreach (var song in changed.Select(entry => entry.Entity))
        {
            known.TryGetValue(song.Id, out var find);
            if (song.BinnedAt is not null)
            {
                if (find is not null)
                    Remove(find);
                continue;
            }
            if (find is null)
                Add(find = SongFind.Of(song));
            else
                find.Fill(song);
            terms.UnionWith(find.Terms);
        }
        return [.. terms];
    }
}
