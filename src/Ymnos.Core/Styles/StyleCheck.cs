using Ymnos.Core.Typesetting;

namespace Ymnos.Core.Styles;

/// <summary>Whether a look can be shown. Every style, typed or brought in, goes through it before it is kept.</summary>
public static class StyleCheck
{
    public const int MostLayers = 20;

    /// <summary>What is wrong, each with the path of its field: "full.words.type.size".</summary>
    /// <param name="look">As it was sent.</param>
    /// <param name="families">Keys of the type case's families.</param>
    /// <param name="isPicture">Whether a picture is there.</param>
    public static IReadOnlyList<Problem> Problems(StyleLook look, IReadOnlyCollection<string> families, Func<Guid, bool> isPicture)
    {
        var problems = new List<Problem>();
        foreach (var (name, face) in ((string, StyleFace)[])[("full", look.Full), ("lowerThird", look.LowerThird), ("platform", look.Platform)])
        {
            // What is sent as JSON can leave out anything.
            if (face is not { Backdrop: not null, Words: not null, Reference: not null, Credit: not null, Heading: not null, Next: not null, Clock: not null, CreditTemplate: not null }
                || face.Layers.IsDefault || face.MoreWords.IsDefault || face.MoreWords.Length != StyleFace.MostLanguages - 1
                || face.MorePlaces.IsDefault || face.MorePlaces.Length != StyleFace.MostLanguages - 1)
            {
                problems.Add(new(name, "This is not a whole style."));
                continue;
            }
            new FaceCheck(name, problems, families, isPicture).Check(face);
        }
        return problems;
    }

    private sealed class FaceCheck(string face, List<Problem> problems, IReadOnlyCollection<string> families, Func<Guid, bool> isPicture)
    {
        public void Check(StyleFace setting)
        {
            Backdrop(setting.Backdrop);
            Frame("words", setting.Words);
            Frame("reference", setting.Reference);
            Frame("credit", setting.Credit);
            Frame("heading", setting.Heading);
            Frame("next", setting.Next);
            Frame("clock", setting.Clock);
            MoreWords(setting);
            Known("languages", setting.Languages);
            Known("creditOn", setting.CreditOn);
            if (setting.MostRows is < 1 or > 12)
                Say("mostRows", "A slide holds from 1 to 12 rows.");
            foreach (var problem in CreditTemplate.Problems(setting.CreditTemplate))
                Say("creditTemplate", problem);
            if (setting.Layers.Length > MostLayers)
                Say("layers", $"A face has at most {MostLayers} layers.");
            for (var i = 0; i < setting.Layers.Length; i++)
                Layer($"layers.{i}", setting.Layers[i]);
        }

        private void Backdrop(Backdrop backdrop)
        {
            Known("backdrop.kind", backdrop.Kind);
            Known("backdrop.fit", backdrop.Fit);
            Within("backdrop.angle", backdrop.Angle, 0, 360, "An angle is from 0 to 360 degrees.");
            Within("backdrop.focusX", backdrop.FocusX, 0, 1, "The point of interest lies in the picture.");
            Within("backdrop.focusY", backdrop.FocusY, 0, 1, "The point of interest lies in the picture.");
            Within("backdrop.brightness", backdrop.Brightness, 0, 2, "Brightness is from 0 to 2.");
            Within("backdrop.contrast", backdrop.Contrast, 0, 2, "Contrast is from 0 to 2.");
            Within("backdrop.blur", backdrop.Blur, 0, 60, "Blur is from 0 to 60.");
            if (backdrop.Veil is null)
                Say("backdrop.veil", "The veil is missing.");
            else
                Within("backdrop.veil.opacity", backdrop.Veil.Opacity, 0, 1, "How much the veil covers is from 0 to 1.");
            if (backdrop.Kind is BackdropKind.Picture or BackdropKind.Film && (backdrop.Picture is not { } id || !isPicture(id)))
                Say("backdrop.picture", backdrop.Kind == BackdropKind.Film ? "Choose a film." : "Choose a picture.");
        }

        private void Frame(string path, FrameSetting frame)
        {
            Standing(path, frame.Place, frame.Across, frame.Down, frame.Padding, frame.Plate);
            Type($"{path}.type", frame.Type, frame.Place.Height - (2 * frame.Padding));
        }

