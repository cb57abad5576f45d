import { Link } from "@tanstack/react-router";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { act } from "../api/outbox";
import { TestFirst } from "../bench/TestFirst";
import { CardText } from "../bench/Why";
import { MayI } from "../mayi/MayI";
import { benchNow } from "../ui/clock";
import { hands } from "../ui/clockface";
import { Key } from "../ui/Key";
import { Sheet } from "../ui/Sheet";
import { CautionSign } from "../ui/Sign";
import { ChangeStep } from "./ChangeStep";
import { Ways } from "./Ways";

/** Why a step is in the route, what it waits for, what it leaves behind. */
export function StepCard({ step, batch }: { step: Schemas["RouteStepView"]; batch: Schemas["BatchView"] }) {
  return (
    <div className="flex flex-col gap-2">
      <h2 className="text-main leading-tight">{step.title}</h2>
      <p>{step.notNeeded ?? step.reason}</p>
      <p className="text-ink-2">
        {step.when}, {hands(step.handsMinutes)} hands-on for all{step.method ? `, by ${step.method}` : ""}
        {step.done > 0 && step.done < step.total ? `, ${step.done} of ${step.total} done` : ""}.
      </p>
      <div className="flex flex-wrap gap-2">
        {step.cautions
          .filter((c) => c.grave)
          .map((c) => (
            <CautionSign key={c.short} caution={c} />
          ))}
      </div>
      {step.blocker ? <p className="text-ink-2">Now: {step.blocker.replace(/\.$/, "")}.</p> : null}
      {step.canBegin && step.test ? <TestFirst test={step.test} /> : null}
      <div className="flex flex-wrap gap-2">
        {step.canBegin ? (
          <Key tone="dark" onClick={() => void act("start", { stepId: step.id, ...(step.test ? { dry: true } : {}) }, benchNow())}>
            {step.test ? "It is dry: begin" : "Begin it now"}
          </Key>
        ) : null}
        <Sheet title={step.title} opener={<Key>How it is done</Key>}>
          <CardText card={step.card} cautions={step.cautions} />
        </Sheet>
        {step.notNeeded ? null : <MayI preset={{ batchId: batch.id, step: step.kind }} opener={<Key>May I, now?</Key>} />}
        {step.advice ? <Anyway key={step.id} step={step} advice={step.advice} /> : null}
        {step.notNeeded || step.isRepair ? null : <ChangeStep step={step} batch={batch} />}
        {step.notNeeded || step.done >= step.total ? null : (
          <Link
            to="/gate/$stepId"
            params={{ stepId: step.id }}
            className="inline-flex min-h-12 items-center rounded-key border-[3px] border-ink px-5 strong"
          >
            Look at them now
          </Link>
        )}
      </div>
      {(step.againstAdvice ?? []).map((line) => (
        <p key={line} className="text-note text-redo">
          {line}
        </p>
      ))}
      <Ways step={step} batch={batch} />
      {step.waitText ? (
        <>
          <h3 className="text-[19px]">Then leave alone</h3>
          <p>{step.waitText}</p>
        </>
      ) : null}
      {step.needs.length > 0 ? (
        <details>
          <summary className="min-h-11 cursor-pointer pt-2 text-[19px] strong">
            Not before {step.needs.length === 1 ? "one other step" : `${step.needs.length} other steps`}
          </summary>
          <ul>
            {step.needs.map((n) => (
              <li key={n}>{n}</li>
            ))}
          </ul>
        </details>
      ) : null}
    </div>
  );
}

// Good practice may be gone against on purpose, and is logged with what spoke against it; what has happened can always be logged.
function Anyway({ step, advice }: { step: Schemas["RouteStepView"]; advice: Schemas["AgainstAdvice"] }) {
  const [open, setOpen] = useState(false);
  const take = (kind: "start" | "set_count") => {
    setOpen(false);
    void act(kind, { stepId: step.id, anyway: true, ...(kind === "set_count" ? { count: step.total } : {}) }, benchNow());
  };
  return (
    <Sheet title={`${step.title}, all the same`} opener={<Key>Begin all the same</Key>} open={open} onOpenChange={setOpen}>
      <div className="flex flex-col gap-3">
        <p className={advice.isLaw ? "strong text-redo" : "strong"}>{advice.text}.</p>
        <p>
          {advice.isLaw
            ? "That is a law of the material: it is not begun. If it has happened, it is logged with what spoke against it."
            : "Good practice speaks against it. Begun all the same, it is logged with what spoke against it."}
        </p>
        <div className="flex flex-wrap gap-2">
          {advice.isLaw ? null : (
            <Key tone="dark" onClick={() => take("start")}>
              Begin it against advice
            </Key>
          )}
          <Key onClick={() => take("set_count")}>It has happened: all are done</Key>
        </div>
      </div>
    </Sheet>
  );
}
