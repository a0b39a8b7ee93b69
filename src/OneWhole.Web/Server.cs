using System.IO.Compression;
using System.Text.Json.Serialization;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;
using Microsoft.AspNetCore.ResponseCompression;
using OneWhole.App;
using OneWhole.App.Briefings;
using OneWhole.App.Changing;
using OneWhole.App.Colours;
using OneWhole.App.Elsewhere;
using OneWhole.App.HandingOver;
using OneWhole.App.Importing;
using OneWhole.App.Memory;
using OneWhole.App.Numbers;
using OneWhole.App.Refreshing;
using OneWhole.App.Sources;
using OneWhole.App.Studies;
using OneWhole.App.Tables;
using OneWhole.App.Waiting;
using OneWhole.Core.Forms;
using OneWhole.Engines;
using OneWhole.Formats;
using OneWhole.Store;

namespace OneWhole.Web;

/// <summary>Puts the server together. Nothing is opened before the host starts.</summary>
public static class Server
{
    public const string DefaultAddress = "http://127.0.0.1:5170";

    /// <summary>Where everything is kept, unless --data says otherwise.</summary>
    public static string DefaultData => Path.Combine(Directory.GetCurrentDirectory(), "data", "onewhole.db");

    public static WebApplication Build(string[] args)
    {
        WebApplicationBuilder builder = WebApplication.CreateBuilder(
            new WebApplicationOptions
            {
                Args = args,
                ContentRootPath = AppContext.BaseDirectory,
                WebRootPath = FindWebRoot(),
            }
        );
        if (builder.Configuration["urls"] is null && Environment.GetEnvironmentVariable("ASPNETCORE_URLS") is null)
        {
            builder.WebHost.UseUrls(DefaultAddress);
        }
        long mostUpload = builder.Configuration.GetValue("Limits:UploadBytes", 2L << 30);
        builder.WebHost.ConfigureKestrel(options =>
        {
            options.AddServerHeader = false;
            options.Limits.MaxRequestBodySize = builder.Configuration.GetValue("Limits:RequestBytes", 4L << 20);
        });
        builder.Logging.SetMinimumLevel(LogLevel.Warning);
        ConfigureServices(builder, mostUpload);
        WebApplication app = builder.Build();
        app.UseMiddleware<SafetyMiddleware>();
        app.UseMiddleware<ProblemMiddleware>();
        app.UseResponseCompression();
        app.UseNumberStyle();
        app.MapOpenApi("/openapi/v1.json");
        app.MapTables(mostUpload);
        app.MapStudies();
        app.MapBriefings();
        app.MapHandOvers(mostUpload);
        app.MapSources();
        app.MapEngines();
        app.MapColours();
        app.MapTakenAway();
        app.MapNumbers();
        if (builder.Configuration["demo"] is { } demo && Directory.Exists(Path.Combine(demo, "feed")))
        {
            app.MapFeed(Path.GetFullPath(Path.Combine(demo, "feed")));
        }
        app.MapFrontEnd();
        return app;
    }

