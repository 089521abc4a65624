using System.Text.Json;
using System.Text.Json.Serialization;

namespace Ymnos.Core.Styles;

/// <summary>A colour written as <c>"#rrggbb"</c>.</summary>
public sealed class ColourJson : JsonConverter<Colour>
{
    public override Colour Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        reader.TokenType == JsonTokenType.String && Colour.TryParse(reader.GetString(), out var colour) ? colour : throw new JsonException("A colour is written #rrggbb.");

    public override void Write(Utf8JsonWriter writer, Colour value, JsonSerializerOptions options) => writer.WriteStringValue(value.ToString());
}

/// <summary>A layer written with its kind: <c>"rectangle"</c> or <c>"picture"</c>.</summary>
public sealed class SlideLayerJson : JsonConverter<SlideLayer>
{
    private const string Kind = "kind";

    public override SlideLayer Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
    {
        using var layer = JsonDocument.ParseValue(ref reader);
        return (layer.RootElement.ValueKind == JsonValueKind.Object && layer.RootElement.TryGetProperty(Kind, out var kind) ? kind.GetString() : null) switch
        {
            "rectangle" => layer.RootElement.Deserialize<RectangleLayer>(options)!,
            "picture" => layer.RootElement.Deserialize<PictureLayer>(options)!,
            _ => throw new JsonException("A layer is a rectangle or a picture."),
        };
    }

    public override void Write(Utf8JsonWriter writer, SlideLayer value, JsonSerializerOptions options)
    {
        writer.WriteStartObject();
        writer.WriteString(Kind, value is RectangleLayer ? "rectangle" : "picture");
        foreach (var property in JsonSerializer.SerializeToElement(value, value.GetType(), options).EnumerateObject())
            property.WriteTo(writer);
        writer.WriteEndObject();
    }
}

/// <summary>How looks are written in files, in the database and to the page that edits them.</summary>
public static class StyleJson
{
    public static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        IgnoreReadOnlyProperties = true,
        MaxDepth = 16,
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
        Converters = { new ColourJson(), new SlideLayerJson(), new JsonStringEnumConverter(JsonNamingPolicy.CamelCase) },
    };

    /// <summary>A look from JSON; nothing where the text is none. Whether it can be shown, <see cref="StyleCheck"/> says.</summary>
    public static StyleLook? Read(string json)
    {
        try
        {
            return JsonSerializer.Deserialize<StyleLook>(json, Options);
        }
        catch (Exception broken) when (broken is JsonException or NotSupportedException or InvalidOperationException)
        {
            return null;
        }
    }

    public static string Write(StyleLook look) => JsonSerializer.Serialize(look, Options);
}
