import { useState } from "react";
import type { Schemas } from "../api/client";
import { ConfirmChange, type Question } from "./ConfirmChange";

/** The schools of a step: arrow = followed, dots = possible, cross = barred. */
export function Ways({ step, batch }: { step: Schemas["RouteStepView"]; batch: Schemas["BatchView"] }) {
  const [asked, setAsked] = useState<Question | null>(null);
  if (step.ways.length === 0) return null;
  return (
    <div>
      <h3 className="text-[19px]">Other ways</h3>
      <ul>
        {step.ways.map((w) => (
          <li key={`${w.method}${w.product}`} className="flex items-start gap-3 border-b border-rule py-1">
            <Sign way={w} />
            <span className="min-w-0 flex-1">
              <b>{w.text}</b> <span className={w.verdict === "law" ? "text-redo" : "text-ink-2"}>{w.note}</span>
            </span>
            {w.chosen || w.verdict === "law" ? null : (
              <button
                type="button"
                className="min-h-11 shrink-0 px-2 strong underline"
                onClick={() => setAsked({ kind: "swap", step: step.kind, method: w.method, product: w.product, before: null })}
              >
                Take it<span className="sr-only">: {w.text}</span>
              </button>
            )}
          </li>
        ))}
      </ul>
      <ConfirmChange batch={batch} question={asked} onClose={() => setAsked(null)} />
    </div>
  );
}

function Sign({ way }: { way: Schemas["WayView"] }) {
  const words = way.chosen ? "followed" : way.verdict === "law" ? "barred" : "possible";
  return (
    <svg width="26" height="20" viewBox="0 0 26 20" role="img" aria-label={words} className="mt-1 shrink-0">
      {way.chosen ? (
        <path d="M2 8H15V3L24 10L15 17V12H2Z" className="fill-ink" />
      ) : way.verdict === "law" ? (
        <path d="M5 2L13 10L21 2M5 18L13 10L21 18" className="fill-none stroke-redo" strokeWidth="3" />
      ) : (
        <g className="fill-ink">
          <circle cx="5" cy="10" r="2.5" />
          <circle cx="13" cy="10" r="2.5" />
          <circle cx="21" cy="10" r="2.5" />
        </g>
      )}
    </svg>
  );
}