        private void MoreWords(StyleFace setting)
        {
            var taken = new List<Frame> { setting.Words.Place };
            var height = setting.Words.Place.Height - (2 * setting.Words.Padding);
            for (var i = 0; i < setting.MoreWords.Length; i++)
            {
                if (setting.MorePlaces[i] is { } own)
                {
                    Standing($"morePlaces.{i}", own.Place, own.Across, own.Down, own.Padding, own.Plate);
                    if (taken.Exists(own.Place.Overlaps))
                        Say($"morePlaces.{i}.place", "The frames of two languages lie over each other.");
                    taken.Add(own.Place);
                    height = own.Place.Height - (2 * own.Padding);
                }
                Type($"moreWords.{i}", setting.MoreWords[i], height);
            }
        }

        private void Standing(string path, Frame place, Across across, Down down, double padding, Plate? plate)
        {
            Place($"{path}.place", place);
            Known($"{path}.across", across);
            Known($"{path}.down", down);
            Within($"{path}.padding", padding, 0, 200, "Padding is from 0 to 200.");
            if (plate is null)
                return;
            Within($"{path}.plate.opacity", plate.Opacity, 0, 1, "How much the plate covers is from 0 to 1.");
            Within($"{path}.plate.radius", plate.Radius, 0, 300, "A radius is from 0 to 300.");
        }

        private void Type(string path, TypeSetting type, double height)
        {
            if (type is null)
            {
                Say(path, "The type is missing.");
                return;
            }
            if (!families.Contains(type.Family))
                Say($"{path}.family", "Choose a typeface from the list.");
            Within($"{path}.weight", type.Weight, 100, 900, "A weight is from 100 to 900.");
            Within($"{path}.size", type.Size, 12, 400, "A size is from 12 to 400.");
            Within($"{path}.smallestSize", type.SmallestSize, 12, 400, "The smallest size is from 12 to 400.");
            if (type.SmallestSize > type.Size)
                Say($"{path}.smallestSize", "The smallest size is larger than the size.");
            Within($"{path}.lineSpacing", type.LineSpacing, 1, 3, "Line spacing is from 1 to 3.");
            if (type.Outline is { } outline)
                Within($"{path}.outline.width", outline.Width, 0, 0.2, "An outline is from 0 to 0.2 of the size.");
            if (type.Shadow is { } shadow)
            {
                Within($"{path}.shadow.right", shadow.Right, -0.5, 0.5, "A shadow falls at most half a letter away.");
                Within($"{path}.shadow.down", shadow.Down, -0.5, 0.5, "A shadow falls at most half a letter away.");
                Within($"{path}.shadow.blur", shadow.Blur, 0, 0.5, "A shadow's blur is from 0 to 0.5.");
                Within($"{path}.shadow.opacity", shadow.Opacity, 0, 1, "How much the shadow covers is from 0 to 1.");
            }
            if (type.SmallestSize * Math.Max(type.LineSpacing, Lettering.TallestRow) > height + 0.01)
                Say($"{path}.smallestSize", "Not one row of the smallest size fits into its frame.");
        }

        private void Layer(string path, SlideLayer layer)
        {
            if (layer is null)
            {
                Say(path, "The layer is missing.");
                return;
            }
            Place($"{path}.place", layer.Place, 1, 1, "A layer lies on the slide.");
            Within($"{path}.opacity", layer.Opacity, 0, 1, "How much a layer covers is from 0 to 1.");
            if (layer is RectangleLayer { Radius: var radius })
                Within($"{path}.radius", radius, 0, 600, "A radius is from 0 to 600.");
            if (layer is PictureLayer { Picture: var picture } && !isPicture(picture))
                Say($"{path}.picture", "Choose a picture.");
        }

        private void Place(string path, Frame place, double width = 40, double height = 20, string message = "A frame lies on the slide and is at least 40 wide and 20 high.")
        {
            if (!(place.X >= 0 && place.Y >= 0 && place.Width >= width && place.Height >= height
                && place.Right <= Typesetting.Frame.SlideWidth + 0.01 && place.Bottom <= Typesetting.Frame.SlideHeight + 0.01))
                Say(path, message);
        }

        private void Within(string path, double value, double least, double most, string message)
        {
            // Written so that what is no number at all is refused too.
            if (!(value >= least && value <= most))
                Say(path, message);
        }

        private void Known<T>(string path, T value) where T : struct, Enum
        {
            if (!Enum.IsDefined(value))
                Say(path, "Choose one of the list.");
        }

        private void Say(string path, string message) => problems.Add(new($"{face}.{path}", message));
    }
}
