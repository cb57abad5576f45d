using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Planning.Problem;

/// <summary>The evenings of the plan and their minutes.</summary>
public sealed partial class ProblemBuilder
{
    // No plan looks farther ahead: what finds no place by then says so.
    private const int LongestDays = 1100;

    private void LayCalendar()
    {
        // Each step's own product, method and place: where neither a forecast nor the dark speaks, they do not differ.
        if (_bench.State.Forecast.Count > 0 || SprayHours.WaitsForLight(_bench))
            foreach (var step in _bench.State.Steps.Where(s => s.Amounts.Mode is not null))
                if (SprayManner.Of(_bench, step) is { } manner)
                    _windows.TryAdd(manner, []);
        // Enough sittings for all hands-on work twice over, with room for the waits; where that is too few, Make asks for more.
        var need = 2 * _bench.State.Steps.Where(s => s.NotNeeded is null).Sum(s => _bench.HandsLeft(s, _now));
        var have = 0;
        var least = _now + Duration.FromDays(42);
        foreach (var sitting in _bench.State.Settings.Calendar.From(_now, LongestDays))
        {
            if (have >= need && sitting.Begin > least && sitting.Begin > _until)
            {
                MoreEvenings = true;
                break;
            }
            var span = new Span(Math.Max(Minute(_now), Minute(sitting.Begin)), Minute(sitting.End));
            if (span.Length <= 0)
                continue;
            _sittings.Add(span);
            _longest = Math.Max(_longest, span.Length);
            if (sitting.FitForSpray)
            {
                _spray.AddRange(SprayHours.Within(_bench, _bench.Manner, span, At));
                foreach (var (manner, spans) in _windows)
                    spans.AddRange(SprayHours.Within(_bench, manner, span, At));
            }
            have += span.Length;
        }
        _usual = _sittings.Count == 0 ? 0 : _sittings.Select(s => s.Length).Order().ElementAt(_sittings.Count / 2);
    }

    /// <summary>The end of the last evening that was laid.</summary>
    public Instant LastEvening => _sittings.Count == 0 ? _now + Duration.FromDays(LongestDays) : At(_sittings[^1].End);

    private Instant Earliest()
    {
        var open = _bench.InHand is { } spell ? Instant.Min(_now, spell.BeganAt) : _now;
        var waiting = Waiting().SelectMany(s => _bench.SpellsOf[s]).Select(s => s.BeganAt);
        return waiting.Append(open).Min();
    }

    private Instant MondayOf(Instant moment)
    {
        var date = moment.InZone(_bench.State.Settings.Zone).Date;
        var monday = date.DayOfWeek == IsoDayOfWeek.Monday ? date : date.Previous(IsoDayOfWeek.Monday);
        return _bench.State.Settings.Zone.AtStartOfDay(monday).ToInstant();
    }

    private Instant EndOf(LocalDate day) => _bench.State.Settings.Zone.AtStartOfDay(day.PlusDays(1)).ToInstant();

    private Instant At(int minute) => Origin + Duration.FromMinutes(minute);

    /// <summary>The minute that a moment lies in.</summary>
    public int Minute(Instant moment) => (int)Math.Floor((moment - Origin).TotalMinutes);

    private int MinuteUp(Instant moment) => (int)Math.Ceiling((moment - Origin).TotalMinutes);
}
