namespace Hexaprep.Storage;

/// <summary>The columns of each table, as files and bulk writes name them.</summary>
internal static class Tables
{
    public const string Unit = "id, name, mark, weight, deadline, notes, position, version";
    public const string Batch =
        "id, unit_id, name, materials, models, parts, base_mm, tier, mold_lines, gaps, transfers, final_sheen, paint_min, "
        + "lead_free, position, version";
    public const string HouseChoice = "id, unit_id, batch_id, school, option";
    public const string RouteChange = "id, batch_id, number, kind, step, method, product_class, before_step, strength, consequence, at";
    public const string Model = "id, batch_id, number";
    public const string Piece = "id, model_id, number";
    public const string Part = "id, piece_id, number, name, material";
    public const string Step =
        "id, batch_id, kind, piece, occurrence, occurrences, side, setup_minutes, seconds_per_model, attention, one_go, mode, "
        + "product_class, method, working_minutes, models_per_mix, reason, position, not_needed";
    public const string Edge = "from_step, to_step, stage, min_minutes, max_minutes, forbid_after, forbid_until, rule, reason";
    public const string Logbook = "id, kind, at, recorded_at, step_id, corrects, detail";
    public const string Spell = "id, step_id, began_at, ended_at";
    public const string Tick = "step_id, model_id, piece_id, spell_id, at, entry_id";
    public const string Coat =
        "id, step_id, product_class, method, number, film, air_c, humidity_pct, started_at, ended_at, models, entry_id";
    public const string CoatTest = "id, coat_id, stage, finding, at, left_out, entry_id";
    public const string AirReading = "id, at, place, air_c, humidity_pct, wind_ms, gust_ms, sun_wm2, source";
    public const string ForecastHour = "at, air_c, humidity_pct, wind_ms, gust_ms, rain_probability, sun_wm2";
    public const string ProductLabel =
        "product, recoat_min, recoat_max, reopen_min, handle_min, next_layer_min, min_temp_c, max_humidity_pct";
    public const string PastCoat =
        "id, unit, product, number, film, air_c, humidity_pct, models, started_at, ended_at, stage, not_dry_at, dry_at, verdict, left_out";
    public const string Clock = "id, step_id, kind, started_at, stopped_at";
    public const string Flaw = "id, step_id, model_id, piece_id, place, words, noted_at, mended_at, entry_id";
    public const string WeeklySitting = "id, day, begins, ends";
    public const string SittingException = "id, date, kind, begins, ends";
}
