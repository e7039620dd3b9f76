using System.Linq.Expressions;
using AmpleLantern.Core.Bodies;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace AmpleLantern.Data.Checking;

/// <summary>A row of a list that cannot be read.</summary>
/// <param name="Why">What about it, as whoever reads it said.</param>
public sealed record OddRow<TKey>(TKey Id, string Why);

/// <summary>Reads lists so that one row that cannot be read does not take the others with it.</summary>
public static class Rows
{
    /// <summary>All rows of a query as far as they can be read, in its order, and those that cannot.</summary>
    /// <param name="key">The column that tells one row from another.</param>
    public static async Task<(List<T> Read, List<OddRow<TKey>> Odd)> ReadableAsync<T, TKey>(
        this IQueryable<T> query,
        Expression<Func<T, TKey>> key
    )
        where T : class
    {
        try
        {
            return (await query.ToListAsync(), []);
        }
        catch (Exception e) when (IsOfTheRow(e))
        {
            var (read, odd) = (new List<T>(), new List<OddRow<TKey>>());
            foreach (var id in await query.Select(key).ToListAsync())
            {
                var one = Expression.Lambda<Func<T, bool>>(
                    Expression.Equal(key.Body, Expression.Constant(id, typeof(TKey))),
                    key.Parameters
                );
                try
                {
                    read.AddRange(await query.Where(one).ToListAsync());
                }
                catch (Exception row) when (IsOfTheRow(row))
                {
                    odd.Add(
                        new(
                            id,
                            row is System.Text.Json.JsonException ? "what is stored is cut off or damaged." : $"{row.Message.TrimEnd('.')}."
                        )
                    );
                }
            }

            return (read, odd);
        }
    }

    /// <summary>Whether it is what stands in the row that is at fault, and not the database or whoever gave up waiting.</summary>
    public static bool IsOfTheRow(Exception e) =>
        e is not (SqliteException or OperationCanceledException or OutOfMemoryException or ObjectDisposedException);
}
