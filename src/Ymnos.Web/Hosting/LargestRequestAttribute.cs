using Microsoft.AspNetCore.Http.Metadata;

namespace Ymnos.Web.Hosting;

/// <summary>
/// The largest request that a page takes, in bytes. Routing alone is told: by the time the framework's filter of the same
/// purpose asks, a small form has been read already, and every one of them would be a warning in the log.
/// </summary>
[AttributeUsage(AttributeTargets.Class)]
internal sealed class LargestRequestAttribute(long bytes) : Attribute, IRequestSizeLimitMetadata
{
    public long? MaxRequestBodySize => bytes;
}
