using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Hosting;
using AmpleLantern.Web.Practice;
using AmpleLantern.Web.Rules;
using AmpleLantern.Web.Serving;

namespace AmpleLantern.Web.Visits;

/// <summary>A basis unpacked, and the knowledge as its session reads it.</summary>
public sealed record ReadBasis(Guid Id, SessionBasis Basis, PracticeKnowledge Knowledge);

/// <summary>Unpacks bases. They never change, so one unpacked is kept while there is room.</summary>
public sealed class BasisStore(Memo memo, RuleBook book)
{
    public IReadOnlyList<ReadBasis> Of(Visit visit) => [.. visit.Bases.OrderBy(b => b.From).ThenBy(b => b.Id).Select(Read)];

    private ReadBasis Read(StoredBasis stored)
    {
        var now = book.Current;
        return memo.Of(
            ("basis", stored.Id, now.Version),
            stored.Document.Length * Unpacked,
            () =>
            {
                var basis = stored.Read();
                return new ReadBasis(stored.Id, basis, basis.Words.Over(now));
            }
        );
    }

    /// <summary>About how much larger a document is once unpacked.</summary>
    private const long Unpacked = 20;
}
