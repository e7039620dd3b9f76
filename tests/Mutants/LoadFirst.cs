using System.Runtime.CompilerServices;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Exchange.Knowledge;

namespace AmpleLantern.Core.Tests;

/// <summary>
/// The knowledge is read before anything is broken. One process is used for many breaks: one that hit the reading would leave every
/// later test without knowledge, and count as noticed by all of them.
/// </summary>
internal static class LoadFirst
{
    [ModuleInitializer]
    internal static void Load()
    {
        // Checked once for all processes: a check for each break would take longer than the tests.
        if (!File.Exists(KnowledgeFolder.Seal))
        {
            KnowledgeFolder.CheckShipped();
        }

        _ = Known.Base;
    }
}
