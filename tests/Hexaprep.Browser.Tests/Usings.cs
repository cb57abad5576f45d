global using Hexaprep.Testing;

[assembly: AssemblyFixture(typeof(TestDatabases))]
[assembly: Parallelization(Mode = ParallelizationMode.None)]
