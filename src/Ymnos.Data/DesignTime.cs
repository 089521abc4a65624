using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;

namespace Ymnos.Data;

/// <summary>Lets the migration tool see the model without a database.</summary>
internal sealed class DesignTime : IDesignTimeDbContextFactory<YmnosDb>
{
    public YmnosDb CreateDbContext(string[] args) =>
        new((DbContextOptions<YmnosDb>)YmnosDb.Configure(new DbContextOptionsBuilder<YmnosDb>(), "Host=127.0.0.1").Options);
}
