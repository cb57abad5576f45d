import { useMutation, useQuery } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import { api, data, type Schemas, wordsOf } from "../api/client";
import { airQuery, lookAgain } from "../api/queries";
import { Key } from "../ui/Key";
import { Sheet } from "../ui/Sheet";

const field = "min-h-12 w-20 rounded-slab border-b-[4px] border-hand bg-sheet px-2 strong text-hand";

/** The air: read by hand in one tap or from an instrument, the forecast, whether to spray and why not. */
export function AirSheet({ opener }: { opener: ReactNode }) {
  const [open, setOpen] = useState(false);
  const air = useQuery({ ...airQuery, enabled: open });
  return (
    <Sheet title="The air" opener={opener} open={open} onOpenChange={setOpen}>
      {air.data ? <Air view={air.data} /> : <p aria-live="polite">{air.error ? wordsOf(air.error) : "Looking at the air"}</p>}
    </Sheet>
  );
}

function Air({ view }: { view: Schemas["AirView"] }) {
  const ask = useMutation({
    mutationFn: async (place: Schemas["AirPlace"]) =>
      data(await api.POST("/api/air/instrument", { body: { id: crypto.randomUUID(), place } })),
    onSettled: () => lookAgain(),
  });
  const forecast = useMutation({
    mutationFn: async (file: File | null) => {
      if (file) await api.POST("/api/forecast", { body: { id: crypto.randomUUID(), text: await file.text() } });
      else await api.POST("/api/forecast/simulated", { body: { id: crypto.randomUUID() } });
    },
    onSettled: () => lookAgain(),
  });
  const verdict = view.now?.verdict;
  return (
    <div className="flex flex-col gap-4">
      <div>
        <h3 className="text-[19px]">Spray now?</h3>
        <p className="flex flex-wrap items-baseline gap-3" data-fitness={verdict ?? "unknown"}>
          {view.now ? <span className="digits text-[52px] leading-none">{view.now.score.toFixed(2)}</span> : null}
          <span className={verdict === "unfit" ? "strong text-redo" : "strong"}>{view.nowWords}</span>
        </p>
        {view.now ? (
          <p className="text-note text-ink-2">
            Surface {view.now.surfaceC} °C, {view.now.dewMarginC} °C above the dew point. It says that the weather suits the coat, not that
            the place is safe: ventilation, mask and ignition advice come from the label.
          </p>
        ) : null}
      </div>
      <Entry place="bench" words={view.benchWords} onAsk={() => ask.mutate("bench")} busy={ask.isPending} />
      <Entry
        place="outdoors"
        words={view.outdoors ? `${view.outdoors.airC} °C, ${view.outdoors.humidityPct} %` : "nothing read in the last 2 h"}
        onAsk={() => ask.mutate("outdoors")}
        busy={ask.isPending}
      />
      <p aria-live="polite" className={ask.data && ask.data.state !== "good" ? "strong text-redo" : ""}>
        {ask.error ? wordsOf(ask.error) : ask.data ? `Instrument: ${ask.data.words}` : null}
      </p>
      <div>
        <h3 className="text-[19px]">Windows ahead</h3>
        <p className="text-ink-2">{view.forecastWords}</p>
        <ul data-windows={view.windows.length}>
          {view.windows.map((w) => (
            <li key={w.from}>
              <span className="strong">{w.text}</span>, {w.score.toFixed(2)}
              {w.limiting === "none" ? "" : `, least for ${w.limiting.replaceAll("_", " ").replace(/ (c|pct|m s)$/, "")}`}
            </li>
          ))}
        </ul>
        <div className="mt-2 flex flex-wrap items-center gap-2">
          <Key disabled={forecast.isPending} onClick={() => forecast.mutate(null)}>
            Take the simulated forecast
          </Key>
          <label className="flex flex-wrap items-center gap-2">
            or a file
            <input
              type="file"
              accept=".csv,.json"
              aria-label="Forecast file"
              className="min-h-12"
              onChange={(e) => e.target.files?.[0] && forecast.mutate(e.target.files[0])}
            />
          </label>
        </div>
        {forecast.error ? (
          <p role="alert" className="strong text-redo">
            {wordsOf(forecast.error)}
          </p>
        ) : null}
      </div>
    </div>
  );
}

function Entry({ place, words, onAsk, busy }: { place: Schemas["AirPlace"]; words: string; onAsk: () => void; busy: boolean }) {
  const [airC, setAirC] = useState("");
  const [humidity, setHumidity] = useState("");
  const keep = useMutation({
    mutationFn: async () => {
      const body = {
        id: crypto.randomUUID(),
        place,
        airC: Number(airC.replace(",", ".")),
        humidityPct: Number(humidity.replace(",", ".")),
      };
      await api.POST("/api/air", { body });
    },
    onSuccess: () => {
      setAirC("");
      setHumidity("");
    },
    onSettled: () => lookAgain(),
  });
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        keep.mutate();
      }}
    >
      <h3 className="text-[19px]">{place === "bench" ? "At the bench" : "Outdoors"}</h3>
      <p className="text-ink-2">{words}</p>
      <div className="mt-1 flex flex-wrap items-center gap-2">
        <label className="flex items-center gap-2">
          <input
            inputMode="decimal"
            aria-label={`Air ${place}, °C`}
            value={airC}
            onChange={(e) => setAirC(e.target.value)}
            className={field}
          />{" "}
          °C
        </label>
        <label className="flex items-center gap-2">
          <input
            inputMode="decimal"
            aria-label={`Humidity ${place}, %`}
            value={humidity}
            onChange={(e) => setHumidity(e.target.value)}
            className={field}
          />{" "}
          %
        </label>
        <Key type="submit" disabled={keep.isPending || airC === "" || humidity === ""}>
          Keep it
        </Key>
        <Key disabled={busy} onClick={onAsk}>
          Ask the instrument
        </Key>
      </div>
      {keep.error ? (
        <p role="alert" className="strong text-redo">
          {wordsOf(keep.error)}
        </p>
      ) : null}
    </form>
  );
}
