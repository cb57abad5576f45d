using System.Globalization;
using System.IO.Compression;
using System.Net;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Storage;
using Hexaprep.Web.Planning;
using Microsoft.Extensions.DependencyInjection;
using NodaTime;

namespace Hexaprep.Web.Tests;

/// <summary>Thousands of ordinary acts and edits in no order at all, planned after each: whatever the app has accepted, it can read, plan
/// and hand out. HEXAPREP_WALK sets how many (30 for each bench unless set; 20,000 are run by hand), HEXAPREP_SEED from where.</summary>
public sealed class WalkTests(TestDatabases databases)
{
    private static readonly string[] Army =
    [
        "unit=Reed Pikes;models=20;material=plastic;transfers=1;gaps=small",
        "unit=Bell Sergeants;models=5;material=white metal;tier=elite",
        "unit=Punt Crew;models=6;material=cast resin;parts=4;gaps=large",
        "unit=Lantern Keepers;models=12;material=printed resin",
        "unit=Captain Orla;models=1;material=white metal;tier=leader;transfers=2",
        "unit=Tide Gate;models=3;material=soft plastic;base_mm=60",
    ];

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public async Task Whatever_was_accepted_is_read_planned_and_handed_out(bool demo)
    {
        await using var app = new TestApp(databases.Clone(), isDemo: demo, planBudget: 0) { SettlesReads = false };
        if (!demo)
            (await app.BringAsync(Army)).EnsureSuccessStatusCode();
        await Walk.TakeAsync(app, Walk.Setting("HEXAPREP_SEED", 7) + (demo ? 0 : 1000), Walk.Setting("HEXAPREP_WALK", 30));
    }
}
