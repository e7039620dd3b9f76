using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Outcomes;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Screening.Asking;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Data.Keeping;
using AmpleLantern.Data.Records;
using AmpleLantern.Exchange.Ask;
using Microsoft.AspNetCore.Identity;
using NodaTime;

namespace AmpleLantern.Demo;

/// <summary>Someone of the demo practice.</summary>
public sealed record DemoPerson(
    string Name,
    string DisplayName,
    string Role,
    double? PalmBreadthCm,
    double? FourFingersCm,
    Practitioner? Working = null
);

/// <summary>All that the demo's database begins with.</summary>
public sealed record DemoRecords(
    IReadOnlyList<ClientRecord> Clients,
    IReadOnlyCollection<StoredWords> Words,
    IReadOnlyList<Course> Courses
);

/// <summary>
/// The stilt house on Gannet Stair: a practice, its people and their histories, all invented. One visit stands at each
/// stage, and every outcome of a rule can be met.
/// </summary>
public static class DemoPractice
{
    /// <summary>For the demo only; a real practice sets its own at the first run.</summary>
    public const string Password = "gannet-stair-demo";

    public static readonly IReadOnlyList<DemoPerson> People =
    [
        new(
            "odile",
            "Odile Fenn",
            Roles.Owner,
            8.5,
            7.2,
            new(62, 1.66, AreasCm2: new Dictionary<string, double> { ["thumb"] = 3.2, ["arch-of-foot"] = 33 })
        ),
        new("teo", "Teo Marsh", Roles.Practitioner, 9.2, 7.9, new(84, 1.83)),
        new("pim", "Pim Reed", Roles.Student, 7.9, null),
        new("ansa", "Ansa Vole", Roles.Desk, null, null),
    ];

    /// <summary>
    /// What a database older than the mark is for: the demo where its first person comes in by the demo's password; what is wanted where
    /// nobody has been in it yet; a practice otherwise.
    /// </summary>
    public static DataKind KindOf(string database, DataKind wanted)
    {
        using var connection = Inspection.Open(database);
        using var command = connection.CreateCommand();
        command.CommandText = "SELECT (SELECT COUNT(*) FROM AspNetUsers), (SELECT PasswordHash FROM AspNetUsers WHERE UserName = $name)";
        command.Parameters.AddWithValue("$name", People[0].Name);
        using var reader = command.ExecuteReader();
        reader.Read();
        var demo =
            !reader.IsDBNull(1)
            && new PasswordHasher<DemoPerson>().VerifyHashedPassword(People[0], reader.GetString(1), Password)
                is not PasswordVerificationResult.Failed;
        return demo ? DataKind.Demo
            : reader.GetInt32(0) == 0 ? wanted
            : DataKind.Practice;
    }

    /// <summary>Everybody with their visits and courses, and the words their sessions were given in.</summary>
    public static DemoRecords Records(
        PracticeKnowledge knowledge,
        Instant now,
        DateTimeZone zone,
        IReadOnlyDictionary<string, string> staff
    )
    {
        var day = new DemoDay(knowledge, now, zone, staff);
        return new(day.Clients(), day.Words.Values, day.Courses);
    }
}
