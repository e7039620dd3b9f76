using System.Net;
using AmpleLantern.Data.Keeping;
using Microsoft.AspNetCore.HttpOverrides;

namespace AmpleLantern.Web.Serving;

/// <summary>
/// Serving behind a proxy that ends TLS: who asks and that it was asked over https is believed from the proxies named in the setting
/// <c>Proxy:Known</c> (addresses, separated by commas) and from nobody else. Then cookies are Secure and browsers are told to come by
/// https only. Which host names are answered is the platform's own setting <c>AllowedHosts</c>.
/// </summary>
public static class BehindProxy
{
    private static readonly TimeSpan HttpsOnly = TimeSpan.FromDays(365);

    /// <exception cref="DataException">An address cannot be read.</exception>
    public static void AddProxy(this WebApplicationBuilder builder)
    {
        var known = (builder.Configuration["Proxy:Known"] ?? "")
            .Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
            .Select(a =>
                IPAddress.TryParse(a, out var ip)
                    ? ip
                    : throw new DataException($"Proxy:Known holds '{a}', which is no address. Write it like 10.0.0.2.")
            )
            .ToList();
        builder.Services.Configure<ForwardedHeadersOptions>(o =>
        {
            o.ForwardedHeaders =
                known.Count == 0 ? ForwardedHeaders.None : ForwardedHeaders.XForwardedFor | ForwardedHeaders.XForwardedProto;
            o.KnownProxies.Clear();
            o.KnownIPNetworks.Clear();
            foreach (var address in known)
            {
                o.KnownProxies.Add(address);
            }
        });
        builder.Services.AddHsts(o =>
        {
            o.MaxAge = HttpsOnly;
            o.IncludeSubDomains = true;
        });
    }

    public static void UseProxy(this WebApplication app)
    {
        app.UseForwardedHeaders();
        app.UseHsts();
    }
}
