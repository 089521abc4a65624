using Microsoft.EntityFrameworkCore;
using Ymnos.Core.Screens;
using Ymnos.Core.Styles;
using Ymnos.Core.Typesetting;
using Ymnos.Data;
using Ymnos.Web.Hosting;

namespace Ymnos.Web.Looks;

/// <summary>How a song looks in the house when no service says otherwise.</summary>
public sealed class HouseLook(YmnosDb db, House house)
{
    /// <summary>The style that the house has for songs, and the screen that the room reads.</summary>
    public async Task<(StyleLook Look, Screen Screen)> ForSongsAsync(CancellationToken cancel)
    {
        var chosen = (await house.CongregationAsync(cancel)).Styles;
        var styles = await db.Styles.AsNoTracking().Where(style => style.BinnedAt == null && (style.Id == chosen.Songs || style.Id == chosen.All)).ToListAsync(cancel);
        var style = styles.Find(style => style.Id == chosen.Songs) ?? styles.Find(style => style.Id == chosen.All);
        var screens = await db.ScreensAsync(cancel);
        return (style?.Look ?? StyleLook.House, screens.FirstOrDefault(screen => screen.Purpose == ScreenPurpose.Main) ?? screens[0]);
    }

    /// <summary>The same as a face to lay words out on.</summary>
    public async Task<ScreenFace> FaceForSongsAsync(TypeCase typeCase, CancellationToken cancel)
    {
        var (look, screen) = await ForSongsAsync(cancel);
        return new(look[screen.Face], screen, typeCase);
    }
}
