using System.Collections.Concurrent;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Training;
using AmpleLantern.Devices;

namespace AmpleLantern.Web.Bench;

/// <summary>One drill being pressed: the mat, the target, and what was recorded so far.</summary>
public sealed class DrillSession(DrillTarget target, IPressureMat mat)
{
    private readonly List<MatSample> recorded = [];

    public DrillTarget Target => target;

    public IPressureMat Mat => mat;

    public void Record(MatSample sample)
    {
        lock (recorded)
        {
            recorded.Add(sample);
        }
    }

    /// <summary>What is to be done now.</summary>
    public DrillMoment Moment(TrainingModel model)
    {
        lock (recorded)
        {
            return target.MomentAt(recorded, model);
        }
    }

    public IReadOnlyList<MatSample> Recorded
    {
        get
        {
            lock (recorded)
            {
                return [.. recorded];
            }
        }
    }
}

/// <summary>Drills in progress, by connection, and recordings handed in to be played.</summary>
public sealed class DrillSessions
{
    /// <summary>Of one person: the newest ones; nobody's take the place of somebody else's.</summary>
    private const int MostRecordings = 8;
    private readonly ConcurrentDictionary<string, DrillSession> running = new();
    private readonly ConcurrentDictionary<string, (string Owner, long Order, IReadOnlyList<MatSample> Samples)> recordings = new();
    private long order;

    public void Begin(string connection, DrillSession session) => running[connection] = session;

    public DrillSession? Of(string connection) => running.GetValueOrDefault(connection);

    public void End(string connection) => running.TryRemove(connection, out _);

    /// <summary>Keeps a recording until it is played; gives the word to ask for it by.</summary>
    public string Keep(string owner, IReadOnlyList<MatSample> samples)
    {
        foreach (
            var old in recordings.Where(r => r.Value.Owner == owner).OrderByDescending(r => r.Value.Order).Skip(MostRecordings - 1).ToList()
        )
        {
            recordings.TryRemove(old.Key, out _);
        }

        var word = Guid.NewGuid().ToString("n");
        recordings[word] = (owner, Interlocked.Increment(ref order), samples);
        return word;
    }

    public IReadOnlyList<MatSample>? Recording(string owner, string word) =>
        recordings.TryGetValue(word, out var found) && found.Owner == owner ? found.Samples : null;
}