    private static void ConfigureServices(WebApplicationBuilder builder, long mostUpload)
    {
        IServiceCollection services = builder.Services;
        string data = builder.Configuration["data"] ?? DefaultData;
        services.AddSingleton(new Database(data));
        services.AddSingleton<DocumentStore>();
        services.AddSingleton<CellStore>();
        var memory = new MemoryBudget(Size(builder.Configuration, "memory") ?? MemoryBudget.UsualBytes);
        services.AddSingleton(memory);
        long working = Size(builder.Configuration, "job-memory") ?? GC.GetGCMemoryInfo().TotalAvailableMemoryBytes / 2;
        services.AddSingleton(
            new WaitingRoom(new WaitingLimits { WorkingBytes = working }, null, () => InUse(working + memory.Bytes) - memory.Bytes)
        );
        services.AddSingleton<Changes>();
        services.AddSingleton<TableDocuments>();
        services.AddSingleton<SourceDocuments>();
        services.AddSingleton(provider => ActivatorUtilities.CreateInstance<TakenAway>(provider));
        services.AddSingleton<Freshness>(_ => new Freshness());
        services.AddSingleton<IPasswordKeeper, ProtectedPasswords>();
        services.AddSingleton(provider => new Passwords(
            provider.GetRequiredService<IPasswordKeeper>(),
            builder.Configuration["passwords"]
        ));
        services.AddSingleton(provider => new EnginePool(
            provider.GetRequiredService<Passwords>(),
            new EngineLimits
            {
                Question = TimeSpan.FromMinutes(builder.Configuration.GetValue("engine-minutes", EngineLimits.Usual.Question.TotalMinutes)),
                Connections = builder.Configuration.GetValue("engine-connections", EngineLimits.Usual.Connections),
                Memory = Size(builder.Configuration, "engine-memory") ?? EngineLimits.Usual.Memory,
                SpillFolder = data + ".tmp",
            }
        ));
        services.AddSingleton<LeftRows>();
        services.AddSingleton<LeftTables>();
        services.AddSingleton<TableRows>();
        services.AddSingleton<TableImport>();
        services.AddSingleton<ColumnChanges>();
        services.AddSingleton<TableSteps>();
        services.AddSingleton<TableTyping>();
        services.AddSingleton<TableQuestions>();
        services.AddSingleton<StudyDocuments>();
        services.AddSingleton<StudyComputing>();
        services.AddSingleton<StudyViews>();
        services.AddSingleton<StudyService>();
        services.AddSingleton<StudyQuestions>();
        services.AddSingleton<StudyHandOver>();
        services.AddSingleton<ImportJobs>();
        services.AddSingleton<HandOverJobs>();
        services.AddSingleton<FreshReading>();
        services.AddSingleton<RefreshService>();
        services.AddSingleton(provider => ActivatorUtilities.CreateInstance<SourceService>(provider, mostUpload));
        services.AddSingleton<ColourSets>();
        services.AddSingleton<NumberSettings>();
        services.AddSingleton(provider =>
            ActivatorUtilities.CreateInstance<WordSettings>(
                provider,
                builder.Configuration["demo"] is { Length: > 0 } shipped ? Path.Combine(shipped, "words") : ""
            )
        );
        services.AddSingleton<BriefingDocuments>();
        services.AddSingleton<BriefingService>();
        services.AddSingleton<BriefingRefreshService>();
        services.AddSingleton<BundleService>();
        services.AddSingleton(FormList.Standard);
        services.AddSingleton(provider => ActivatorUtilities.CreateInstance<DemoService>(provider, builder.Configuration["demo"] ?? ""));
        // The build starts the host only to write the contract down; that must open no database.
        if (System.Reflection.Assembly.GetEntryAssembly()?.GetName().Name != "GetDocument.Insider")
        {
            services.AddHostedService<StartUp>();
        }
        services.AddOpenApi("v1");
        // So that a request that can't be read is answered with a sentence, too.
        services.Configure<RouteHandlerOptions>(options => options.ThrowOnBadRequest = true);
        services.ConfigureHttpJsonOptions(options =>
        {
            options.SerializerOptions.PropertyNamingPolicy = Json.Options.PropertyNamingPolicy;
            options.SerializerOptions.PropertyNameCaseInsensitive = false;
            options.SerializerOptions.AllowDuplicateProperties = false;
            options.SerializerOptions.UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow;
            options.SerializerOptions.NumberHandling = JsonNumberHandling.Strict;
            // What is missing or null where it must not be is a wrong request, not a fault further on.
            options.SerializerOptions.RespectNullableAnnotations = true;
            options.SerializerOptions.RespectRequiredConstructorParameters = true;
            options.SerializerOptions.AllowOutOfOrderMetadataProperties = true;
            options.SerializerOptions.Encoder = Json.Options.Encoder;
            foreach (JsonConverter converter in Json.Options.Converters)
            {
                options.SerializerOptions.Converters.Add(converter);
            }
        });
        services.AddResponseCompression(options =>
        {
            options.MimeTypes = ResponseCompressionDefaults.MimeTypes.Append("image/svg+xml");
        });
        services.Configure<GzipCompressionProviderOptions>(options => options.Level = CompressionLevel.Fastest);
        services.Configure<BrotliCompressionProviderOptions>(options => options.Level = CompressionLevel.Fastest);
    }

