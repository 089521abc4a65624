using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Ymnos.Core.Songs;
using Ymnos.Data.Finding;

namespace Ymnos.Data.Mappings;

internal sealed class SongMapping : IEntityTypeConfiguration<Song>, IEntityTypeConfiguration<SongFind>, IEntityTypeConfiguration<FindTerm>
{
    public void Configure(EntityTypeBuilder<Song> song)
    {
        song.ToTable("songs");
        song.Property(s => s.Id).ValueGeneratedNever();
        song.Property(s => s.Title).HasMaxLength(SongDraft.LongestTitle);
        song.Property(s => s.CopyrightHolder).HasMaxLength(SongDraft.LongestTitle);
        song.Property(s => s.OtherTitles).AsJson();
        song.Property(s => s.Credits).AsJson();
        song.Property(s => s.SongbookEntries).AsJson();
        song.Property(s => s.Wordings).AsJson();
        song.Property(s => s.SungOrders).AsJson();
        song.Property(s => s.Revision).IsConcurrencyToken();
        song.HasIndex(s => s.SavedAt);
        song.Ignore(s => s.FirstWording);
        song.Ignore(s => s.FirstLine);
        song.Ignore(s => s.CopyrightLine);
    }

    public void Configure(EntityTypeBuilder<SongFind> find)
    {
        find.ToTable("song_finds");
        find.HasKey(f => f.SongId);
        find.HasOne<Song>().WithOne().HasForeignKey<SongFind>(f => f.SongId).OnDelete(DeleteBehavior.Cascade);
        find.Ignore(f => f.Terms);
        find.Property(f => f.SortTitle).UseCollation("C");
        find.HasIndex(f => new { f.SortTitle, f.SongId });
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
}
