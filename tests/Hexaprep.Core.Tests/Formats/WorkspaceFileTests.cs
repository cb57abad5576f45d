using System.Text.Json.Nodes;
using CsCheck;
using Hexaprep.Bench.Records;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Formats;
using Hexaprep.Testing;
using NJsonSchema;
using NodaTime;

namespace Hexaprep.Core.Tests.Formats;

public sealed class WorkspaceFileTests
{
    private static readonly string Demo = File.ReadAllText(Path.Combine(Project.Root, "demo", "saltfen-workspace.json"));

    private static Refusal Refused(string json) => Assert.Throws<RefusedException>(() => WorkspaceFile.Read(json)).Refusal;

    private static string Changed(Action<JsonNode> change)
    {
        var file = JsonNode.Parse(Demo)!;
        change(file);
        return file.ToJsonString();
    }

    [Fact]
    public void What_is_read_is_written_again_unchanged() => Assert.Equal(Demo.Trim(), WorkspaceFile.Write(WorkspaceFile.Read(Demo)));

    [Fact]
    public async Task The_demo_file_satisfies_the_published_schema()
    {
        var schema = await JsonSchema.FromJsonAsync(WorkspaceFile.Schema(), TestContext.Current.CancellationToken);

        Assert.Empty(schema.Validate(Demo));
        Assert.NotEmpty(schema.Validate(Changed(f => f["units"]![0]!.AsObject().Remove("name"))));
        Assert.NotEmpty(schema.Validate(Changed(f => f["formatVersion"] = WorkspaceDocument.Newest + 1)));
    }

    [Fact]
    public void A_newer_format_is_refused_with_both_versions()
    {
        var refused = Refused(Changed(f => f["formatVersion"] = WorkspaceDocument.Newest + 1));

        Assert.Equal("formatVersion", refused.Field);
        Assert.Contains(
            $"version {WorkspaceDocument.Newest + 1}, this program reads up to {WorkspaceDocument.Newest}",
            refused.Message,
            StringComparison.Ordinal
        );
    }

    public static TheoryData<string> Versions =>
        [
            .. Directory
                .GetFiles(Kept, "version-*.json")
                .Select(f => Path.GetFileName(f))
                .OrderBy(f => f.Length)
                .ThenBy(f => f, StringComparer.Ordinal),
        ];

    private static readonly string Kept = Path.Combine(Project.Root, "tests", "Hexaprep.Core.Tests", "Formats", "Kept");

    [Fact]
    public void A_file_of_every_version_before_this_one_is_kept_here() =>
        Assert.Equal(
            Enumerable.Range(1, WorkspaceDocument.Newest - 1).Select(v => $"version-{v}.json"),
            Versions.Select(v => v.Data).Take(WorkspaceDocument.Newest - 1)
        );

    [Theory]
    [MemberData(nameof(Versions))]
    public void A_file_of_an_earlier_version_is_read_and_written_as_the_newest(string file)
    {
        var old = WorkspaceFile.Read(File.ReadAllText(Path.Combine(Kept, file)));
        var written = WorkspaceFile.Write(old);

        Assert.NotEmpty(old.Units);
        Assert.Equal(WorkspaceDocument.Newest, (int)JsonNode.Parse(written)!["formatVersion"]!);
        Assert.Equal(written, WorkspaceFile.Write(WorkspaceFile.Read(written)));
    }

    [Fact]
    public void A_house_rule_that_is_no_more_falls_back_and_says_so()
    {
        var reading = WorkspaceFile.ReadOrMend(
            Changed(f =>
                f["houseChoices"]!
                    .AsArray()
                    .Add(
                        JsonNode.Parse(
                            """
                            {"id":"7b2c8f0e-0000-4000-8000-000000000001","unitId":null,"batchId":null,
                             "school":"incense","option":"daily"}
                            """
                        )
                    )
            )
        );

        Assert.DoesNotContain(reading.Workspace.HouseChoices, c => c.School == "incense");
        Assert.Contains("'incense: daily'", Assert.Single(reading.Told), StringComparison.Ordinal);
    }

