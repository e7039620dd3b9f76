using AmpleLantern.Core;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Bench;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Time;

/// <summary>
/// The one clock of the practice: now, and which day and time that is where it lives. Nothing else turns instants into days.
/// </summary>
public sealed class PracticeClock(IClock clock)
{
    private volatile DateTimeZone zone = DateTimeZoneProviders.Tzdb.GetSystemDefault();

    public DateTimeZone Zone => zone;

    public Instant Now => clock.GetCurrentInstant();

    public LocalDate Today => DateOf(Now);

    public LocalDate DateOf(Instant at) => at.InZone(zone).Date;

    public Instant InstantOf(LocalDateTime local) => local.InZoneLeniently(zone).ToInstant();

    public LocalDateTime LocalOf(Instant at) => at.InZone(zone).LocalDateTime;

    /// <summary>Reads the zone the practice set; the machine's stands in, and is written down, until it sets one.</summary>
    public async Task Read(LanternDb db)
    {
        var set = await db.Settings.AsNoTracking().SingleOrDefaultAsync();
        if (set is null)
        {
            db.Settings.Add(new() { TimeZone = zone.Id });
            await db.SaveChangesAsync();
            return;
        }

        zone = DateTimeZoneProviders.Tzdb.GetZoneOrNull(set.TimeZone) ?? zone;
    }

    /// <exception cref="Core.RefusalException">There is no such zone.</exception>
    public async Task Set(LanternDb db, string id)
    {
        var wanted =
            DateTimeZoneProviders.Tzdb.GetZoneOrNull(id)
            ?? throw new Core.RefusalException("unknown-zone", $"There is no time zone '{id}'. Choose one from the list.", "/timeZone");
        var set = await db.Settings.SingleAsync(s => s.Id == PracticeSettings.OnlyId);
        set.TimeZone = wanted.Id;
        await db.SaveChangesAsync();
        zone = wanted;
    }
}
