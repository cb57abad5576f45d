import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, type Schemas, wordsOf } from "../api/client";
import { act } from "../api/outbox";
import { priceQuery } from "../api/queries";
import { useWrite } from "../api/write";
import { benchNow } from "../ui/clock";
import { Key } from "../ui/Key";
import { Mark } from "../ui/Mark";
import { Sheet } from "../ui/Sheet";
import { Detour } from "./Detour";

interface FindingProps {
  finding: Schemas["FindingView"];
  now: Date;
  zone: string;
  onLater: () => void;
}

/** What was found: why, what mends it, what that costs every unit, and the keys that decide. */
export function Finding({ finding, now, zone, onLater }: FindingProps) {
  // To leave it is a key of its own.
  const repairs = finding.repairs.filter((r) => r.id !== "leave_it");
  const can = repairs.filter((r) => r.bars.length === 0);
  const first = can.find((r) => r.takesSteps) ?? can[0];
  const [picked, setPicked] = useState<string | null>(null);
  const repair = repairs.find((r) => r.id === picked) ?? first;
  const asked = repair?.takesSteps && repair.bars.length === 0 ? { flawId: finding.flawId, repair: repair.id } : null;
  // At once by the plan that is kept, then by a search behind it.
  const kept = useQuery(priceQuery(asked && { ...asked, searched: false }));
  const searched = useQuery(priceQuery(asked && { ...asked, searched: true }));
  const price = searched.data ? searched : kept;
  const take = useWrite("plan", (ask: Schemas["WhatIfAsk"], intent) => api.POST("/api/plan/take", { body: { id: intent.id, ask } }));
  const back = useWrite("plan", (repairId: string, intent) =>
    api.POST("/api/gate/repairs/{repairId}/back", { params: { path: { repairId } }, body: { id: intent.id } }),
  );
  const close = (end: Schemas["FlawEnd"], words?: string) => {
    for (const flawId of finding.flawIds)
      void act("mend", { flawId, end, ...(words ? { words } : {}), ...(end === "mended" ? {} : { anyway: true }) }, benchNow());
  };
  const problem = take.error ?? back.error ?? price.error;
  return (
    <section
      data-finding={finding.kind ?? "words"}
      className="grid gap-x-7 gap-y-3 lg:[grid-template-columns:minmax(0,1fr)_332px]"
      aria-label={finding.headline}
    >
      <div className="min-w-0">
        <h2 className="text-lead leading-tight">{finding.headline}</h2>
        <Why finding={finding} />
        {finding.widths?.length && !finding.inPlan ? (
          <div className="mt-2 flex flex-wrap items-center gap-2">
            <span className="strong">What goes in?</span>
            {finding.widths.map((w) => (
              <button
                key={w.text}
                type="button"
                aria-pressed={w.repair === repair?.id}
                onClick={() => setPicked(w.repair)}
                className={`min-h-12 rounded-key border-[3px] border-ink px-3 ${w.repair === repair?.id ? "bg-ink text-sheet" : ""}`}
              >
                {w.text}
              </button>
            ))}
          </div>
        ) : null}
        {finding.inPlan ? (
          <p className="mt-3 flex flex-wrap items-center gap-3 rounded-slab border-[3px] border-redo bg-above px-3 py-2">
            <span>
              <b>{finding.inPlan.words}</b> is in the plan. {finding.inPlan.text}.
            </span>
            {finding.inPlan.canTakeBack ? (
              <Key disabled={back.isPending} onClick={() => finding.inPlan && back.mutate(finding.inPlan.id)}>
                Take it out again
              </Key>
            ) : null}
          </p>
        ) : (
          <ul className="mt-3 flex flex-wrap gap-2" aria-label="What mends it">
            {repairs.map((r) => (
              <li key={r.id}>
                <button
                  type="button"
                  aria-pressed={r.id === repair?.id}
                  onClick={() => setPicked(r.id)}
                  className={`min-h-12 rounded-key border-[3px] px-3 text-left leading-tight ${
                    r.bars.length > 0 ? "border-rule text-ink-2" : r.id === repair?.id ? "border-redo bg-redo text-on-redo" : "border-ink"
                  }`}
                >
                  <span className={r.bars.length > 0 ? "line-through" : "strong"}>{r.words}</span>
                  <span className="block text-note">{r.bars.length > 0 ? "refused" : r.detail || "nothing to do"}</span>
                </button>
              </li>
            ))}
          </ul>
        )}
        {repair && !finding.inPlan && (repair.bars.length > 0 || repair.warnings.length > 0) ? (
          <p className={`mt-1 text-note ${repair.bars.length > 0 ? "strong text-redo" : ""}`}>
            {[...repair.bars, ...repair.warnings].join(" ")}
          </p>
        ) : null}
        {price.data && !finding.inPlan ? <Detour price={price.data} now={now} zone={zone} /> : null}
      </div>
      {finding.inPlan ? null : (
        <div className="flex flex-col gap-2">
          <h3 className="text-body">What it costs</h3>
          <div aria-live="polite" className="flex flex-col gap-1.5 text-note">
            {problem ? <p className="strong text-redo">{wordsOf(problem)}</p> : null}
            {price.data ? (
              <Cost price={price.data} searching={!searched.data} />
            ) : price.isFetching ? (
              <p>Working out the price</p>
            ) : (
              <p>{repair?.takesSteps ? "" : "No hands, no steps: nothing in the plan moves."}</p>
            )}
          </div>
          <div className="mt-auto grid grid-cols-2 gap-2">
            {repair?.takesSteps ? (
              <Key
                tone="dark"
                className="col-span-2 min-h-[60px]! text-[21px]!"
                disabled={!price.data || take.isPending}
                onClick={() => price.data && take.mutate(price.data.ask)}
              >
                Put it in the plan
              </Key>
            ) : null}
            <Key onClick={onLater}>Not now</Key>
            <Leave finding={finding} onLeave={close} />
            <Key className="col-span-2" onClick={() => close("mended")}>
              It is mended
            </Key>
          </div>
        </div>
      )}
    </section>
  );
}

