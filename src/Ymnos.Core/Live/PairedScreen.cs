using System.Security.Cryptography;
using System.Text;

namespace Ymnos.Core.Live;

/// <summary>
/// A screen that a projector shows: a browser somewhere that has been let in by a code read off it. It is paired, not
/// signed in; what it may see is the sitting it follows.
/// </summary>
public sealed class PairedScreen
{
    /// <summary>How long a code may be typed in.</summary>
    public static readonly TimeSpan CodeLasts = TimeSpan.FromMinutes(15);

    public const int CodeLength = 6;

    // No vowels, so that no word comes up; none of the letters and figures that look alike.
    private const string CodeSigns = "BCDFGHJKMNPQRTVWXYZ346789";

    private PairedScreen()
    {
    }

    public Guid Id { get; private init; }

    /// <summary>SHA-256 of the secret that the screen's browser keeps.</summary>
    public byte[] SecretHash { get; private init; } = [];

    /// <summary>What the screen shows until it is paired; empty from then on.</summary>
    public string Code { get; private set; } = "";

    public DateTimeOffset CodeEndsAt { get; private set; }

    public DateTimeOffset? PairedAt { get; private set; }

    /// <summary>The sitting whose show it follows.</summary>
    public Guid? SittingId { get; private set; }

    /// <summary>Which of the house's screens it is; the main one while nobody has said.</summary>
    public Guid? ScreenId { get; private set; }

    /// <summary>A screen that waits for somebody to type its code.</summary>
    /// <param name="now">The time.</param>
    /// <param name="secret">Goes to the screen's browser and nowhere else.</param>
    public static PairedScreen Await(DateTimeOffset now, out string secret)
    {
        secret = Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(32));
        var screen = new PairedScreen { Id = Guid.CreateVersion7(now), SecretHash = HashOf(secret) };
        screen.NewCode(now);
        return screen;
    }

    public bool IsPaired => PairedAt is not null;

    public bool CodeIsGood(DateTimeOffset now) => !IsPaired && now < CodeEndsAt;

    public bool Knows(string secret) => CryptographicOperations.FixedTimeEquals(HashOf(secret), SecretHash);

    public void NewCode(DateTimeOffset now)
    {
        Code = RandomNumberGenerator.GetString(CodeSigns, CodeLength);
        CodeEndsAt = now + CodeLasts;
    }

    public void Pair(Guid sittingId, Guid? screenId, DateTimeOffset now)
    {
        ScreenId = screenId;
        Code = "";
        PairedAt = now;
        SittingId = sittingId;
    }

    /// <summary>Says which of the house's screens it is.</summary>
    public void Become(Guid? screenId) => ScreenId = screenId;

    /// <summary>Turns the screen to another sitting.</summary>
    public void Follow(Guid sittingId) => SittingId = sittingId;

    /// <summary>A code as it is typed: spaces, hyphens and case do not matter.</summary>
    public static string ReadCode(string typed) =>
        new([.. typed.Where(char.IsLetterOrDigit).Select(char.ToUpperInvariant).Take(CodeLength + 1)]);

    private static byte[] HashOf(string secret) => SHA256.HashData(Encoding.UTF8.GetBytes(secret));
}
