namespace Hexaprep.Craft.Computation;

/// <summary>Warm water: what a material bears, how a cup cools (Newton). Limits are a rule of thumb; the material's own label
/// wins.</summary>
public static class Heat
{
    /// <summary>From here water scalds, °C.</summary>
    public const double ScaldC = 50;

    private const double UsualTau = 30;

    /// <summary>Minutes until a cup has cooled to a temperature; null when it never does.</summary>
    /// <param name="startC">Now, °C.</param>
    /// <param name="roomC">The room, °C.</param>
    /// <param name="toC">Wanted, °C.</param>
    /// <param name="tauMin">Time constant, min: 30 for 250 ml.</param>
    public static double? CoolingMinutes(double startC, double roomC, double toC, double tauMin = UsualTau)
    {
        if (startC == toC)
            return 0;
        var ratio = (startC - roomC) / (toC - roomC);
        return double.IsFinite(ratio) && ratio >= 1 ? tauMin * Math.Log(ratio) : null;
    }

    internal static IEnumerable<ComputeFunction> Functions()
    {
        yield return new("heat", "check", "Whether a material bears water of a temperature, for washing or straightening.", i =>
        {
            var (wash, from, to) = TradeDefaults.Heat(i.Choice("material", TradeDefaults.HeatMaterials));
            var water = i.Number("water_c", 0, 100);
            var verdict =
                i.Choice("use", ["wash", "straighten"]) == "wash"
                    ? water <= wash
                        ? "ok"
                        : "too_hot_warps"
                    : from is null
                        ? "do_not_straighten_with_water"
                        : water < from
                            ? "too_cool"
                            : water > to
                                ? "too_hot_loses_shape"
                                : "ok";
            return new { verdict, scald_warning = water >= ScaldC };
        });
        yield return new("heat", "cooling", "When a cup has cooled to a temperature.", i =>
        {
            var (start, room, to) = (i.Number("start_c", 0, 100), i.Number("room_c", -10, 45), i.Number("to_c", -10, 100));
            if (start <= room)
                throw new ComputeRefusedException("E_ORDER", "start_c", "It is no warmer than the room.");
            if (start < to)
                throw new ComputeRefusedException("E_ORDER", "start_c", "It is colder already than what it is to cool to.");
            return new { minutes = CoolingMinutes(start, room, to, i.Number("tau_min", 0.5, 1000, UsualTau)) };
        });
        yield return new("heat", "fit_tau", "The time constant of a cup from two readings.", i =>
        {
            var (t1, t2, room, minutes) = (
                i.Number("t1_c", 0, 100),
                i.Number("t2_c", 0, 100),
                i.Number("room_c", -10, 45),
                i.Number("minutes", 0, 1000, above: true)
            );
            var ratio = (t1 - room) / (t2 - room);
            return double.IsFinite(ratio) && ratio > 1
                ? new { tau_min = minutes / Math.Log(ratio) }
                : throw new ComputeRefusedException("E_ORDER", "t2_c", "The second reading does not lie between the first and the room.");
        });
    }
}
