using System.Text.Json;
using System.Text.Json.Serialization;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.ChangeTracking;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Ymnos.Core.Songs;
using Ymnos.Core.Styles;

namespace Ymnos.Data;

/// <summary>How Core's values are written inside a jsonb column.</summary>
public static class CoreJson
{
    private static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        IgnoreReadOnlyProperties = true,
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
        Converters = { new SectionMarkJson(), new ColourJson(), new SlideLayerJson(), new JsonStringEnumConverter(JsonNamingPolicy.CamelCase) },
    };

    /// <summary>A value as it stands in a jsonb column.</summary>
    public static string Write<T>(T value) => JsonSerializer.Serialize(value, Options);

    /// <summary>The value that a text in a jsonb column stands for.</summary>
    public static T Read<T>(string json) => JsonSerializer.Deserialize<T>(json, Options)!;

    /// <summary>Keeps a value in a jsonb column. Values are compared as they are written.</summary>
    public static PropertyBuilder<T> AsJson<T>(this PropertyBuilder<T> property) => property
        .HasColumnType("jsonb")
        .HasConversion(
            value => Write(value),
            json => Read<T>(json),
            new ValueComparer<T>(
                (one, other) => ReferenceEquals(one, other) || Write(one) == Write(other),
                value => Write(value).GetHashCode(StringComparison.Ordinal),
                // Core's values are immutable: the snapshot is the value itself.
                value => value));
}
