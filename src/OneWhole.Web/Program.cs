using OneWhole.Web;

System.Globalization.CultureInfo.DefaultThreadCurrentCulture = System.Globalization.CultureInfo.InvariantCulture;
System.Globalization.CultureInfo.CurrentCulture = System.Globalization.CultureInfo.InvariantCulture;
WebApplication app = Server.Build(args);
app.Run();

/// <summary>The entry point, named so that tests can start the server in their own process.</summary>
public partial class Program;
