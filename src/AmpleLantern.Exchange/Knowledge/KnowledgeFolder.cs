using System.Security.Cryptography;
using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Exchange.Knowledge;

/// <summary>Reads the <c>knowledge/</c> folder, validates it against its schemas and cross-checks it.</summary>
public static class KnowledgeFolder
{
    /// <summary>The folder that ships with the program.</summary>
    public static string Shipped => Path.Combine(AppContext.BaseDirectory, "knowledge");

    /// <summary>
    /// Says which knowledge this very build has checked already, so that a start need not do it again. Written once by the build; any other
    /// file, schema or build is checked in full.
    /// </summary>
    public static string Seal => Path.Combine(AppContext.BaseDirectory, "knowledge.checked");

    /// <summary>Checks the shipped knowledge in full and seals it for this build.</summary>
    public static void CheckShipped()
    {
        File.Delete(Seal);
        _ = Read(Shipped);
        File.WriteAllText(Seal, SealOf(Shipped));
    }

    /// <exception cref="KnowledgeException">
    /// Something is wrong; the message names each file, the path inside it and the reason.
    /// </exception>
    public static KnowledgeBase Load(string folder) => folder == Shipped ? OfThisProcess.Value : Read(folder);

    /// <summary>What ships does not change while the program runs, so it is read once, and what is worked out from it is kept.</summary>
    private static readonly Lazy<KnowledgeBase> OfThisProcess = new(() => Read(Shipped));

    private static KnowledgeBase Read(string folder)
    {
        var isChecked = File.Exists(Seal) && File.ReadAllText(Seal) == SealOf(folder);
        var files = new KnowledgeFiles(folder, isChecked ? null : new Schemas(folder));
        var knowledge = new KnowledgeBase(files.Version, Kind.All.Select(files.Catalogue).ToList());
        if (!isChecked)
        {
            files.Refuse(KnowledgeChecks.Problems(knowledge));
        }

        return knowledge;
    }

    /// <summary>Everything that is read and whatever reads it, in one hash. Empty where there is nothing to read.</summary>
    private static string SealOf(string folder)
    {
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        foreach (var type in new[] { typeof(KnowledgeFolder), typeof(KnowledgeBase) })
        {
            hash.AppendData(type.Module.ModuleVersionId.ToByteArray());
        }

        foreach (
            var file in (Directory.Exists(folder) ? Directory.GetFiles(folder, "*.json", SearchOption.AllDirectories) : []).Order(
                StringComparer.Ordinal
            )
        )
        {
            hash.AppendData(System.Text.Encoding.UTF8.GetBytes(Path.GetRelativePath(folder, file)));
            hash.AppendData(File.ReadAllBytes(file));
        }

        return Convert.ToHexStringLower(hash.GetHashAndReset());
    }
}
