using OneWhole.Web;

WebApplication app = Server.Build(args);
app.Run();

/// <summary>The entry point, named so that tests can start the server in their own process.</summary>
public partial class Program;