    [Fact]
    public void A_file_cut_short_at_any_place_is_refused()
    {
        foreach (var share in new[] { 0.0, 0.001, 0.2, 0.5, 0.9, 0.9999 })
            Assert.NotEmpty(Refused(Demo.Trim()[..(int)(Demo.Trim().Length * share)]).Message);
    }

    public static TheoryData<string, string> Broken =>
        new()
        {
            { "units[0].weight", "0" },
            { "units[0].name", "\"\"" },
            { "units[1].id", "\"00000000-0000-0000-0000-000000000000\"" },
            { "batches[0].unitId", "\"00000000-0000-0000-0000-000000000000\"" },
            { "batches[0].materials", "[\"clay\"]" },
            { "batches[0].materials", "[]" },
            { "batches[0].materials", "[null]" },
            { "units[0]", "null" },
            { "units[0].notes", "[null]" },
            { "ticks[3]", "null" },
            { "coats[0].models", "[null]" },
            { "batches[0].models", "499" },
            { "batches[0].tier", "\"hero\"" },
            { "steps[0].kind", "\"dance\"" },
            { "steps[0].batchId", "\"00000000-0000-0000-0000-000000000000\"" },
            { "edges[0].toStep", "\"00000000-0000-0000-0000-000000000000\"" },
            { "ticks[0].modelId", "\"00000000-0000-0000-0000-000000000000\"" },
            { "ticks[0].at", "\"yesterday\"" },
            { "coats[0].productClass", "\"honey\"" },
            { "coats[0].film", "\"fat\"" },
            { "settings.timeZone", "\"Mars/Base\"" },
            { "settings.handles", "0" },
            { "weeklySittings[0].day", "8" },
            { "settings.handles", "\"20\"" },
            { "units[0].extra", "1" },
            { "formatVersion", "\"1\"" },
            { "format", "\"other\"" },
        };

    [Theory]
    [MemberData(nameof(Broken))]
    public void A_hand_broken_file_is_refused_and_says_where(string path, string value)
    {
        var refused = Refused(Changed(f => Set(f, path, value)));

        Assert.NotEmpty(refused.Field);
        Assert.NotEmpty(refused.Remedy);
        if (path is not ("units[1].id" or "batches[0].unitId"))
            Assert.Contains(path.Split('.')[0].Split('[')[0], $"{refused.Field} {refused.Message}", StringComparison.Ordinal);
    }

    [Fact]
    public void A_route_in_a_circle_is_refused()
    {
        var refused = Refused(
            Changed(f =>
            {
                var edge = f["edges"]![0]!.DeepClone();
                (edge["fromStep"], edge["toStep"]) = (edge["toStep"]!.DeepClone(), edge["fromStep"]!.DeepClone());
                f["edges"]!.AsArray().Add(edge);
            })
        );

        Assert.Equal("edges", refused.Field);
    }

    [Fact]
    public void Two_open_spells_are_refused_because_there_is_one_pair_of_hands() =>
        Assert.Equal(
            "spells",
            Refused(
                Changed(f =>
                {
                    foreach (var spell in f["spells"]!.AsArray().Take(2))
                        spell!["endedAt"] = null;
                })
            ).Field
        );

    [Fact]
    public void Moving_a_workspace_in_time_keeps_every_distance()
    {
        var file = WorkspaceFile.Read(Demo);
        var now = file.ExportedAt + Duration.FromDays(257) + Duration.FromMinutes(61);
        var moved = TimeShift.Move(file, now);

        Assert.Equal(now, moved.ExportedAt);
        Assert.Equal(file.Ticks.Select(t => file.ExportedAt - t.At), moved.Ticks.Select(t => now - t.At));
        Assert.Equal(file.Coats.Select(c => c.EndedAt - c.StartedAt), moved.Coats.Select(c => c.EndedAt - c.StartedAt));
        Assert.All(moved.Units.Where(u => u.Deadline is not null), u => Assert.True(u.Deadline > now.InUtc().Date));
    }