    /// <summary>A size among the settings: "512" or "512MB", "2GB".</summary>
    /// <exception cref="StoreException">It is no such size.</exception>
    private static long? Size(ConfigurationManager settings, string name)
    {
        if (settings[name] is not { } text || string.IsNullOrWhiteSpace(text))
        {
            return null;
        }
        string number = text.Trim().ToUpperInvariant().TrimEnd('B');
        int shift = number.EndsWith('G') ? 30 : 20;
        return
            long.TryParse(number.TrimEnd('G', 'M', ' '), System.Globalization.CultureInfo.InvariantCulture, out long size)
            && size is > 0 and < 1 << 20
            ? size << shift
            : throw new StoreException($"--{name} is \"{text}\"; it must be a size like 512MB or 2GB.");
    }

    /// <summary>Bytes of objects in use; garbage is only told from them where there are more than this.</summary>
    private static long InUse(long more) =>
        GC.GetTotalMemory(forceFullCollection: false) is var all && all <= more ? all : GC.GetTotalMemory(forceFullCollection: true);

    /// <summary>The built front end: beside the program, or in the source tree.</summary>
    private static string? FindWebRoot()
    {
        for (string? at = AppContext.BaseDirectory; at is not null; at = Path.GetDirectoryName(at))
        {
            string beside = Path.Combine(at, "wwwroot"),
                source = Path.Combine(at, "src", "OneWhole.Web", "wwwroot");
            if (File.Exists(Path.Combine(beside, "index.html")))
            {
                return beside;
            }
            if (File.Exists(Path.Combine(source, "index.html")))
            {
                return source;
            }
        }
        return null;
    }

    /// <summary>Opens the database when the host starts, and loads the demo where one was asked for.</summary>
    private sealed class StartUp(
        Database database,
        TableDocuments tables,
        TakenAway takenAway,
        DemoService demo,
        WaitingRoom room,
        IConfiguration configuration,
        IHostApplicationLifetime lifetime,
        IServer server
    ) : IHostedService
    {
        private DataLock? _lock;

        public Task StartAsync(CancellationToken cancellationToken)
        {
            // Before anything is read or removed: another process may have the file.
            _lock = DataLock.Take(database.Path);
            SweepTemporary(database.Path);
            database.Prepare(NamesToIds.Migration);
            takenAway.Sweep();
            tables.CleanUp();
            if (configuration.GetValue("load-demo", false))
            {
                demo.LoadOnce();
            }
            if (configuration.GetValue("announce", false))
            {
                lifetime.ApplicationStarted.Register(() =>
                    Console.WriteLine(
                        $"One Whole is ready at {string.Join(", ", server.Features.Get<IServerAddressesFeature>()?.Addresses ?? [])}"
                    )
                );
            }
            return Task.CompletedTask;
        }

        /// <summary>Temporary files have a folder of their own beside the data file; what a killed process left there goes.</summary>
        private static void SweepTemporary(string data)
        {
            string folder = data + ".tmp";
            try
            {
                if (OperatingSystem.IsWindows())
                {
                    Directory.CreateDirectory(folder);
                }
                else
                {
                    Directory.CreateDirectory(folder, UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute);
                }
                foreach (string file in Directory.GetFiles(folder, "onewhole-*"))
                {
                    File.Delete(file);
                }
            }
            catch (Exception fault) when (fault is IOException or UnauthorizedAccessException)
            {
                throw new StoreException(
                    $"{folder} can't be used for temporary files: there must be room on the disk, and this user must "
                        + "have the right to write it.",
                    fault
                );
            }
            TemporaryFile.Folder = folder;
        }

        public Task StopAsync(CancellationToken cancellationToken)
        {
            room.Dispose();
            _lock?.Dispose();
            return Task.CompletedTask;
        }
    }
}
