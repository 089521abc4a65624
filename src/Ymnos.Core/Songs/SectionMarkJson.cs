using System.Text.Json;
using System.Text.Json.Serialization;

namespace Ymnos.Core.Songs;

/// <summary>A section's mark in JSON: the text that people type.</summary>
public sealed class SectionMarkJson : JsonConverter<SectionMark>
{
    public override SectionMark Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        reader.TokenType == JsonTokenType.String && SectionMark.TryParse(reader.GetString(), out var mark) ? mark : throw new JsonException("Not a section mark.");

    public override void Write(Utf8JsonWriter writer, SectionMark value, JsonSerializerOptions options) =>
        writer.WriteStringValue(value.ToString());
}
