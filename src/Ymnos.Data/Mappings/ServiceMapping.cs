using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Ymnos.Core.Planning;
using Ymnos.Core.Songs;

namespace Ymnos.Data.Mappings;

internal sealed class ServiceMapping : IEntityTypeConfiguration<Service>, IEntityTypeConfiguration<Sitting>, IEntityTypeConfiguration<OrderLine>
{
    public void Configure(EntityTypeBuilder<Service> service)
    {
        service.ToTable("services");
        service.Property(s => s.Id).ValueGeneratedNever();
        service.Property(s => s.Title).HasMaxLength(OrderLine.LongestTitle);
        service.Property(s => s.Place).HasMaxLength(OrderLine.LongestTitle);
        service.Property(s => s.Revision).IsConcurrencyToken();
        service.HasIndex(s => s.Date);
        service.Property(s => s.Styles).AsJson();
        service.Ignore(s => s.Order);
        service.HasMany(s => s.Sittings).WithOne().HasForeignKey(sitting => sitting.ServiceId).OnDelete(DeleteBehavior.Cascade);
        service.Navigation(s => s.Sittings).HasField("_sittings").UsePropertyAccessMode(PropertyAccessMode.Field);
        service.HasMany(s => s.AllLines).WithOne().HasForeignKey(line => line.ServiceId).OnDelete(DeleteBehavior.Cascade);
        service.Navigation(s => s.AllLines).HasField("_lines").UsePropertyAccessMode(PropertyAccessMode.Field);
    }

    public void Configure(EntityTypeBuilder<Sitting> sitting)
    {
        sitting.ToTable("sittings");
        sitting.Property(s => s.Id).ValueGeneratedNever();
        sitting.Property(s => s.Languages).AsJson();
    }

    public void Configure(EntityTypeBuilder<OrderLine> line)
    {
        line.ToTable("order_lines");
        line.Property(l => l.Id).ValueGeneratedNever();
        line.HasIndex(l => new { l.ServiceId, l.Position });
        line.HasDiscriminator<string>("kind")
            .HasValue<Part>("part")
            .HasValue<SongEntry>("song")
            .HasValue<SpokenEntry>("spoken");
    }
}

internal sealed class EntryMapping : IEntityTypeConfiguration<SongEntry>, IEntityTypeConfiguration<SpokenEntry>, IEntityTypeConfiguration<Part>
{
    public void Configure(EntityTypeBuilder<SongEntry> entry)
    {
        entry.Ignore(e => e.Kind);
        entry.Property(e => e.StyleId).HasColumnName("style_id");
        entry.HasOne<Song>().WithMany().HasForeignKey(e => e.SongId).OnDelete(DeleteBehavior.Restrict);
        entry.Property(e => e.OrderName).HasMaxLength(OrderLine.LongestTitle);
    }

    public void Configure(EntityTypeBuilder<SpokenEntry> entry)
    {
        entry.Ignore(e => e.Kind);
        entry.Property(e => e.StyleId).HasColumnName("style_id");
        entry.Property(e => e.Title).HasMaxLength(OrderLine.LongestTitle).HasColumnName("title");
        entry.Property(e => e.Length).HasColumnName("length");
    }

    public void Configure(EntityTypeBuilder<Part> part) =>
        part.Property(p => p.Name).HasMaxLength(OrderLine.LongestTitle).HasColumnName("part_name");
}
