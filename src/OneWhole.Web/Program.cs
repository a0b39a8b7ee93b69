using OneWhole.Formats;
using OneWhole.Store;
using OneWhole.Web;

IcuCheck.EndWithoutIcu();
System.Globalization.CultureInfo.DefaultThreadCurrentCulture = System.Globalization.CultureInfo.InvariantCulture;
System.Globalization.CultureInfo.CurrentCulture = System.Globalization.CultureInfo.InvariantCulture;
try
{
    IConfiguration asked = new ConfigurationBuilder().AddCommandLine(args).Build();
    if (asked["back-up"] is { } copy)
    {
        new Database(asked["data"] ?? Server.DefaultData).BackUp(copy);
        Console.WriteLine($"{copy} is a copy of everything that was saved.");
        return 0;
    }
    Server.Build(args).Run();
    return 0;
}
catch (StoreException fault)
{
    return Fail(fault.Message);
}
catch (IOException taken) when (taken.InnerException is Microsoft.AspNetCore.Connections.AddressInUseException)
{
    return Fail($"{taken.Message.TrimEnd('.')}: stop the program that has it, or give another address (--urls http://127.0.0.1:5171).");
}
catch (Exception fault) when (fault is IOException or UnauthorizedAccessException or FormatException or System.Net.Sockets.SocketException)
{
    return Fail($"One Whole can't be started: {fault.Message}");
}

// One sentence, and no traces of calls.
static int Fail(string sentence)
{
    Console.Error.WriteLine(sentence.ReplaceLineEndings(" "));
    return 1;
}

/// <summary>The entry point, named so that tests can start the server in their own process.</summary>
public partial class Program;
