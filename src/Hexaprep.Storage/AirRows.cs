using Hexaprep.Core;
using Hexaprep.Core.Drying;
using Hexaprep.Formats;

namespace Hexaprep.Storage;

/// <summary>Rows of air, labels and past coats.</summary>
internal static class AirRows
{
    public static DocumentReading Of(AirReading r) =>
        new(r.Id, r.At, Ids.Of(r.Place), r.AirC, r.HumidityPct, r.WindMs, r.GustMs, r.SunWM2, Ids.Of(r.Source));

    public static DocumentForecast Of(ForecastHour h) => new(h.At, h.AirC, h.HumidityPct, h.WindMs, h.GustMs, h.RainProbability, h.SunWM2);

    public static DocumentPastCoat Of(PastCoat c) =>
        new(
            c.Id,
            c.Unit,
            c.Product.Id,
            c.Number,
            Ids.Of(c.Film),
            c.AirC,
            c.HumidityPct,
            c.Models,
            c.StartedAt,
            c.EndedAt,
            Ids.Of(c.Stage),
            c.NotDryAt,
            c.DryAt,
            c.Verdict,
            c.LeftOut
        );

    public static DocumentLabel Of(ProductLabel l) =>
        new(l.Product.Id, l.RecoatMin, l.RecoatMax, l.ReopenMin, l.HandleMin, l.NextLayerMin, l.MinTempC, l.MaxHumidityPct);
}
