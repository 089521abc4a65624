using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Ymnos.Data.People;

namespace Ymnos.Web.Pages;

public sealed class SignOutModel(SignInManager<Person> door) : PageModel
{
    public IActionResult OnGet() => LocalRedirect("/");

    public async Task<IActionResult> OnPostAsync()
    {
        await door.SignOutAsync();
        return LocalRedirect("/sign-in");
    }
}
