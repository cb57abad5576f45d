using Hexaprep.Bench.Records;

namespace Hexaprep.Storage;

/// <summary>The tables of a workspace that are read whole, carried away and brought back; each row stands before those that point to
/// it.</summary>
internal static class Tables
{
    public static readonly Table<UnitRow> Unit = new("unit", "position, id");
    public static readonly Table<BatchRow> Batch = new("batch", "position, id");
    public static readonly Table<HouseRuleChoiceRow> HouseChoice = new("house_choice", "school, id");
    public static readonly Table<RouteChangeRow> RouteChange = new("route_change", "batch_id, number");
    public static readonly Table<ModelRow> Model = new("model", "batch_id, number, id");
    public static readonly Table<PieceRow> Piece = new("piece", "model_id, number");
    public static readonly Table<PartRow> Part = new("part", "piece_id, number");
    public static readonly Table<RecipeRow> Recipe = new("recipe", "area collate \"C\", id");
    public static readonly Table<RepairRow> Repair = new("repair", "taken_at, id");
    public static readonly Table<StepRow> Step = new("step", "batch_id, position, id");
    public static readonly Table<EdgeRow> Edge = new("edge", "from_step, to_step");
    public static readonly Table<EntryRow> Logbook = new("logbook", "entry");
    public static readonly Table<WorkIntervalRow> Spell = new("spell", "began_at, id");
    public static readonly Table<TickRow> Tick = new("tick", "at, step_id, model_id, piece_id");
    public static readonly Table<PassTickRow> PassTick = new("pass_tick", "at, step_id, model_id, pass");
    public static readonly Table<CoatRow> Coat = new("coat", "started_at, id");
    public static readonly Table<TestRow> CoatTest = new("coat_test", "at, id");
    public static readonly Table<FlawRow> Flaw = new("flaw", "noted_at, id");
    public static readonly Table<ReadingRow> AirReading = new("air_reading", "at, id");
    public static readonly Table<ForecastRow> ForecastHour = new("forecast_hour", "at");
    public static readonly Table<ProductRow> Product = new("product", "class, coalesce(method, 'any'), use, id");
    public static readonly Table<ContainerRow> Container = new("container", "product_id, id");
    public static readonly Table<PastCoatRow> PastCoat = new("past_coat", "started_at, id");
    public static readonly Table<PictureRow> Picture = new("picture", "sha256 collate \"C\"");
    public static readonly Table<PhotoRow> Photo = new("photo", "at, id");
    public static readonly Table<ClockRow> Clock = new("bench_clock", "started_at, id");
    public static readonly Table<SoakedRow> Soaked = new("soaked_transfer", "wetted_at, number, id");
    public static readonly Table<WeeklyRow> WeeklySitting = new("weekly_sitting", "day, begins, id");
    public static readonly Table<ExceptionRow> SittingException = new("sitting_exception", "date, begins, id");
}
