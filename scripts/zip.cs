// "dotnet run scripts/zip.cs FOLDER FILE": a folder as a ZIP archive, for machines that have no tar.
#:property PublishAot=false
#:property RestorePackagesWithLockFile=false
System.IO.Compression.ZipFile.CreateFromDirectory(
    args[0],
    args[1],
    System.IO.Compression.CompressionLevel.Optimal,
    includeBaseDirectory: true
);
