using Mono.Cecil;

namespace Hexaprep.Core.Tests;

/// <summary>The walls inside the core: a folder imports only those above it in the one list of their order. The compiler holds the walls
/// between projects; this reads what was compiled and holds those between their folders.</summary>
public sealed class ArchitectureTests
{
    /// <summary>The folders of the core, each importing only those before it.</summary>
    private static readonly string[] Order =
    [
        "Craft.Vocabulary",
        "Craft.Computation",
        "Craft.Fillers",
        "Craft.Joining",
        "Craft.Transfers",
        "Craft.Supplies",
        "Craft.Forecasting",
        "Craft.Compute",
        "Craft.Steps",
        "Craft.HouseRules",
        "Craft.Drying",
        "Craft.Routes",
        "Craft.Permissions",
        "Craft.Inspections",
        "Scheduling.Problems",
        "Scheduling.Bounds",
        "Scheduling.Timetables",
        "Scheduling.Searching",
        "Bench.State",
        "Bench.Judgement",
        "Bench.Records",
        "Bench.Edits",
        "Bench.Acts",
        "Planning.Problem",
        "Planning.Reasons",
        "Planning.Keeping",
        "Planning.WhatIf",
        "Screens.Wording",
        "Screens.BenchScreen",
        "Screens.AirScreen",
        "Screens.MayIScreen",
        "Screens.GateScreen",
        "Screens.PlanScreen",
        "Screens.UnitsScreen",
        "Screens.CoatsScreen",
        "Screens.HouseScreen",
    ];

    // What the planner may know of the trade: nothing but words, numbers and refusals.
    private const string OfTheTrade = "Craft.";

    private static readonly List<(string From, string To, string Where)> Imports = Read();

    [Fact]
    public void Every_folder_of_the_core_has_its_place_in_the_order() =>
        Assert.Empty(Imports.SelectMany(i => new[] { i.From, i.To }).Distinct().Except(Order));

    [Fact]
    public void No_folder_imports_one_below_it() =>
        Assert.Empty(
            Imports.Where(i => Array.IndexOf(Order, i.To) > Array.IndexOf(Order, i.From)).Select(i => $"{i.Where}: {i.From} imports {i.To}")
        );

    [Fact]
    public void The_planner_knows_nothing_of_the_trade() =>
        Assert.DoesNotContain(Imports, i =>
            i.From.StartsWith("Scheduling.", StringComparison.Ordinal)
            && i.To.StartsWith(OfTheTrade, StringComparison.Ordinal)
            && i.To != "Craft.Vocabulary"
        );

    [Fact]
    public void A_folder_is_its_namespace()
    {
        var wrong = new List<string>();
        foreach (var project in Order.Select(o => o.Split('.')[0]).Distinct())
        foreach (var file in Sources(project))
        {
            var folder = Path.GetFileName(Path.GetDirectoryName(file)!);
            if (!File.ReadLines(file).Contains($"namespace Hexaprep.{project}.{folder};"))
                wrong.Add(file);
        }
        Assert.Empty(wrong);
    }

    [Fact]
    public void A_folder_holds_one_idea_and_about_25_files() =>
        Assert.Empty(
            Order
                .Select(o => o.Split('.'))
                .SelectMany(o => Sources(o[0]).GroupBy(f => Path.GetDirectoryName(f)!))
                .Where(g => g.Count() > 25)
                .Select(g => $"{g.Key}: {g.Count()} files")
                .Distinct()
        );

    private static IEnumerable<string> Sources(string project) =>
        Directory
            .EnumerateFiles(Path.Combine(Testing.Project.Root, "src", $"Hexaprep.{project}"), "*.cs", SearchOption.AllDirectories)
            .Where(f => !f.Contains("/obj/", StringComparison.Ordinal) && !f.Contains("/bin/", StringComparison.Ordinal));

    private static List<(string From, string To, string Where)> Read()
    {
        var found = new HashSet<(string From, string To, string Where)>();
        foreach (var project in Order.Select(o => o.Split('.')[0]).Distinct())
        {
            using var assembly = AssemblyDefinition.ReadAssembly(Path.Combine(AppContext.BaseDirectory, $"Hexaprep.{project}.dll"));
            foreach (var type in assembly.MainModule.GetTypes().Where(t => Folder(t) is not null))
            foreach (var used in Uses(type).Select(Folder).OfType<string>().Where(f => f != Folder(type)))
                found.Add((Folder(type)!, used, type.FullName));
        }
        return [.. found];
    }

    private static string? Folder(TypeReference type)
    {
        var outer = type;
        while (outer.DeclaringType is { } declaring)
            outer = declaring;
        return outer.Namespace.StartsWith("Hexaprep.", StringComparison.Ordinal) ? outer.Namespace["Hexaprep.".Length..] : null;
    }

    private static IEnumerable<TypeReference> Uses(TypeDefinition type) =>
        Direct(type).SelectMany(Parts).Where(t => t is not null && !t.IsGenericParameter);

    private static IEnumerable<TypeReference> Parts(TypeReference type) =>
        type switch
        {
            null => [],
            GenericInstanceType generic => generic.GenericArguments.SelectMany(Parts).Append(generic.ElementType),
            TypeSpecification specification => Parts(specification.ElementType),
            _ => [type],
        };

    private static IEnumerable<TypeReference> Direct(TypeDefinition type)
    {
        if (type.BaseType is not null)
            yield return type.BaseType;
        foreach (var one in type.Interfaces)
            yield return one.InterfaceType;
        foreach (var field in type.Fields)
            yield return field.FieldType;
        foreach (var method in type.Methods)
        {
            yield return method.ReturnType;
            foreach (var parameter in method.Parameters)
                yield return parameter.ParameterType;
            if (!method.HasBody)
                continue;
            foreach (var local in method.Body.Variables)
                yield return local.VariableType;
            foreach (var used in method.Body.Instructions.SelectMany(i => OfOperand(i.Operand)))
                yield return used;
        }
    }

    private static IEnumerable<TypeReference> OfOperand(object? operand) =>
        operand switch
        {
            GenericInstanceMethod generic => generic.GenericArguments.Append(generic.DeclaringType),
            MethodReference method => [method.DeclaringType, method.ReturnType],
            FieldReference field => [field.DeclaringType, field.FieldType],
            TypeReference type => [type],
            _ => [],
        };
}
