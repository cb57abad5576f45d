global using Hexaprep.Testing;

[assembly: AssemblyFixture(typeof(TestDatabases))]
