import { useEffect, useRef, useState } from "react";
import type { Schemas } from "../api/client";
import { Fold } from "../line/Fold";

interface RouteStepsProps {
  steps: readonly Schemas["RouteStepView"][];
  chosen: string;
  onChoose: (stepId: string) => void;
}

const spoken: Record<Schemas["SideState"], string> = {
  none: "not needed",
  rest: "not started",
  hand: "in hand",
  wait: "drying",
  done: "done",
  redo: "needs rework",
};

/** Fewer are not worth a fold. */
const leastFolded = 3;

/** The exact route as a string of knots: square = work, diamond = gate, long box = painting. Labels stand above and below by turns; a look
 * is about what stands before it, and its full name is in its title. */
export function RouteSteps({ steps, chosen, onChoose }: RouteStepsProps) {
  const list = useRef<HTMLOListElement>(null);
  const [unfolded, setUnfolded] = useState(false);
  // The last that is done stays, and so does the one that is looked at.
  const open = steps.findIndex((s) => s.id === chosen || (s.state !== "done" && !s.notNeeded));
  const folded = unfolded || open < leastFolded + 1 ? 0 : open - 1;
  useEffect(() => {
    const knot = list.current?.querySelector(`[data-knot="${CSS.escape(chosen)}"]`);
    knot?.scrollIntoView({ block: "nearest", inline: "nearest" });
  }, [chosen]);
  return (
    <ol ref={list} aria-label="The route, step by step" className="flex snap-x scroll-px-4 overflow-x-auto px-4 md:scroll-px-10 md:px-10">
      {folded > 0 ? (
        <li className="relative w-[72px] shrink-0 snap-start">
          <button
            type="button"
            onClick={() => setUnfolded(true)}
            data-folded={folded}
            className="flex h-[90px] w-full flex-col justify-center"
          >
            <span className="absolute top-1 w-full text-center text-axis text-ink-2">
              {folded} done<span className="sr-only">: unfold them</span>
            </span>
            <Fold height={36} line={18} />
          </button>
        </li>
      ) : null}
      {steps.map((s, i) =>
        i < folded ? null : (
          <li key={s.id} data-knot={s.id} className="relative min-w-[52px] flex-1 snap-start lg:min-w-[46px]">
            <div aria-hidden="true" className="absolute inset-x-0 top-[43px] h-[3px] bg-ink" />
            <button
              type="button"
              aria-pressed={s.id === chosen}
              onClick={() => onChoose(s.id)}
              className="relative flex h-[90px] w-full flex-col items-center justify-center"
            >
              <span
                className={`absolute whitespace-nowrap text-axis tracking-tight ${i % 2 === 0 ? "top-1" : "bottom-1"}
                ${s.id === chosen ? "strong text-ink" : "text-ink-2"}`}
              >
                {s.isGate ? "look" : s.short}
              </span>
              <span className="sr-only">
                : {s.title}, {spoken[s.state]}
                {s.done > 0 && s.done < s.total ? `, ${s.done} of ${s.total}` : ""}
              </span>
              <Knot step={s} chosen={s.id === chosen} />
            </button>
          </li>
        ),
      )}
    </ol>
  );
}

function Knot({ step, chosen }: { step: Schemas["RouteStepView"]; chosen: boolean }) {
  const fill = {
    none: "fill-above stroke-ink-2",
    rest: "fill-above stroke-ink",
    hand: "fill-hand stroke-hand",
    wait: "fill-wait stroke-wait",
    done: "fill-ink stroke-ink",
    redo: "fill-above stroke-redo",
  }[step.state];
  const size = chosen ? 1.35 : 1;
  return (
    <svg width={34} height={34} viewBox="-17 -17 34 34" aria-hidden="true">
      <g transform={`scale(${size})`} className={fill} strokeWidth={2.4}>
        {step.notNeeded ? (
          <path d="M-5 0H5" />
        ) : step.state === "redo" ? (
          <path d="M-9 6L-4.5-6L0 6L4.5-6L9 6" className="fill-none" strokeWidth={3.4} />
        ) : step.state === "wait" ? (
          <circle r={8} />
        ) : step.isGate ? (
          <path d="M0-9.500L8.500 0L0 9.500L-8.500 0Z" />
        ) : step.side === "paint" ? (
          <rect x={-11} y={-6} width={22} height={12} />
        ) : (
          <rect x={-6.5} y={-6.5} width={13} height={13} />
        )}
      </g>
    </svg>
  );
}
