using Microsoft.AspNetCore.Identity;

namespace Ymnos.Data.People;

/// <summary>Somebody who signs in.</summary>
public sealed class Person : IdentityUser<Guid>
{
    /// <summary>First name and family name, as a run sheet prints them.</summary>
    public required string FullName { get; set; }

    public string FirstName => FullName.Split(' ')[0];
}

/// <summary>What a person does in the congregation, and with it what they may do here.</summary>
public static class Roles
{
    /// <summary>Curates and plans.</summary>
    public const string Coordinator = "coordinator";

    /// <summary>Edits the shelves entrusted to them.</summary>
    public const string Keeper = "keeper";

    /// <summary>Sees plans, runs the booth.</summary>
    public const string Volunteer = "volunteer";

    /// <summary>Reads.</summary>
    public const string Guest = "guest";

    public static readonly IReadOnlyList<string> All = [Coordinator, Keeper, Volunteer, Guest];
}
