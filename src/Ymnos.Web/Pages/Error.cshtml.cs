using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Ymnos.Web.Pages;

[AllowAnonymous]
[IgnoreAntiforgeryToken]
[ResponseCache(NoStore = true)]
public sealed class ErrorModel : PageModel
{
    public string Heading { get; private set; } = "";

    public string Advice { get; private set; } = "";

    public void OnGet(int code) => Say(code);

    public void OnPost(int code) => Say(code);

    private void Say(int code) => (Heading, Advice) = code switch
    {
        404 => ("There is no such page", "The address may be old, or it leads to something that is not open to you."),
        400 => ("That could not be taken", "The page may have stood open too long. Go back, load it anew and try again; what you typed is still there."),
        413 => ("That is too much at once", "Nothing was changed. Go back and send less; what you typed is still there."),
        _ => ("Something went wrong here", "Nothing was half done. Go back and try again; if it happens again, tell whoever looks after this server."),
    };
}
