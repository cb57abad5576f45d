import { useRef, useState } from "react";
import { api, type Schemas, wordsOf } from "../api/client";
import { useWrite } from "../api/write";
import { Choice } from "../ui/Choice";
import { DayGap } from "../ui/DayGap";
import { FileInput } from "../ui/FileInput";
import { Key } from "../ui/Key";
import { Sheet } from "../ui/Sheet";
import { TimeGap } from "../ui/TimeGap";
import { suns, winds } from "./AirSentence";
import { NumberGap } from "./NumberGap";

const rains = [
  { value: "0", text: "dry" },
  { value: "0.3", text: "rain may come" },
  { value: "0.8", text: "rain" },
] as const;

/** Where the forecast comes from: a file, the simulated service, or typed for some hours. */
export function Forecast({ view }: { view: Schemas["AirView"] }) {
  const [open, setOpen] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const take = useWrite(
    "forecast",
    async (file: File | null, intent) => {
      if (file) await api.POST("/api/forecast", { body: { id: intent.id, text: await file.text() } });
      else await api.POST("/api/forecast/simulated", { body: { id: intent.id } });
    },
    { onSuccess: () => setOpen(false) },
  );
  return (
    <Sheet title="Another forecast" opener={<Key>Another forecast</Key>} open={open} onOpenChange={setOpen}>
      <div className="flex flex-col gap-4">
        <p className="flex flex-wrap gap-2">
          <Key onClick={() => input.current?.click()}>From a file</Key>
          <FileInput label="Forecast file" accept=".csv,.json" input={input} onFile={(file) => take.mutate(file)} />
          <Key disabled={take.isPending} onClick={() => take.mutate(null)}>
            Take the simulated forecast
          </Key>
        </p>
        {take.error ? (
          <p role="alert" className="strong text-redo">
            {wordsOf(take.error)}
          </p>
        ) : null}
        <Typed view={view} onDone={() => setOpen(false)} />
      </div>
    </Sheet>
  );
}

function Typed({ view, onDone }: { view: Schemas["AirView"]; onDone: () => void }) {
  const [day, setDay] = useState(view.days[1]?.date ?? "");
  const [from, setFrom] = useState("10:00");
  const [to, setTo] = useState("13:00");
  const [airC, setAirC] = useState<number | null>(null);
  const [humidityPct, setHumidity] = useState<number | null>(null);
  const [wind, setWind] = useState<string>("0");
  const [sun, setSun] = useState<string>("0");
  const [rain, setRain] = useState<string>("0");
  const keep = useWrite(
    "forecast",
    (typed: Omit<Schemas["TypedForecast"], "id">, intent) => api.POST("/api/forecast/typed", { body: { id: intent.id, ...typed } }),
    { onSuccess: onDone },
  );
  const typed = () => ({
    day,
    from: `${from}:00`,
    to: `${to}:00`,
    airC: airC ?? Number.NaN,
    humidityPct: humidityPct ?? Number.NaN,
    windMs: Number(wind),
    sunWM2: Number(sun),
    rainProbability: Number(rain),
  });
  return (
    <form className="flex flex-col gap-3" onSubmit={(e) => e.preventDefault()}>
      <h3 className="text-body">Or typed, as you heard it</h3>
      <p className="flex flex-wrap items-center gap-x-2 gap-y-2 text-lead">
        On <DayGap label="Day" value={day} onChange={setDay} /> from <TimeGap label="From" value={from} onChange={setFrom} /> to{" "}
        <TimeGap label="To" value={to} onChange={setTo} />:
        <NumberGap label="Forecast, °C" unit="°C" value={airC} onChange={setAirC} />,{" "}
        <NumberGap label="Forecast, %" unit="%" value={humidityPct} onChange={setHumidity} />,
        <Choice label="Forecast, wind" value={wind} options={winds} onChange={setWind} />,
        <Choice label="Forecast, sun" value={sun} options={suns} onChange={setSun} />,
        <Choice label="Forecast, rain" value={rain} options={rains} onChange={setRain} />.
      </p>
      <p className="flex flex-wrap items-center gap-3">
        <Key onClick={() => keep.mutate(typed())} tone="dark" disabled={keep.isPending || airC === null || humidityPct === null}>
          These hours are like that
        </Key>
        <span className="text-note text-ink-2">Other hours stay as they are.</span>
      </p>
      {keep.error ? (
        <p role="alert" className="strong text-redo">
          {wordsOf(keep.error)}
        </p>
      ) : null}
    </form>
  );
}