function Why({ finding }: { finding: Schemas["FindingView"] }) {
  const [first, second] = finding.causes;
  if (!first) return null;
  const named = finding.causes.find((c) => c.for.length > 0) ?? first;
  return (
    <p className="mt-1">
      {named.for.length > 0
        ? `${named.for.join(" ")} ${named.next}`
        : `Usual reasons: ${finding.causes
            .slice(0, 3)
            .map((c) => c.words)
            .join("; ")}.`}{" "}
      {finding.loops > 0 ? `Mended ${finding.loops === 1 ? "once" : `${finding.loops} times`} before.` : null}{" "}
      <Sheet
        title={finding.headline}
        opener={
          <button type="button" className="min-h-8 strong underline">
            How sure, what else, and how to tell
          </button>
        }
      >
        <ul className="flex flex-col gap-3">
          {finding.causes.map((c) => (
            <li key={c.id}>
              <p className="strong">
                {c.likely}: {c.words}
              </p>
              {c.for.map((t) => (
                <p key={t}>For it: {t}</p>
              ))}
              {c.against.map((t) => (
                <p key={t} className="text-ink-2">
                  Against it: {t}
                </p>
              ))}
              {c.learned ? <p>{c.learned}</p> : null}
              <p className="text-note">
                Next time: {c.next}
                {c.houseRule ? ` The house rule "${c.houseRule}" decides it here.` : ""}
                {c.label ? ` ${c.label}` : ""}
              </p>
            </li>
          ))}
          <li className="strong">{finding.unexplained}: something else</li>
        </ul>
        {second ? <p className="mt-4">{finding.test}</p> : null}
        <p className="mt-3 text-note text-ink-2">
          A rule of thumb of the trade, weighed by what your log says; what nobody wrote down counts for nothing.
        </p>
      </Sheet>
    </p>
  );
}

function Cost({ price, searching }: { price: Schemas["RepairPriceView"]; searching: boolean }) {
  const moved = price.units.filter((u) => u.effect !== "same");
  const still = price.units.length - moved.length;
  return (
    <>
      {moved.slice(0, 3).map((u) => (
        <p key={u.unitId} className="flex items-start gap-2">
          <Mark mark={u.mark} size={26} />
          <span>
            <b>
              {u.unit}: {u.words}.
            </b>{" "}
            {u.was} becomes {u.willBe}
          </span>
        </p>
      ))}
      {moved.length > 3 ? <p>and {moved.length - 3} more units move</p> : null}
      <p>
        {still === 0 ? null : moved.length === 0 ? (
          <b>No unit moves by an hour.</b>
        ) : (
          `${still} ${still === 1 ? "unit stays" : "units stay"} as planned.`
        )}
      </p>
      <p>
        <b>{price.handsText}.</b> {price.follows}
        {searching ? " A cheaper place for it is being looked for." : null}
      </p>
    </>
  );
}

// Left with a reason: good enough, or hidden.
function Leave({ finding, onLeave }: { finding: Schemas["FindingView"]; onLeave: (end: Schemas["FlawEnd"], words?: string) => void }) {
  const [open, setOpen] = useState(false);
  const [words, setWords] = useState("");
  const spoils = finding.repairs.find((r) => r.id === "leave_it")?.bars ?? [];
  const leave = (end: Schemas["FlawEnd"]) => {
    onLeave(end, words.trim() || undefined);
    setOpen(false);
  };
  return (
    <Sheet title={`Leave it: ${finding.words.toLowerCase()}`} open={open} onOpenChange={setOpen} opener={<Key>Leave it</Key>}>
      {spoils.length > 0 ? <p className="mb-3 rounded-slab bg-limit px-3 py-1 text-on-limit">{spoils.join(" ")}</p> : null}
      <label className="block">
        Why, if you want to know later
        <input
          value={words}
          maxLength={200}
          onChange={(e) => setWords(e.target.value)}
          className="mt-1 min-h-12 w-full rounded-key border-[3px] border-ink bg-above px-3"
        />
      </label>
      <div className="mt-4 flex flex-wrap gap-2">
        <Key tone="dark" onClick={() => leave("accepted")}>
          Good enough as it is
        </Key>
        <Key onClick={() => leave("hidden")}>Hidden: it will not be seen</Key>
      </div>
      <p className="mt-3 text-note text-ink-2">It is kept with the day, and not asked again.</p>
    </Sheet>
  );
}
