using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Training;
using NodaTime;

namespace AmpleLantern.Data.Records;

/// <summary>A drill on the bench, recorded and scored.</summary>
public sealed class DrillRun
{
    public Guid Id { get; init; } = Guid.CreateVersion7();

    public required string StaffId { get; init; }

    public required string Drill { get; init; }

    public Instant At { get; init; }

    /// <summary>What it was recorded with: the simulated mat, or a recording played again.</summary>
    public required string Mat { get; init; }

    public double PeakNewtons { get; init; }

    public double BreathsPerMinute { get; init; }

    public required DrillScore Score { get; init; }

    /// <summary>The samples, packed (see <c>Recordings</c>).</summary>
    public required byte[] Recording { get; init; }
}
