// A process has one server and one folder for its temporary files: tests that start servers in this one take turns.
[assembly: Xunit.CollectionBehavior(DisableTestParallelization = true)]
