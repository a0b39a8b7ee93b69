using OneWhole.Cli;

return CommandLine.Run(args, Console.Out, Console.Error);
