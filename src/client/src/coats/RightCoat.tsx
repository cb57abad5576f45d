import { useState } from "react";
import type { Schemas } from "../api/client";
import { act } from "../api/outbox";
import { KnownOfCoat } from "../bench/KnownOfCoat";
import { Ago } from "../ui/Ago";
import { benchNow } from "../ui/clock";
import { moment } from "../ui/clockface";
import { Key } from "../ui/Key";
import { Sheet } from "../ui/Sheet";

interface RightCoatProps {
  coat: Schemas["CoatLogView"] | null;
  now: Date;
  zone: string;
  onClose: () => void;
}

/** Puts a coat of the log right: its film, its air, when it was really done. Each correction is an entry of its own. */
export function RightCoat({ coat, now, zone, onClose }: RightCoatProps) {
  return (
    <Sheet title={coat ? `${coat.unit}: ${coat.what}` : ""} open={coat !== null} onOpenChange={(open) => open || onClose()}>
      {coat ? (
        <div className="flex flex-col gap-4">
          <p className="text-note text-ink-2">
            {coat.product}, {coat.models} {coat.models === 1 ? "model" : "models"}
            {coat.endedAt ? `, on since ${moment(coat.endedAt, now, zone)}` : ", still going on"}.
          </p>
          <KnownOfCoat key={coat.coatId} coatId={coat.coatId} film={coat.film} airC={coat.airC} humidityPct={coat.humidityPct} />
          {coat.endedAt ? <EndedEarlier coatId={coat.coatId} endedAt={coat.endedAt} now={now} zone={zone} /> : null}
        </div>
      ) : null}
    </Sheet>
  );
}

/** A tick that came late: the coat dries from its real end. */
export function EndedEarlier({ coatId, endedAt, now, zone }: { coatId: string; endedAt: string; now: Date; zone: string }) {
  const [minutes, setMinutes] = useState(10);
  const ended = new Date(Date.parse(endedAt) - minutes * 60_000);
  return (
    <div className="flex flex-wrap items-center gap-3 border-t-[3px] border-rule pt-3">
      <span>The tick came late: it was really on</span>
      <Ago label="Earlier by" minutes={minutes} least={5} words="earlier" onChange={setMinutes} />
      <Key onClick={() => void act("coat", { coatId, endedAt: ended.toISOString() }, benchNow())}>
        It was on at {moment(ended, now, zone)}
      </Key>
    </div>
  );
}
