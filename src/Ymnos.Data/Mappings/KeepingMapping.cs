using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Ymnos.Core.Songs;
using Ymnos.Data.Imports;
using Ymnos.Data.Jobs;
using Ymnos.Data.Keeping;
using Ymnos.Data.Outside;
using Ymnos.Data.People;

namespace Ymnos.Data.Mappings;

internal sealed class KeepingMapping : IEntityTypeConfiguration<Deed>, IEntityTypeConfiguration<DeedSong>, IEntityTypeConfiguration<SavedSearch>, IEntityTypeConfiguration<SongReader>
{
    public void Configure(EntityTypeBuilder<Deed> deed)
    {
        deed.ToTable("deeds");
        deed.Property(d => d.Id).ValueGeneratedNever();
        deed.HasMany(d => d.Songs).WithOne().HasForeignKey(song => song.DeedId).OnDelete(DeleteBehavior.Cascade);
    }

    public void Configure(EntityTypeBuilder<DeedSong> song)
    {
        song.ToTable("deed_songs");
        song.HasKey(s => new { s.DeedId, s.SongId });
        song.HasOne<Song>().WithMany().HasForeignKey(s => s.SongId).OnDelete(DeleteBehavior.Cascade);
    }

    public void Configure(EntityTypeBuilder<SavedSearch> search)
    {
        search.ToTable("saved_searches");
        search.Property(s => s.Id).ValueGeneratedNever();
        search.Property(s => s.Name).HasMaxLength(SavedSearch.LongestName);
        search.Property(s => s.Query).HasMaxLength(SavedSearch.LongestQuery);
        search.HasOne<Person>().WithMany().HasForeignKey(s => s.PersonId).OnDelete(DeleteBehavior.Cascade);
    }

    public void Configure(EntityTypeBuilder<SongReader> reader)
    {
        reader.ToTable("song_readers");
        reader.HasKey(r => new { r.SongId, r.PersonId });
        reader.HasOne<Song>().WithMany().HasForeignKey(r => r.SongId).OnDelete(DeleteBehavior.Cascade);
    }
}

internal sealed class ComingInMapping : IEntityTypeConfiguration<Job>, IEntityTypeConfiguration<Import>, IEntityTypeConfiguration<ImportFile>, IEntityTypeConfiguration<ImportSong>, IEntityTypeConfiguration<OutsideSongbook>
{
    public void Configure(EntityTypeBuilder<Job> job)
    {
        job.ToTable("jobs");
        job.Property(j => j.Id).ValueGeneratedNever();
        job.Property(j => j.State).HasConversion<string>();
        job.HasIndex(j => j.State);
    }

    public void Configure(EntityTypeBuilder<Import> import)
    {
        import.ToTable("imports");
        import.Property(i => i.Id).ValueGeneratedNever();
        import.Property(i => i.Stage).HasConversion<string>();
    }

    public void Configure(EntityTypeBuilder<ImportFile> file)
    {
        file.ToTable("import_files");
        file.HasKey(f => new { f.ImportId, f.Position });
        file.HasOne<Import>().WithMany().HasForeignKey(f => f.ImportId).OnDelete(DeleteBehavior.Cascade);
    }

    public void Configure(EntityTypeBuilder<ImportSong> song)
    {
        song.ToTable("import_songs");
        song.Property(s => s.Id).ValueGeneratedNever();
        song.Property(s => s.Content).AsJson();
        song.Property(s => s.Choice).HasConversion<string>();
        song.HasIndex(s => new { s.ImportId, s.Position });
        song.HasOne<Import>().WithMany().HasForeignKey(s => s.ImportId).OnDelete(DeleteBehavior.Cascade);
    }

    public void Configure(EntityTypeBuilder<OutsideSongbook> book)
    {
        book.ToTable("outside_songbooks");
        book.HasKey(b => b.Number);
    }
}
