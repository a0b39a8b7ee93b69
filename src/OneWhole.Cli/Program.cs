using OneWhole.Cli;

// Numbers and labels read the same on every machine, whatever its language.
System.Globalization.CultureInfo.DefaultThreadCurrentCulture = System.Globalization.CultureInfo.InvariantCulture;
System.Globalization.CultureInfo.CurrentCulture = System.Globalization.CultureInfo.InvariantCulture;
return CommandLine.Run(args, Console.Out, Console.Error);
