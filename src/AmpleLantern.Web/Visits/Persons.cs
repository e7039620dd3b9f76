using AmpleLantern.Core;
using AmpleLantern.Data;
using Microsoft.EntityFrameworkCore;

namespace AmpleLantern.Web.Visits;

/// <summary>Which record is kept of whom.</summary>
public static class Persons
{
    /// <summary>There is none, or none by this id.</summary>
    public static RefusalException NotHere => new("not-found", "There is no such client. Go back to the list.");

    /// <summary>The record that is kept of whoever a record is of: an old address still leads there.</summary>
    /// <exception cref="RefusalException">There is no such record.</exception>
    public static async Task<Guid> PersonOf(this LanternDb db, Guid record) =>
        await db.Clients.Where(c => c.Id == record).Select(c => (Guid?)(c.MergedInto ?? c.Id)).SingleOrDefaultAsync() ?? throw NotHere;
}
