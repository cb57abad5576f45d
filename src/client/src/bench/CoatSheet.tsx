import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { api, type Schemas } from "../api/client";
import { act } from "../api/outbox";
import { Choice } from "../ui/Choice";
import { Key } from "../ui/Key";
import { Sheet } from "../ui/Sheet";
import { benchNow, lasts, moment } from "../ui/time";

interface CoatSheetProps {
  drying: Schemas["DryingView"] | null;
  now: Date;
  zone: string;
  onClose: () => void;
}

/** A coat: its three times and where they come from, the user's own test, what is known of it. */
export function CoatSheet({ drying, now, zone, onClose }: CoatSheetProps) {
  return (
    <Sheet title={drying ? `${drying.unit}: ${drying.what}` : ""} open={drying !== null} onOpenChange={(open) => open || onClose()}>
      {drying ? <CoatBody key={drying.coatId} drying={drying} now={now} zone={zone} onClose={onClose} /> : null}
    </Sheet>
  );
}

function CoatBody({ drying, now, zone, onClose }: { drying: Schemas["DryingView"]; now: Date; zone: string; onClose: () => void }) {
  const times = [
    ["early", drying.early, "a test begins to make sense"],
    ["usual", drying.usual, "half of such coats are ready"],
    ["sure", drying.sure, drying.safeTo],
  ] as const;
  const test = (finding: Schemas["Finding"]) => {
    void act("test", { coatId: drying.coatId, stage: drying.stage, finding }, benchNow());
    onClose();
  };
  return (
    <div className="flex flex-col gap-4">
      <p className="text-note text-ink-2">
        {drying.models} {drying.models === 1 ? "model" : "models"}, {drying.product.replaceAll("_", " ")}
        {drying.method ? `, ${drying.method.replaceAll("_", " ")}` : ""}, coat {drying.number}, {drying.film} film. Waiting for:{" "}
        {drying.stage.replaceAll("_", " ")}.
      </p>
      <dl className="grid gap-x-4 gap-y-1 [grid-template-columns:auto_auto_1fr]">
        {times.map(([name, at, words]) => (
          <div key={name} className="contents">
            <dt className="self-baseline">{name}</dt>
            <dd className={`digits self-baseline ${name === "sure" ? "text-[44px]" : "text-[30px]"}`}>{moment(at, now, zone)}</dd>
            <dd className="self-baseline text-note text-ink-2">
              {words}
              {Date.parse(at) > now.getTime() ? `, ${lasts((Date.parse(at) - now.getTime()) / 60_000)} to go` : ""}
            </dd>
          </div>
        ))}
      </dl>
      <p className="text-note">Where this comes from: {drying.basis}.</p>
      {drying.canTest ? (
        <div>
          <h3 className="mb-2 text-body">Touch it where it will not show. How is it?</h3>
          <div className="flex flex-wrap gap-2">
            <Key tone="dark" onClick={() => test("dry_at")}>
              Dry
            </Key>
            <Key onClick={() => test("not_dry_at")}>Still tacky</Key>
          </div>
        </div>
      ) : (
        <p className="text-note text-ink-2">
          {drying.expected
            ? "The work still goes on: times count from the last model."
            : `A test makes no sense before ${moment(drying.early, now, zone)}.`}
        </p>
      )}
      <Known drying={drying} />
      <NoBell drying={drying} />
    </div>
  );
}

function Known({ drying }: { drying: Schemas["DryingView"] }) {
  const [air, setAir] = useState(drying.airC === null ? "" : String(drying.airC));
  const [humidity, setHumidity] = useState(drying.humidityPct === null ? "" : String(drying.humidityPct));
  const number = (text: string) => (text.trim() === "" || Number.isNaN(Number(text)) ? null : Number(text));
  const input = "w-20 min-h-12 border-b-[4px] border-hand bg-above px-2 text-body strong text-hand";
  return (
    <form
      className="flex flex-wrap items-center gap-x-3 gap-y-2 border-t-[3px] border-rule pt-3"
      onSubmit={(e) => {
        e.preventDefault();
        void act("coat", { coatId: drying.coatId, airC: number(air), humidityPct: number(humidity) }, benchNow());
      }}
    >
      <span>The film went on</span>
      <Choice
        label="Film"
        value={drying.film}
        options={[
          { value: "light", text: "light" },
          { value: "normal", text: "normal" },
          { value: "heavy", text: "heavy" },
        ]}
        onChange={(film) => void act("coat", { coatId: drying.coatId, film }, benchNow())}
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

// The alert of this wait need not come: silenced here, it is silent on every device.
function NoBell({ drying }: { drying: Schemas["DryingView"] }) {
  const silence = useMutation({
    mutationFn: async () => {
      await api.POST("/api/alerts/{key}/heard", {
        params: { path: { key: `${drying.coatId}:${drying.stage}` }, query: { silenced: true } },
      });
    },
  });
  return (
    <p aria-live="polite">
      {silence.isSuccess ? (
        "It will not ring."
      ) : (
        <Key disabled={silence.isPending} onClick={() => silence.mutate()}>
          {silence.error ? "Not silenced: once more" : "Do not ring for this"}
        </Key>
      )}
    </p>
  );
}
