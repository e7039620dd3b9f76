using AmpleLantern.Core.Techniques;
using AmpleLantern.Data;
using Microsoft.EntityFrameworkCore;

namespace AmpleLantern.Web.Access;

/// <summary>Names of the people here by their ids. Records keep ids; names are only for showing.</summary>
public sealed class StaffNames
{
    private volatile IReadOnlyDictionary<string, string> byId = new Dictionary<string, string>();

    /// <summary>The name of a person; what a record older than ids has in its place is a name already.</summary>
    public string Of(string id) => byId.GetValueOrDefault(id, id);

    /// <summary>Reads them anew: at the start, and when somebody comes or is renamed.</summary>
    public async Task Read(LanternDb db) =>
        byId = await db.Users.AsNoTracking().Select(u => new { u.Id, u.DisplayName }).ToDictionaryAsync(u => u.Id, u => u.DisplayName);
}
