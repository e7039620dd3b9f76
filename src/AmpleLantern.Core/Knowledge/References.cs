using System.Collections;
using System.Collections.Concurrent;
using System.Reflection;
using System.Text.Json;

namespace AmpleLantern.Core.Knowledge;

/// <summary>A value, or each value of a list, or each key of a map, is the id of an entry of one of these kinds.</summary>
[AttributeUsage(AttributeTargets.Parameter | AttributeTargets.Property)]
public abstract class RefersToAttribute(params Type[] records) : Attribute
{
    public IReadOnlyList<Type> Records => records;

    /// <summary>Of a map the values are meant, not the keys.</summary>
    public bool Values { get; init; }

    /// <summary>It may be another word instead, such as a whole limb: renamed with its kind, but not missed.</summary>
    public bool OrAnother { get; init; }
}

/// <inheritdoc/>
public sealed class RefersToAttribute<T>() : RefersToAttribute(typeof(T))
    where T : IKnown;

/// <inheritdoc/>
public sealed class RefersToAttribute<T, TOther>() : RefersToAttribute(typeof(T), typeof(TOther))
    where T : IKnown
    where TOther : IKnown;

/// <summary>Finds every reference in an entry, however deep, by the attributes of its records.</summary>
public static class References
{
    private static readonly ConcurrentDictionary<Type, IReadOnlyList<Member>> Shapes = new();

    private sealed record Member(
        string Name,
        Func<object, object?> Read,
        Action<object, object?> Write,
        IReadOnlyList<Type>? RefersTo,
        bool Values,
        bool OrAnother
    );

    /// <summary>References that lead nowhere.</summary>
    /// <param name="entry">Any record.</param>
    public static IEnumerable<Flaw> Broken(object entry, KnowledgeBase knowledge) =>
        Of(entry, "")
            .SelectMany(r =>
                r.To.Select(t => knowledge.Of(t).Missing(r.Id)).ToList() is var missing && missing.All(m => m is not null)
                    ? [new Flaw(r.Path, missing[^1]!)]
                    : Array.Empty<Flaw>()
            );

    /// <summary>Every reference with where it stands and what it may lead to.</summary>
    public static IEnumerable<(string Path, string Id, IReadOnlyList<Type> To)> Of(object value, string path)
    {
        foreach (var member in Shapes.GetOrAdd(value.GetType(), Shape).Where(m => !m.OrAnother))
        {
            var at = $"{path}/{member.Name}";
            var found = (member.Read(value), member.RefersTo) switch
            {
                (null, _) => [],
                (string id, { } to) => [(at, id, to)],
                (IDictionary map, { } to) when member.Values => map
                    .Keys.Cast<string>()
                    .SelectMany(k => Values(map[k]!, $"{at}/{k}").Select(v => (v.Path, v.Id, to))),
                (IDictionary map, { } to) => map.Keys.Cast<string>().Select(k => ($"{at}/{k}", k, to)),
                (IEnumerable<string> ids, { } to) => ids.Select((id, i) => ($"{at}/{i}", id, to)),
                (string, null) => [],
                (IDictionary map, null) => map.Keys.Cast<object>().Where(k => map[k] is not null).SelectMany(k => Of(map[k]!, $"{at}/{k}")),
                (IEnumerable list, null) => list.Cast<object>().SelectMany((x, i) => Of(x, $"{at}/{i}")),
                ({ } inner, _) => Of(inner, at),
            };
            foreach (var reference in found)
            {
                yield return reference;
            }
        }
    }

    /// <summary>
    /// What was stored with ids of its time, with those of today: whatever compares ids would otherwise pass by what was only renamed.
    /// </summary>
    public static T Present<T>(T stored, KnowledgeBase knowledge)
        where T : class => knowledge.HasRenamed ? (T)Renewed(stored, knowledge) : stored;

    private static object Renewed(object stored, KnowledgeBase knowledge)
    {
        var renewed = stored;
        foreach (var member in Shapes.GetOrAdd(stored.GetType(), Shape))
        {
            if (
                member.Read(stored) is not { } value
                || Today(value, member, knowledge) is not { } now
                || ReferenceEquals(now, value)
                || now.Equals(value)
            )
            {
                continue;
            }

            renewed = ReferenceEquals(renewed, stored) ? Copy(stored) : renewed;
            member.Write(renewed, now);
        }

        return renewed;
    }

    private static object Today(object value, Member member, KnowledgeBase knowledge)
    {
        string Present(string id) => member.RefersTo!.Select(t => knowledge.Of(t).Present(id)).FirstOrDefault(now => now != id) ?? id;
        return (value, member.RefersTo) switch
        {
            (string id, not null) => Present(id),
            (IEnumerable<string> ids, not null) => ids.Any(id => Present(id) != id) ? ids.Select(Present).ToList() : value,
            (IDictionary or string, _) => value,
            (IEnumerable list, null) when list.Cast<object>().Select(x => Renewed(x, knowledge)).ToList() is var all => all.Zip(
                    list.Cast<object>()
                )
                .All(x => ReferenceEquals(x.First, x.Second))
                ? value
                : Typed(all, value),
            (_, null) => Renewed(value, knowledge),
            _ => value,
        };
    }

    /// <summary>The records again as the list they were in, whatever sort of list.</summary>
    private static IList Typed(IReadOnlyList<object> all, object was)
    {
        var item = was.GetType()
            .GetInterfaces()
            .First(i => i.IsGenericType && i.GetGenericTypeDefinition() == typeof(IEnumerable<>))
            .GetGenericArguments()[0];
        var list = (IList)Activator.CreateInstance(typeof(List<>).MakeGenericType(item))!;
        foreach (var one in all)
        {
            list.Add(one);
        }

        return list;
    }

    private static object Copy(object record) =>
        record.GetType().GetMethod("<Clone>$", BindingFlags.Instance | BindingFlags.Public | BindingFlags.NonPublic)!.Invoke(record, null)!;

    private static IEnumerable<(string Path, string Id)> Values(object value, string path) =>
        value is string id ? [(path, id)] : ((IEnumerable<string>)value).Select((x, i) => ($"{path}/{i}", x));

    /// <summary>The members of a record of ours that hold references or further records.</summary>
    private static IReadOnlyList<Member> Shape(Type type)
    {
        if (type.Assembly != typeof(References).Assembly || type.IsEnum)
        {
            return [];
        }

        // What a member refers to stands where it is written: at a parameter of the record, or at a property of its own.
        var parameters = type.GetConstructors().MaxBy(c => c.GetParameters().Length)?.GetParameters() ?? [];
        return
        [
            .. from property in type.GetProperties()
            where property.CanWrite
            let refersTo = ((ICustomAttributeProvider?)parameters.FirstOrDefault(p => p.Name == property.Name) ?? property)
                .GetCustomAttributes(typeof(RefersToAttribute), true)
                .Cast<RefersToAttribute>()
                .FirstOrDefault()
            where refersTo is not null || !IsPlain(property.PropertyType)
            select new Member(
                JsonNamingPolicy.CamelCase.ConvertName(property.Name),
                property.GetValue,
                property.SetValue,
                refersTo?.Records,
                refersTo?.Values ?? false,
                refersTo?.OrAnother ?? false
            ),
        ];
    }

    private static bool IsPlain(Type type) => type.IsValueType || type == typeof(string) || type == typeof(Source);
}
