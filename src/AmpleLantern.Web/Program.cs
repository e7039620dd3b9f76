using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Data.Keeping;
using AmpleLantern.Exchange;
using AmpleLantern.Exchange.Knowledge;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Arrive;
using AmpleLantern.Web.Atlas;
using AmpleLantern.Web.Bench;
using AmpleLantern.Web.Clients;
using AmpleLantern.Web.Courses;
using AmpleLantern.Web.Giving;
using AmpleLantern.Web.Hosting;
using AmpleLantern.Web.Intake;
using AmpleLantern.Web.Keeping;
using AmpleLantern.Web.Learning;
using AmpleLantern.Web.Library;
using AmpleLantern.Web.Papers;
using AmpleLantern.Web.Planning;
using AmpleLantern.Web.Practice;
using AmpleLantern.Web.Pressure;
using AmpleLantern.Web.Reflect;
using AmpleLantern.Web.Rules;
using AmpleLantern.Web.Screening;
using AmpleLantern.Web.Serving;
using AmpleLantern.Web.Time;
using AmpleLantern.Web.Today;
using AmpleLantern.Web.Visits;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.SignalR;
using NodaTime;
using Serilog;
using Serilog.Events;

Directories.OwnOnly();
if (args is [var what, ..] && DataCommands.Knows(what))
{
    // Only what begins with dashes: a file's path with a slash in front would be read as a setting.
    var settings = args.SkipWhile(a => !a.StartsWith("--", StringComparison.Ordinal)).ToArray();
    return await DataCommands.Run([.. args.Except(settings)], new ConfigurationBuilder().AddCommandLine(settings).Build());
}

_ = Task.Run(Database.Warm);
var builder = WebApplication.CreateBuilder(args);
var data = Path.GetFullPath(builder.Configuration["data"] ?? "data");
builder.Host.UseSerilog(
    (_, log) =>
        log
            .MinimumLevel.Information()
            .MinimumLevel.Override("Microsoft", LogEventLevel.Warning)
            // What a row holds must not get into the log; a row that cannot be read is told of on the page.
            .MinimumLevel.Override("Microsoft.EntityFrameworkCore", LogEventLevel.Fatal)
            .MinimumLevel.Override("Microsoft.AspNetCore.DataProtection", LogEventLevel.Error)
            .MinimumLevel.Override("Microsoft.AspNetCore.Antiforgery", LogEventLevel.Error)
            // A refusal is an answer; real failures are logged where they are turned into one.
            .MinimumLevel.Override("Microsoft.AspNetCore.Diagnostics.ExceptionHandlerMiddleware", LogEventLevel.Fatal)
            .MinimumLevel.Override("Microsoft.AspNetCore.SignalR.Internal.DefaultHubDispatcher", LogEventLevel.Fatal)
            .WriteTo.Console(outputTemplate: "{Timestamp:HH:mm:ss} {Level:u3} {Message:lj}{NewLine}{Exception}")
            // Made with the first line there is to write; two weeks are kept.
            .WriteTo.File(
                Path.Combine(data, "logs", "lantern-.log"),
                rollingInterval: RollingInterval.Day,
                retainedFileCountLimit: 14,
                fileSizeLimitBytes: 20_000_000,
                rollOnFileSizeLimit: true,
                outputTemplate: "{Timestamp:yyyy-MM-dd HH:mm:ss.fff zzz} {Level:u3} {Message:lj}{NewLine}{Exception}",
                formatProvider: System.Globalization.CultureInfo.InvariantCulture
            )
);
builder.WebHost.ConfigureKestrel(k => k.Limits.MaxRequestBodySize = 2_000_000);

KnowledgeBase knowledge;
try
{
    if (args is ["draw-figures"])
    {
        KnowledgeFolder.CheckShipped();
    }

    knowledge = KnowledgeFolder.Load(builder.Configuration["knowledge"] ?? KnowledgeFolder.Shipped);
}
catch (KnowledgeException e)
{
    Console.Error.WriteLine(e.Message);
    return 1;
}

if (args is ["draw-figures"])
{
    FigureStore.DrawShipped(knowledge, FigureStore.Shipped);
    return 0;
}

builder.Services.AddSingleton(knowledge);

// Whoever screens asks for the practice's knowledge: the shipped one with its own rules.
builder.Services.AddTransient(p => p.GetRequiredService<RuleBook>().Current);
builder.Services.AddSingleton<IClock>(SystemClock.Instance);
builder.Services.AddSingleton(TimeProvider.System);
builder.Services.AddSingleton<PracticeClock>();
builder.Services.AddSingleton<StaffNames>();
builder.Services.AddMemoryCache(o => o.SizeLimit = builder.Configuration.GetValue("Memory:CacheMegabytes", 256L) << 20);
builder.Services.AddSingleton<BasisStore>();
builder.Services.AddSingleton<VisitNews>();
builder.Services.AddScoped<SessionStart>();
builder.Services.AddSingleton<SetupCode>();
builder.Services.AddSingleton<ReadTrail>();
builder.Services.AddScoped<VisitStore>();
builder.Services.AddScoped<Merging>();
builder.Services.AddSingleton<PaperProgress>();
builder.Services.AddScoped<ClientBody>();
builder.Services.AddSingleton(new AtlasSearch(knowledge.Atlas, knowledge.Regions));
builder.Services.AddSingleton(p => new PlanReach(knowledge, p.GetRequiredService<FigureStore>().Reached));
builder.Services.AddScoped<VisitPressure>();
builder.Services.AddScoped<OwnDrills>();
builder.Services.AddScoped<OwnPlaces>();
builder.Services.AddScoped<OwnDays>();
builder.Services.AddSingleton<DrillSessions>();
builder.Services.AddSingleton(
    new BenchSettings(knowledge.Pace.BreathsPerMinute, builder.Configuration.GetValue<double?>("mat:unplugAfterSeconds"))
);
builder.Services.AddSingleton<LinesEndWithSignIn>();
builder
    .Services.AddSignalR(o => o.AddFilter<LinesEndWithSignIn>())
    .AddJsonProtocol(o => OpenJson.Configure(o.PayloadSerializerOptions, strict: true));
