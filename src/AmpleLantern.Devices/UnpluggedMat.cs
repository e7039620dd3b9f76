using System.Runtime.CompilerServices;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Training;

namespace AmpleLantern.Devices;

/// <summary>A mat whose cable is pulled after a while: it stops sending and says nothing.</summary>
public sealed class UnpluggedMat(IPressedMat mat, double afterSeconds) : IPressedMat
{
    public string Name => mat.Name;

    public void Press(double leftNewtons, double rightNewtons) => mat.Press(leftNewtons, rightNewtons);

    public async IAsyncEnumerable<MatSample> Read([EnumeratorCancellation] CancellationToken cancelled)
    {
        await foreach (var sample in mat.Read(cancelled))
        {
            if (sample.Seconds > afterSeconds)
            {
                await Task.Delay(Timeout.Infinite, cancelled).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
                yield break;
            }

            yield return sample;
        }
    }
}