    [Fact]
    public void Moving_a_workspace_in_time_moves_every_moment_and_date_of_every_row()
    {
        var file = WorkspaceFile.Read(Demo);
        var moved = TimeShift.Move(file, file.ExportedAt + Duration.FromDays(30));
        var seen = new HashSet<string>();
        foreach (var list in typeof(Workspace).GetProperties().Where(p => p.PropertyType.IsGenericType))
        foreach (var (before, after) in Rows(list, file).Zip(Rows(list, moved)))
        foreach (var field in before.GetType().GetProperties().Where(p => IsTime(p.PropertyType)))
        {
            var (was, now) = (field.GetValue(before), field.GetValue(after));
            Assert.False(was is not null && was.Equals(now), $"{list.Name}: {field.Name} stays.");
            if (was is not null)
                seen.Add($"{list.Name}.{field.Name}");
        }
        Assert.True(seen.Count >= 12, string.Join(", ", seen));
    }

    [Fact]
    public void Every_number_and_text_of_every_row_has_a_bound()
    {
        foreach (var row in RowTypes.Append(typeof(SpaceRow)))
        foreach (var field in row.GetProperties())
        {
            var plain = Nullable.GetUnderlyingType(field.PropertyType) ?? field.PropertyType;
            if (plain == typeof(int) || plain == typeof(double) || plain == typeof(string) || plain == typeof(IReadOnlyList<string>))
                Assert.True(
                    field.GetCustomAttributes(typeof(System.ComponentModel.DataAnnotations.ValidationAttribute), true).Length > 0,
                    $"{row.Name}.{field.Name} has none."
                );
        }
    }

    [Fact]
    public void What_is_beyond_its_bound_is_refused_by_its_path_in_every_field_of_every_list()
    {
        foreach (var (list, rows) in JsonNode.Parse(Demo)!.AsObject().Where(m => m.Value is JsonArray { Count: > 0 }))
        foreach (var (name, value) in rows!.AsArray()[0]!.AsObject())
        {
            string[] hostile = value?.GetValueKind() switch
            {
                System.Text.Json.JsonValueKind.Number => ["2147483647", "-2147483648"],
                System.Text.Json.JsonValueKind.String when value.ToString().Length == 36 => [],
                System.Text.Json.JsonValueKind.String => [$"\"{new string('x', 5000)}\"", "\"a\\u0000b\"", "\"\\ud800\""],
                _ => [],
            };
            // Versions may be any number; what is raised by each edit is not looked at.
            foreach (var bad in hostile.Where(_ => name != "version"))
            {
                var refused = Refused(
                    Changed(f => f[list]![0]![name] = JsonNode.Parse(bad.Replace("\\ud800", "\\u0007", StringComparison.Ordinal)))
                );
                Assert.Contains(list, $"{refused.Field} {refused.Message}", StringComparison.Ordinal);
            }
        }
    }

    private static IEnumerable<Type> RowTypes =>
        typeof(Workspace).GetProperties().Where(p => p.PropertyType.IsGenericType).Select(p => p.PropertyType.GetGenericArguments()[0]);

    private static IEnumerable<object> Rows(System.Reflection.PropertyInfo list, Workspace of) =>
        ((System.Collections.IEnumerable)list.GetValue(of)!).Cast<object>();

    private static bool IsTime(Type type) =>
        (Nullable.GetUnderlyingType(type) ?? type) is var plain && (plain == typeof(Instant) || plain == typeof(LocalDate));

    [Fact]
    public void A_batch_comes_back_from_its_row_with_every_trait()
    {
        static string Json(Batch b) => System.Text.Json.JsonSerializer.Serialize(b);
        Routes.Batches.Any.Holds(
            traits =>
            {
                var batch = new Batch(Guid.NewGuid(), Guid.NewGuid(), "rear rank", traits, 3);
                return Json(BatchRow.Of(batch, 1).ToBatch()) == Json(batch);
            },
            iter: 200
        );
    }

    private static void Set(JsonNode file, string path, string value)
    {
        var parts = path.Replace("[", ".[", StringComparison.Ordinal).Split('.');
        var at = file;
        static int? Index(string part) =>
            part.StartsWith('[') ? int.Parse(part[1..^1], System.Globalization.CultureInfo.InvariantCulture) : null;
        foreach (var part in parts[..^1])
            at = Index(part) is { } i ? at[i]! : at[part]!;
        if (Index(parts[^1]) is { } last)
            at[last] = JsonNode.Parse(value);
        else
            at[parts[^1]] = JsonNode.Parse(value);
    }
}
