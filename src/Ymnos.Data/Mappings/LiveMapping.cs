using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Ymnos.Core.Live;
using Ymnos.Core.Planning;
using Ymnos.Core.Screens;

namespace Ymnos.Data.Mappings;

internal sealed class LiveMapping : IEntityTypeConfiguration<LiveState>, IEntityTypeConfiguration<PairedScreen>
{
    public void Configure(EntityTypeBuilder<LiveState> live)
    {
        live.ToTable("live_states");
        live.HasKey(l => l.SittingId);
        live.Property(l => l.SittingId).ValueGeneratedNever();
        live.Property(l => l.Place).AsJson();
        live.Property(l => l.Curtain).HasConversion<string>();
        live.HasOne<Sitting>().WithOne().HasForeignKey<LiveState>(l => l.SittingId).OnDelete(DeleteBehavior.Cascade);
    }

    public void Configure(EntityTypeBuilder<PairedScreen> screen)
    {
        screen.ToTable("paired_screens");
        screen.Property(s => s.Id).ValueGeneratedNever();
        screen.Property(s => s.Code).HasMaxLength(PairedScreen.CodeLength);
        screen.HasIndex(s => s.Code);
        screen.HasIndex(s => s.SittingId);
        screen.HasOne<Screen>().WithMany().HasForeignKey(s => s.ScreenId).OnDelete(DeleteBehavior.SetNull);
        screen.HasOne<Sitting>().WithMany().HasForeignKey(s => s.SittingId).OnDelete(DeleteBehavior.SetNull);
    }
}
