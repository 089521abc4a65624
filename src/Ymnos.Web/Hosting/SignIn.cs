using System.Security.Claims;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Authorization.Policy;
using Microsoft.AspNetCore.Identity;
using Microsoft.Extensions.Options;
using Ymnos.Data;
using Ymnos.Data.People;

namespace Ymnos.Web.Hosting;

/// <summary>What a signed-in person may do. Pages and endpoints name one of these; whatever names none asks for a sign-in at least.</summary>
public static class May
{
    public const string EditSongs = nameof(EditSongs);
    public const string Plan = nameof(Plan);
    public const string Settle = nameof(Settle);
    public const string RunBooth = nameof(RunBooth);
}

internal static class SignIn
{
    public static void AddSignIn(this WebApplicationBuilder builder)
    {
        builder.Services.AddIdentity<Person, IdentityRole<Guid>>(options =>
            {
                options.Password.RequiredLength = 10;
                options.Password.RequireDigit = false;
                options.Password.RequireNonAlphanumeric = false;
                options.Password.RequireUppercase = false;
                options.Password.RequireLowercase = false;
                options.Lockout.MaxFailedAccessAttempts = 6;
                options.Lockout.DefaultLockoutTimeSpan = TimeSpan.FromMinutes(5);
            })
            .AddEntityFrameworkStores<YmnosDb>()
            .AddClaimsPrincipalFactory<PersonClaims>();
        builder.Services.ConfigureApplicationCookie(options =>
        {
            options.Cookie.Name = "ymnos";
            options.Cookie.HttpOnly = true;
            options.Cookie.SameSite = SameSiteMode.Lax;
            options.LoginPath = "/sign-in";
            options.ReturnUrlParameter = "from";
            options.ExpireTimeSpan = TimeSpan.FromDays(14);
        });
        builder.Services.AddAuthorizationBuilder()
            .SetFallbackPolicy(new AuthorizationPolicyBuilder().RequireAuthenticatedUser().Build())
            .AddPolicy(May.EditSongs, policy => policy.RequireRole(Roles.Coordinator, Roles.Keeper))
            .AddPolicy(May.Plan, policy => policy.RequireRole(Roles.Coordinator))
            .AddPolicy(May.Settle, policy => policy.RequireRole(Roles.Coordinator))
            .AddPolicy(May.RunBooth, policy => policy.RequireRole(Roles.Coordinator, Roles.Volunteer));
        builder.Services.AddSingleton<IAuthorizationMiddlewareResultHandler, WhatYouMayNotSeeIsNotThere>();
    }

    public static string FullName(this ClaimsPrincipal person) => person.FindFirstValue(PersonClaims.FullName) ?? "";

    public static Guid Id(this ClaimsPrincipal person) => Guid.TryParse(person.FindFirstValue(ClaimTypes.NameIdentifier), out var id) ? id : Guid.Empty;

    public static string FirstName(this ClaimsPrincipal person) => person.FullName().Split(' ')[0];

    private sealed class PersonClaims(UserManager<Person> people, RoleManager<IdentityRole<Guid>> roles, IOptions<IdentityOptions> options)
        : UserClaimsPrincipalFactory<Person, IdentityRole<Guid>>(people, roles, options)
    {
        public const string FullName = "full_name";

        protected override async Task<ClaimsIdentity> GenerateClaimsAsync(Person user)
        {
            var identity = await base.GenerateClaimsAsync(user);
            identity.AddClaim(new Claim(FullName, user.FullName));
            return identity;
        }
    }

    /// <summary>A page that a role may not open answers as if it did not exist.</summary>
    private sealed class WhatYouMayNotSeeIsNotThere : IAuthorizationMiddlewareResultHandler
    {
        private readonly AuthorizationMiddlewareResultHandler _usual = new();

        public Task HandleAsync(RequestDelegate next, HttpContext context, AuthorizationPolicy policy, PolicyAuthorizationResult authorizeResult)
        {
            if (!authorizeResult.Forbidden)
                return _usual.HandleAsync(next, context, policy, authorizeResult);
            context.Response.StatusCode = StatusCodes.Status404NotFound;
            return Task.CompletedTask;
        }
    }
}
