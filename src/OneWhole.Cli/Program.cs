using System.Globalization;
using System.Text;
using OneWhole.Cli;
using OneWhole.Formats;

IcuCheck.EndWithoutIcu();

// Numbers and labels read the same on every machine, whatever its language.
CultureInfo.DefaultThreadCurrentCulture = CultureInfo.InvariantCulture;
CultureInfo.CurrentCulture = CultureInfo.InvariantCulture;
using var output = new StreamWriter(Console.OpenStandardOutput(), new UTF8Encoding(false));
using var error = new StreamWriter(Console.OpenStandardError(), new UTF8Encoding(false)) { AutoFlush = true };
return CommandLine.Run(args, new Streams(output, error, Console.OpenStandardOutput, !Console.IsErrorRedirected));
