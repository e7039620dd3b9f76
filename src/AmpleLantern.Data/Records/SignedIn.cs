using NodaTime;

namespace AmpleLantern.Data.Records;

/// <summary>
/// One sign-in on one device. It lives here, not in the cookie: ended here, it is ended wherever a copy of the cookie is.
/// </summary>
public sealed class SignedIn
{
    /// <summary>Stands in the cookie, under the program's own seal.</summary>
    public required Guid Id { get; init; }

    public required string StaffId { get; init; }

    public required Instant Began { get; init; }

    /// <summary>When it was last used, to within some minutes.</summary>
    public required Instant Seen { get; set; }

    public Instant? Ended { get; set; }

    /// <summary>Browser and system as the browser says, for people to know their own devices by.</summary>
    public required string Device { get; init; }

    public required string Address { get; init; }
}
