using Hexaprep.Bench.Judgement;
using NodaTime;

namespace Hexaprep.Screens.BenchScreen;

/// <summary>Transfers in the water and on the models, as wet hands read them.</summary>
/// <param name="StepId">The step.</param>
/// <param name="UnitId">The unit.</param>
/// <param name="Unit">Its name.</param>
/// <param name="Mark">Its mark.</param>
/// <param name="Move">What the hands do next.</param>
/// <param name="Verb">What to do, in a few words: "Place 4", "Wet 5 to 7".</param>
/// <param name="Where">On which model, and how, in a sentence.</param>
/// <param name="Main">What the main key makes true.</param>
/// <param name="Total">Transfers of the run.</param>
/// <param name="Placed">Those that lie.</param>
/// <param name="Lost">Those that tore or were spoiled.</param>
/// <param name="InWater">In the water now.</param>
/// <param name="Most">As many as go into the water at once.</param>
/// <param name="Why">Why so many, in a sentence with its numbers.</param>
/// <param name="Turns">What comes, one by one: at most twelve.</param>
/// <param name="Whole">How long all of it takes, in words.</param>
/// <param name="Apart">How long one after another would take, in words.</param>
/// <param name="NotYet">Why it may not begin yet; null where it may.</param>
/// <param name="CanLift">One came out of the water: it can be taken back.</param>
/// <param name="Zone">The time zone.</param>
public sealed record SoakView(
    Guid StepId,
    Guid UnitId,
    string Unit,
    string Mark,
    SoakMove Move,
    string Verb,
    string Where,
    string Main,
    int Total,
    int Placed,
    int Lost,
    int InWater,
    int Most,
    string Why,
    IReadOnlyList<SoakTurnView> Turns,
    string Whole,
    string Apart,
    string? NotYet,
    bool CanLift,
    string Zone
);

/// <summary>A transfer as it will be handled.</summary>
/// <param name="Number">Which one of the run, from 1 in the order of placing.</param>
/// <param name="Model">The model's number.</param>
/// <param name="WetAt">When it goes into the water, or went.</param>
/// <param name="SlidesAt">From when it slides.</param>
/// <param name="PlaceAt">When its placing begins.</param>
/// <param name="EndAt">When it lies.</param>
/// <param name="LostAt">When its glue is lost.</param>
/// <param name="IsWet">It is in the water now.</param>
public sealed record SoakTurnView(
    int Number,
    int Model,
    Instant WetAt,
    Instant SlidesAt,
    Instant PlaceAt,
    Instant EndAt,
    Instant LostAt,
    bool IsWet
);
