using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Ymnos.Core.Songs;
using Ymnos.Data.Finding;
using Ymnos.Data.Keeping;

namespace Ymnos.Data.Mappings;

internal sealed class SongMapping : IEntityTypeConfiguration<Song>, IEntityTypeConfiguration<Shelf>, IEntityTypeConfiguration<SongState>
{
    public void Configure(EntityTypeBuilder<Song> song)
    {
        song.ToTable("songs");
        song.Property(s => s.Id).ValueGeneratedNever();
        song.Property(s => s.Title).HasMaxLength(SongDraft.LongestTitle);
        song.Property(s => s.Content).AsJson();
        song.Property(s => s.CopiedFrom).AsJson();
        song.Property(s => s.CameFrom).AsJson();
        song.Property(s => s.Revision).IsConcurrencyToken();
        song.HasIndex(s => s.SavedAt);
        song.HasIndex(s => s.BinnedAt).HasFilter("binned_at is not null");
        song.HasOne<Shelf>().WithMany().HasForeignKey(s => s.ShelfId).OnDelete(DeleteBehavior.Restrict);
        song.Ignore(s => s.Wordings);
        song.Ignore(s => s.SungOrders);
        song.Ignore(s => s.Credits);
        song.Ignore(s => s.SongbookEntries);
        song.Ignore(s => s.FirstWording);
        song.Ignore(s => s.FirstLine);
        song.Ignore(s => s.CopyrightLine);
    }

    public void Configure(EntityTypeBuilder<Shelf> shelf)
    {
        shelf.ToTable("shelves");
        shelf.Property(s => s.Id).ValueGeneratedNever();
        shelf.Property(s => s.Name).HasMaxLength(Shelf.LongestName);
        shelf.HasIndex(s => s.Name).IsUnique();
    }

    public void Configure(EntityTypeBuilder<SongState> state)
    {
        state.ToTable("song_states");
        state.HasKey(s => new { s.SongId, s.Revision });
        state.Property(s => s.Content).AsJson();
        state.HasOne<Song>().WithMany().HasForeignKey(s => s.SongId).OnDelete(DeleteBehavior.Cascade);
    }
}

internal sealed class FindingMapping : IEntityTypeConfiguration<SongFind>, IEntityTypeConfiguration<FindTerm>, IEntityTypeConfiguration<StoredPrint>, IEntityTypeConfiguration<LikePair>
{
    public void Configure(EntityTypeBuilder<SongFind> find)
    {
        find.ToTable("song_finds");
        find.HasKey(f => f.SongId);
        find.HasOne<Song>().WithOne().HasForeignKey<SongFind>(f => f.SongId).OnDelete(DeleteBehavior.Cascade);
        find.Ignore(f => f.Terms);
        find.Property(f => f.SortTitle).UseCollation("C");
        find.HasIndex(f => new { f.SortTitle, f.SongId });
        find.HasIndex(f => new { f.SavedAt, f.SongId });
        find.HasIndex(f => f.ShelfId);
        find.HasIndex(f => f.Tokens).HasMethod("gin");
        // The text is folded before it gets here, so that the same rule finds a word and shows it: no dictionary, no stemming.
        find.Property(f => f.HeadingTerms).HasComputedColumnSql("to_tsvector('simple', heading)", stored: true);
        find.Property(f => f.AllTerms).HasComputedColumnSql("to_tsvector('simple', heading || ' ' || words)", stored: true);
        find.HasIndex(f => f.HeadingTerms).HasMethod("gin");
        find.HasIndex(f => f.AllTerms).HasMethod("gin");
    }

    public void Configure(EntityTypeBuilder<FindTerm> term)
    {
        term.ToTable("find_terms");
        term.HasKey(t => t.Term);
        term.Property(t => t.Term).UseCollation("C");
        term.HasIndex(t => t.Term).HasMethod("gin").HasOperators("gin_trgm_ops");
    }

    public void Configure(EntityTypeBuilder<StoredPrint> print)
    {
        print.ToTable("song_prints");
        print.HasKey(p => new { p.Print, p.SongId });
        print.HasIndex(p => p.SongId);
        print.HasOne<Song>().WithMany().HasForeignKey(p => p.SongId).OnDelete(DeleteBehavior.Cascade);
    }

    public void Configure(EntityTypeBuilder<LikePair> pair)
    {
        pair.ToTable("like_pairs");
        pair.HasKey(p => new { p.OneId, p.OtherId });
        pair.HasIndex(p => p.OtherId);
        pair.HasIndex(p => p.Score);
        pair.HasOne<Song>().WithMany().HasForeignKey(p => p.OneId).OnDelete(DeleteBehavior.Cascade);
        pair.HasOne<Song>().WithMany().HasForeignKey(p => p.OtherId).OnDelete(DeleteBehavior.Cascade);
    }
}
