import { useState } from "react";
import type { Schemas } from "../api/client";
import { act } from "../api/outbox";
import { Choice } from "../ui/Choice";
import { benchNow } from "../ui/clock";

type KnownProps = { coatId: string } & Pick<Schemas["DryingView"], "film" | "airC" | "humidityPct">;

/** What is known of a coat, to be put right: film and air. */
export function KnownOfCoat({ coatId, film, airC, humidityPct }: KnownProps) {
  const [air, setAir] = useState(airC === null ? "" : String(airC));
  const [humidity, setHumidity] = useState(humidityPct === null ? "" : String(humidityPct));
  const number = (text: string) => (text.trim() === "" || Number.isNaN(Number(text)) ? null : Number(text));
  const input = "w-20 min-h-12 border-b-[4px] border-hand bg-above px-2 text-body strong text-hand";
  return (
    <form
      className="flex flex-wrap items-center gap-x-3 gap-y-2 border-t-[3px] border-rule pt-3"
      onSubmit={(e) => {
        e.preventDefault();
        void act("coat", { coatId, airC: number(air), humidityPct: number(humidity) }, benchNow());
      }}
    >
      <span>The film went on</span>
      <Choice
        label="Film"
        value={film}
        options={[
          { value: "light", text: "light" },
          { value: "normal", text: "normal" },
          { value: "heavy", text: "heavy" },
        ]}
        onChange={(chosen) => void act("coat", { coatId, film: chosen }, benchNow())}
      />
      <span>in air of</span>
      <input aria-label="Air, degrees Celsius" inputMode="decimal" className={input} value={air} onChange={(e) => setAir(e.target.value)} />
      <span>°C and</span>
      <input
        aria-label="Relative humidity, percent"
        inputMode="decimal"
        className={input}
        value={humidity}
        onChange={(e) => setHumidity(e.target.value)}
      />
      <span>% RH.</span>
      <button type="submit" className="min-h-12 rounded-key border-[3px] border-ink px-4 strong">
        Note the air
      </button>
      <p className="w-full text-note text-ink-2">Kept with the coat. Air and film change its times.</p>
    </form>
  );
}
