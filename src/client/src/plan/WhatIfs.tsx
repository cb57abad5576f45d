import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { api, data, type Schemas, wordsOf } from "../api/client";
import { lookAgain } from "../api/queries";
import { Key } from "../ui/Key";
import { Sheet } from "../ui/Sheet";
import { SecondPlan } from "./SecondPlan";

type Ask = Schemas["WhatIfAsk"];
type Second = { key: string; ask: Ask; view: Schemas["WhatIfView"] };

const field = "min-h-12 rounded-slab border-b-[4px] border-hand bg-sheet px-2 strong text-hand";

/** What if: questions to the plan, each answered by a second plan beside the first, taken or dropped with one act. */
export function WhatIfs({ plan }: { plan: Schemas["PlanView"] }) {
  const [held, setHeld] = useState<readonly Second[]>([]);
  const ask = useMutation({
    mutationFn: async (question: Ask) => data(await api.POST("/api/plan/what-if", { body: question })),
    onSuccess: (view, question) => setHeld((all) => [{ key: crypto.randomUUID(), ask: question, view }, ...all].slice(0, 4)),
  });
  const take = useMutation({
    mutationFn: async (second: Second) => {
      await taken(second, plan);
      return second.key;
    },
    onSuccess: (key) => setHeld((all) => all.filter((s) => s.key !== key)),
    onSettled: () => lookAgain(),
  });
  return (
    <Sheet title="What if" opener={<Key>What if</Key>}>
      <Questions plan={plan} busy={ask.isPending} onAsk={(question) => ask.mutate(question)} />
      <p aria-live="polite">
        {ask.isPending ? "Working out a second plan" : ask.error ? wordsOf(ask.error) : take.error ? wordsOf(take.error) : null}
      </p>
      <ul className="mt-3 grid gap-4 sm:grid-cols-2" data-what-ifs={held.length}>
        {held.map((second) => (
          <li key={second.key} className="flex flex-col gap-1 border-t-[3px] border-ink pt-2">
            <SecondPlan view={second.view} />
            <div className="flex flex-wrap gap-2">
              <Key tone="dark" disabled={take.isPending} onClick={() => take.mutate(second)}>
                Take it
              </Key>
              <Key onClick={() => setHeld((all) => all.filter((s) => s.key !== second.key))}>Drop it</Key>
            </div>
          </li>
        ))}
      </ul>
    </Sheet>
  );
}

function Questions({ plan, busy, onAsk }: { plan: Schemas["PlanView"]; busy: boolean; onAsk: (ask: Ask) => void }) {
  const next = plan.sittings.find((s) => !s.isNow)?.date ?? plan.now.slice(0, 10);
  const [date, setDate] = useState(next);
  const [until, setUntil] = useState(next);
  const [begins, setBegins] = useState("19:30");
  const [ends, setEnds] = useState("22:00");
  const [handles, setHandles] = useState("");
  const [unit, setUnit] = useState(plan.promises[0]?.unitId ?? "");
  const put = (kind: Ask["kind"], more: Partial<Ask> = {}) => onAsk({ ...more, kind });
  const time = (t: string) => `${t}:00`;
  return (
    <div className="flex flex-col gap-3">
      <div className="flex flex-wrap items-center gap-2">
        <input type="date" aria-label="Day" value={date} onChange={(e) => setDate(e.target.value)} className={field} />
        <input type="time" aria-label="From" value={begins} onChange={(e) => setBegins(e.target.value)} className={field} />
        <input type="time" aria-label="To" value={ends} onChange={(e) => setEnds(e.target.value)} className={field} />
        <Key disabled={busy} onClick={() => put("evening", { date, begins: time(begins), ends: time(ends) })}>
          Another evening
        </Key>
        <Key disabled={busy} onClick={() => put("later_start", { date, begins: time(begins) })}>
          A later start
        </Key>
        <Key disabled={busy} onClick={() => put("rain", { date })}>
          Rain that day
        </Key>
      </div>
      <div className="flex flex-wrap items-center gap-2">
        <label className="flex items-center gap-2">
          until
          <input type="date" aria-label="Last day away" value={until} onChange={(e) => setUntil(e.target.value)} className={field} />
        </label>
        <Key disabled={busy} onClick={() => put("away", { date, until })}>
          Away till then
        </Key>
        <input
          inputMode="numeric"
          aria-label="Handles"
          placeholder="handles"
          value={handles}
          onChange={(e) => setHandles(e.target.value.replace(/\D/g, ""))}
          className={`${field} w-28`}
        />
        <Key disabled={busy || handles === ""} onClick={() => put("handles", { handles: Number(handles) })}>
          That many handles
        </Key>
      </div>
      <div className="flex flex-wrap items-center gap-2">
        <select aria-label="Unit" value={unit} onChange={(e) => setUnit(e.target.value)} className={field}>
          {plan.promises.map((p) => (
            <option key={p.unitId} value={p.unitId}>
              {p.unit}
            </option>
          ))}
        </select>
        <Key disabled={busy || unit === ""} onClick={() => put("first", { unitId: unit })}>
          This unit first
        </Key>
        <Key disabled={busy} onClick={() => put("airbrush")}>
          Airbrush, not can
        </Key>
        <Key disabled={busy} onClick={() => put("skip_filling")}>
          No filling on rank and file
        </Key>
        <Key disabled={busy} onClick={() => put("better")}>
          Search longer
        </Key>
      </div>
    </div>
  );
}

// What a second plan stands for is done to the bench in one go; a longer search is kept as a plan.
async function taken({ key, ask }: Second, plan: Schemas["PlanView"]) {
  if (ask.kind === "better") await api.POST("/api/plan/better", { body: { madeAt: plan.madeAt, budget: plan.budget } });
  else await api.POST("/api/plan/take", { body: { id: key, ask } });
}
