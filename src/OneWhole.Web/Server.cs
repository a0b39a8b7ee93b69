using System.IO.Compression;
using System.Text.Json.Serialization;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;
using Microsoft.AspNetCore.ResponseCompression;
using OneWhole.App;
using OneWhole.Core.Forms;
using OneWhole.Store;

namespace OneWhole.Web;

/// <summary>Puts the server together. Nothing is opened before the host starts.</summary>
public static class Server
{
    public const string DefaultAddress = "http://127.0.0.1:5170";

    public static WebApplication Build(string[] args)
    {
        WebApplicationBuilder builder = WebApplication.CreateBuilder(new WebApplicationOptions
        {
            Args = args,
            ContentRootPath = AppContext.BaseDirectory,
            WebRootPath = FindWebRoot(),
        });
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
        app.MapOpenApi("/openapi/v1.json");
        app.MapTables(mostUpload);
        app.MapStudies();
        app.MapBriefings();
        app.MapHandOvers(mostUpload);
        app.MapSources();
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
        string data = builder.Configuration["data"] ?? Path.Combine(Directory.GetCurrentDirectory(), "data", "onewhole.db");
        services.AddSingleton(new Database(data));
        services.AddSingleton<DocumentStore>();
        services.AddSingleton<CellStore>();
        services.AddSingleton(new TableCache(builder.Configuration.GetValue("Limits:TableCacheBytes", 4L << 30)));
        services.AddSingleton<TableService>();
        services.AddSingleton<StudyService>();
        services.AddSingleton<ImportJobs>();
        services.AddSingleton<HandOverJobs>();
        services.AddSingleton<RefreshService>();
        services.AddSingleton(provider => new SourceService(provider.GetRequiredService<DocumentStore>(), provider.GetRequiredService<TableService>(),
            provider.GetRequiredService<RefreshService>(), provider.GetRequiredService<ImportJobs>(), mostUpload));
        services.AddSingleton<BriefingService>();
        services.AddSingleton<BriefingRefreshService>();
        services.AddSingleton<BundleService>();
        services.AddSingleton(FormList.Standard);
        services.AddSingleton(provider => new DemoService(
            provider.GetRequiredService<DocumentStore>(), provider.GetRequiredService<TableService>(), provider.GetRequiredService<StudyService>(),
            provider.GetRequiredService<SourceService>(), provider.GetRequiredService<BriefingService>(), builder.Configuration["demo"]));
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

    /// <summary>The built front end: beside the program, or in the source tree.</summary>
    private static string? FindWebRoot()
    {
        for (string? at = AppContext.BaseDirectory; at is not null; at = Path.GetDirectoryName(at))
        {
            string beside = Path.Combine(at, "wwwroot"), source = Path.Combine(at, "src", "OneWhole.Web", "wwwroot");
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
    private sealed class StartUp(Database database, TableService tables, DemoService demo, IConfiguration configuration, IHostApplicationLifetime lifetime, IServer server) : IHostedService
    {
        public Task StartAsync(CancellationToken cancellationToken)
        {
            database.Prepare();
            tables.CleanUp();
            if (configuration.GetValue("load-demo", false))
            {
                demo.LoadOnce();
            }
            if (configuration.GetValue("announce", false))
            {
                lifetime.ApplicationStarted.Register(() => Console.WriteLine($"One Whole is ready at {string.Join(", ", server.Features.Get<IServerAddressesFeature>()?.Addresses ?? [])}"));
            }
            return Task.CompletedTask;
        }

        public Task StopAsync(CancellationToken cancellationToken) => Task.CompletedTask;
    }
}
