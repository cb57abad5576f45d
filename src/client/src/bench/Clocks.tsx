import { Link } from "@tanstack/react-router";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { act } from "../api/outbox";
import { Ago } from "../ui/Ago";
import { capital } from "../ui/capital";
import { benchNow, useNow } from "../ui/clock";
import { Key } from "../ui/Key";

/** Starts a wait of minutes at the step: shaking, soaking, the dip. Begun a while ago, it is dated back. */
export function StartClock({ stepId, clock }: { stepId: string; clock: Schemas["ClockOffer"] }) {
  const [ago, setAgo] = useState(0);
  return (
    <p className="flex flex-wrap items-center gap-x-2 gap-y-1 py-1">
      <Key onClick={() => void act("clock", { stepId, clock: clock.kind }, new Date(benchNow().getTime() - ago * 60_000))}>
        {clock.text}
      </Key>
      <Ago label="Begun" minutes={ago} onChange={setAgo} />
      <span className="text-note text-ink-2">{clock.note}</span>
    </p>
  );
}

/** The waits of minutes that run: a large count down, and up again once it rang. */
export function Clocks({ clocks, inHand }: { clocks: readonly Schemas["ClockView"][]; inHand: string | null }) {
  const now = useNow();
  return (
    <ul className="flex flex-col gap-1" data-clocks={clocks.length}>
      {clocks.map((c) => {
        const left = Math.ceil((Date.parse(c.sure) - now.getTime()) / 1000);
        const early = Date.parse(c.early) <= now.getTime();
        return (
          <li key={c.id} className="flex items-center gap-x-3" role="timer">
            <span className={`digits text-[52px] leading-none ${left > 0 ? "text-wait" : "text-hand"}`}>{count(Math.abs(left))}</span>
            <span className="min-w-0 flex-1 leading-tight">
              {c.stepId === inHand ? <span className="strong">{capital(c.runs)}</span> : `${c.unit}, ${c.runs}`}
              <span className="block text-note text-ink-2">{left <= 0 ? c.over : early ? "You may look now" : "Leave it"}</span>
            </span>
            {c.isRun ? (
              <SoakLink stepId={c.stepId} text="The run" />
            ) : (
              <Key onClick={() => void act("stop_clock", { clockId: c.id }, benchNow())}>{left > 0 ? "Stop it" : "Done"}</Key>
            )}
          </li>
        );
      })}
    </ul>
  );
}

/** Leads to the run of transfers, group by group. */
export function SoakLink({ stepId, text }: { stepId: string; text: string }) {
  return (
    <Link
      to="/soak/$stepId"
      params={{ stepId }}
      className="inline-flex min-h-12 items-center rounded-key border-[3px] border-ink bg-above px-5 strong"
    >
      {text}
    </Link>
  );
}

/** Seconds as 1:05. */
export function count(seconds: number): string {
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, "0")}`;
}
