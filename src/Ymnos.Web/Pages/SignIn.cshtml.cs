using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using Ymnos.Core.People;
using Ymnos.Data.People;
using Ymnos.Web.Hosting;

namespace Ymnos.Web.Pages;

[AllowAnonymous]
[EnableRateLimiting(Limits.Guessing)]
public sealed class SignInModel(SignInManager<Person> door, House house) : PageModel
{
    [BindProperty]
    public string Name { get; set; } = "";

    [BindProperty]
    public string Password { get; set; } = "";

    [BindProperty]
    public bool Stay { get; set; }

    [BindProperty(SupportsGet = true)]
    public string From { get; set; } = "";

    public Congregation House { get; private set; } = null!;

    public string? Refusal { get; private set; }

    public async Task OnGetAsync(bool tooMany, CancellationToken cancel)
    {
        House = await house.CongregationAsync(cancel);
        if (tooMany)
            Refusal = "That was tried too often from here. Wait a minute, then try again.";
    }

    public async Task<IActionResult> OnPostAsync(CancellationToken cancel)
    {
        House = await house.CongregationAsync(cancel);
        // Who is asked for and what is wrong with it is not told apart: a stranger learns no names.
        var result = Name is { Length: > 0 and <= 200 } && Password is { Length: > 0 and <= 200 }
            ? await door.PasswordSignInAsync(Name.Trim(), Password, Stay, lockoutOnFailure: true)
            : Microsoft.AspNetCore.Identity.SignInResult.Failed;
        if (result.Succeeded)
            return LocalRedirect(Url.IsLocalUrl(From) ? From : "/");
        Refusal = result.IsLockedOut
            ? "That was tried too often. Wait five minutes, then try again."
            : "That name and password do not go together. Try again.";
        return Page();
    }
}
