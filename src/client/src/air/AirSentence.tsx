import { useState } from "react";
import { api, data, type Schemas, wordsOf } from "../api/client";
import { useWrite } from "../api/write";
import { Choice } from "../ui/Choice";
import { Key } from "../ui/Key";
import { NumberGap } from "./NumberGap";

/** Wind as it is felt, m/s: rules of thumb. */
export const winds = [
  { value: "0", text: "still" },
  { value: "1.5", text: "a breath, 1.5 m/s" },
  { value: "3", text: "paper lifts, 3 m/s" },
  { value: "5", text: "branches move, 5 m/s" },
  { value: "7", text: "doors slam, 7 m/s" },
  { value: "12", text: "stormy, 12 m/s" },
] as const;

/** Sun on what is sprayed, W/m²: rules of thumb. */
export const suns = [
  { value: "0", text: "no sun on it" },
  { value: "300", text: "hazy sun on it" },
  { value: "800", text: "full sun on it" },
] as const;

// The words nearest to a figure that was read.
function nearest(options: readonly { value: string }[], figure: number | null | undefined): string {
  const away = (o: { value: string }) => Math.abs(Number(o.value) - (figure ?? 0));
  return options.reduce((best, o) => (away(o) < away(best) ? o : best), options[0] ?? { value: "0" }).value;
}

/** What the air is like, typed as one sentence; or the instrument is asked. */
export function AirSentence({ view }: { view: Schemas["AirView"] }) {
  const [place, setPlace] = useState<Schemas["AirPlace"]>(view.isOutdoors ? "outdoors" : "bench");
  const read = place === "outdoors" ? view.outdoors : view.bench;
  const [airC, setAirC] = useState<number | null>(read?.airC ?? null);
  const [humidityPct, setHumidity] = useState<number | null>(read?.humidityPct ?? null);
  const [wind, setWind] = useState<string>(nearest(winds, read?.windMs));
  const [sun, setSun] = useState<string>(nearest(suns, read?.sunWM2));
  const [canC, setCan] = useState<number | null>(read?.canC ?? null);
  const keep = useWrite("air", (air: Omit<Schemas["AirEntry"], "id">, intent) => api.POST("/api/air", { body: { id: intent.id, ...air } }));
  const typed = () => ({
    place,
    airC: airC ?? Number.NaN,
    humidityPct: humidityPct ?? Number.NaN,
    ...(place === "outdoors" ? { windMs: Number(wind), sunWM2: Number(sun) } : {}),
    canC,
  });
  const ask = useWrite("air", async (at: typeof place, intent) =>
    data(await api.POST("/api/air/instrument", { body: { id: intent.id, place: at } })),
  );
  return (
    <form className="flex flex-wrap items-center justify-between gap-3" onSubmit={(e) => e.preventDefault()}>
      <p className="flex flex-wrap items-center gap-x-2 gap-y-2 text-lead">
        Now it is
        <span>
          <NumberGap label="Air, °C" unit="°C" value={airC} onChange={setAirC} />,
        </span>
        <NumberGap label="Humidity, %" unit="%" value={humidityPct} onChange={setHumidity} />
        <span>
          <Choice
            label="Where"
            value={place}
            options={[
              { value: "outdoors", text: "outdoors" },
              { value: "bench", text: "at the bench" },
            ]}
            onChange={setPlace}
          />
          ,
        </span>
        {place === "outdoors" ? (
          <>
            <span>
              <Choice label="Wind" value={wind} options={winds} onChange={setWind} />,
            </span>
            <span>
              <Choice label="Sun" value={sun} options={suns} onChange={setSun} />,
            </span>
          </>
        ) : null}
        the can
        <span>
          <NumberGap label="The can, °C" unit="°C" value={canC} onChange={setCan} />.
        </span>
      </p>
      <p className="flex flex-wrap gap-2">
        <Key
          onClick={() => {
            ask.reset();
            keep.mutate(typed());
          }}
          tone="dark"
          className="min-h-14"
          disabled={keep.isPending || airC === null || humidityPct === null}
        >
          Keep it
        </Key>
        <Key className="min-h-14" disabled={ask.isPending} onClick={() => ask.mutate(place)}>
          Ask the instrument
        </Key>
      </p>
      <p aria-live="polite" className={`w-full ${keep.error || ask.error || ask.data?.state !== "good" ? "strong text-redo" : ""}`}>
        {keep.error ? wordsOf(keep.error) : ask.error ? wordsOf(ask.error) : ask.data ? `Instrument: ${ask.data.words}` : null}
      </p>
    </form>
  );
}