builder.Services.AddSingleton<PressureArtist>();
builder.Services.AddSingleton<PressureMemo>();
builder.Services.AddSingleton<RuleBook>();
builder.Services.AddSingleton<Rescreen>();
builder.Services.AddSingleton<CheckRun>();
builder.Services.AddSingleton(new FactWords(knowledge));
builder.Services.AddHostedService<FigureDrawer>();

// The document generator starts this program too, only to look at its routes: there are no data then.
var serving = System.Reflection.Assembly.GetEntryAssembly()?.GetName().Name != "GetDocument.Insider";
if (serving)
{
    builder.Services.AddHostedService<ChainKeeper>();
    builder.Services.AddHostedService<ClockWatch>();
}

builder.Services.AddHealthChecks().AddCheck<Health>("database");
builder.Services.AddSingleton<CopySchedule>();
builder.Services.AddHostedService(p => p.GetRequiredService<CopySchedule>());
builder.Services.AddLanternDatabase(data);
builder.Services.AddSingleton<Memo>();
builder.Services.AddSingleton(p => new FigureStore(
    knowledge,
    p.GetRequiredService<Memo>(),
    FigureStore.Shipped,
    // A figure is named after all it is drawn from: several programs may keep theirs in one folder.
    builder.Configuration["figures"]
        ?? Path.Combine(data, "figures")
));

// Sign-ins survive a restart, and everything a practice has to keep lies in one folder.
builder.Services.AddDataProtection().SetApplicationName("AmpleLantern").PersistKeysToFileSystem(new(Path.Combine(data, "keys")));
builder.Services.ConfigureHttpJsonOptions(o => OpenJson.Configure(o.SerializerOptions, strict: true));

// A body that cannot be read is told of like every other refusal, in Production as well.
builder.Services.Configure<RouteHandlerOptions>(o => o.ThrowOnBadRequest = true);
builder.Services.AddResponseCompression(o => o.EnableForHttps = true);
builder.Services.AddOpenApiDocument();
builder.Services.AddScoped<PlanSources>();
builder.Services.AddScoped<LibraryCards>();
builder.AddAccess();
try
{
    builder.AddProxy();
}
catch (DataException e)
{
    Console.Error.WriteLine(e.Message);
    return DataCommands.DataTrouble;
}

var app = builder.Build();
app.UseProxy();
app.UseSecureHeaders();
app.UseProblems();
app.UseResponseCompression();
app.UseDefaultFiles();
app.UseStaticFiles();
app.UseRouting();
app.UseAuthentication();
app.UseRateLimiter();
app.UseCsrf();
app.UseAuthorization();
app.UseBodySense();

var api = app.MapGroup("/api").RequireAuthorization();
api.MapSignIn();
api.MapOwnDoor();
api.MapPeople();
api.MapToday();
api.MapOwnDay();
api.MapBookings();
api.MapClients();
api.MapHistory();
api.MapPast();
api.MapMerging();
api.MapReading();
api.MapHomePages();
api.MapClientPapers();
api.MapPractice();
api.MapCopies();
api.MapCheck();
api.MapRules();
api.MapTechniques();
api.MapSchools();
api.MapLibrary();
api.MapPhone();
api.MapPhoneBody();
api.MapAtlas();
api.MapOwnBody();
api.MapBench();
api.MapLearning();
api.MapCourses();
api.MapOwnPhrases();
var visit = api.MapGroup("/visits/{visitId:guid}").RequireAuthorization(Policies.Treat).WithReadsInTrail();
visit.MapVisit();
visit.MapArrive();
visit.MapCards();
visit.MapInterviews();
visit.MapIntake();
visit.MapScreen();
visit.MapClearances();
visit.MapPapers();
visit.MapOwnLimits();
visit.MapPlan();
visit.MapFromLast();
visit.MapPressure();
visit.MapGive();
visit.MapFoundBefore();
visit.MapOffers();
visit.MapAmend();
visit.MapReflect();
app.MapHub<MatHub>("/hubs/mat", o => o.CloseOnAuthenticationExpiration = true);
app.MapHub<VisitHub>("/hubs/visits", o => o.CloseOnAuthenticationExpiration = true);
app.MapHealthChecks("/health").AllowAnonymous();
app.MapOpenApi("/api/openapi/{documentName}.json").AllowAnonymous();

// Pages have addresses of their own; an address of the API that does not exist is no page.
app.MapFallbackToFile("{*path:nonfile:regex(^(?!(api|hubs)(/|$)).*$)}", "index.html");

// Named here, so that the addresses can be worked out while the database is looked at.
app.UseEndpoints(_ => { });
if (serving)
{
    _ = Task.Run(() => app.Services.GetRequiredService<EndpointDataSource>().Endpoints.Count);
    try
    {
        await Startup.Prepare(app);
    }
    catch (Exception e) when (DataFaults.Sentence(e, data) is not null)
    {
        Console.Error.WriteLine(DataFaults.Sentence(e, data));
        return DataCommands.DataTrouble;
    }
}

app.Run();
return 0;

/// <summary>Named for the tests that start the whole program.</summary>
public partial class Program;
