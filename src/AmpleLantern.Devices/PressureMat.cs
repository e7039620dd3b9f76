using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Training;

namespace AmpleLantern.Devices;

/// <summary>A mat that tells how hard each hand presses. A real one would be read here; the stand-ins below are.</summary>
public interface IPressureMat
{
    /// <summary>What it is called on screen and in the record.</summary>
    string Name { get; }

    /// <summary>Readings as they come, until it ends or is cancelled. A mat that breaks off simply stops sending.</summary>
    IAsyncEnumerable<MatSample> Read(CancellationToken cancelled);
}

/// <summary>A mat that is pressed by the program, because nobody kneels on it.</summary>
public interface IPressedMat : IPressureMat
{
    /// <summary>The force wanted under each hand, in newtons.</summary>
    void Press(double leftNewtons, double rightNewtons);
}
