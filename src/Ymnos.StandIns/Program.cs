using Ymnos.StandIns;

// Plays the outside world on loopback: a catalogue of songs and a shop of songbooks, and their bad days.
var builder = WebApplication.CreateBuilder(args);
builder.Services.AddSingleton<Mood>();
builder.Services.AddSingleton<Works>();
builder.Services.AddSingleton(TimeProvider.System);
var app = builder.Build();
app.UseMood();
app.MapCatalogue();
app.MapSongbookShop();
app.MapGet("/health", () => Results.Ok());
await app.RunAsync();

/// <summary>Public so that tests can start it in their own process.</summary>
public partial class Program;
