using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Ymnos.Core.Media;
using Ymnos.Core.Screens;
using Ymnos.Core.Styles;
using Ymnos.Data.Keeping;

namespace Ymnos.Data.Mappings;

internal sealed class LooksMapping : IEntityTypeConfiguration<Style>, IEntityTypeConfiguration<Screen>, IEntityTypeConfiguration<Picture>, IEntityTypeConfiguration<PictureFile>
{
    public void Configure(EntityTypeBuilder<Style> style)
    {
        style.ToTable("styles");
        style.Property(s => s.Id).ValueGeneratedNever();
        style.Property(s => s.Name).HasMaxLength(Style.LongestName);
        style.Property(s => s.Look).AsJson();
        style.Property(s => s.Revision).IsConcurrencyToken();
    }

    public void Configure(EntityTypeBuilder<Screen> screen)
    {
        screen.ToTable("screens");
        screen.Property(s => s.Id).ValueGeneratedNever();
        screen.Property(s => s.Name).HasMaxLength(Screen.LongestName);
        screen.Property(s => s.Purpose).HasConversion<string>();
        screen.Property(s => s.Face).HasConversion<string>();
        screen.Property(s => s.Languages).AsJson();
        screen.Ignore(s => s.SlideWidth);
    }

    public void Configure(EntityTypeBuilder<Picture> picture)
    {
        picture.ToTable("pictures");
        picture.Property(p => p.Id).ValueGeneratedNever();
        picture.Property(p => p.Name).HasMaxLength(Picture.LongestName);
    }

    public void Configure(EntityTypeBuilder<PictureFile> file)
    {
        file.ToTable("picture_files");
        file.HasKey(f => f.PictureId);
        file.Property(f => f.PictureId).ValueGeneratedNever();
        file.HasOne<Picture>().WithOne().HasForeignKey<PictureFile>(f => f.PictureId).OnDelete(DeleteBehavior.Cascade);
    }
}
