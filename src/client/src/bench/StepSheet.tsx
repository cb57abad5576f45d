import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { act } from "../api/outbox";
import { planStepQuery } from "../api/queries";
import { Ago } from "../ui/Ago";
import { benchNow } from "../ui/clock";
import { Key } from "../ui/Key";
import { Sheet } from "../ui/Sheet";
import { TestFirst } from "./TestFirst";

export interface LookedStep {
  stepId: string;
  unitId: string;
  unit: string;
  title: string;
  words: string;
  mayBegin: boolean;
}

/** A step touched on the line: when, what holds it there, and beginning it now. */
export function StepSheet({ looked, onClose }: { looked: LookedStep | null; onClose: () => void }) {
  const step = useQuery(planStepQuery(looked?.stepId ?? null)).data;
  const [ago, setAgo] = useState(0);
  const [asked, setAsked] = useState("");
  return (
    <Sheet title={looked ? `${looked.title}, ${looked.unit}` : ""} open={looked !== null} onOpenChange={(open) => open || onClose()}>
      {looked ? (
        <div className="flex flex-col gap-3">
          <p>{step ? `${step.day}, ${step.times}. ${step.note}` : looked.words}</p>
          {step && step.holds.length > 0 ? (
            <>
              <h3 className="text-body">What holds it</h3>
              <ul>
                {step.holds.map((h) => (
                  <li key={`${h.at}${h.text}`} className="flex gap-4">
                    <span className="digits min-w-16 text-[22px]">{h.time}</span>
                    <span className={h.binds ? "strong" : ""}>{h.text}</span>
                  </li>
                ))}
              </ul>
            </>
          ) : null}
          {step?.asks && asked === looked.stepId ? <p role="status">{step.asks}</p> : null}
          {looked.mayBegin && step?.test ? <TestFirst test={step.test} /> : null}
          <div className="flex flex-wrap gap-2">
            {looked.mayBegin ? (
              <>
                <Key
                  tone="dark"
                  onClick={() => {
                    if (step?.asks && asked !== looked.stepId) return setAsked(looked.stepId);
                    setAsked("");
                    void act(
                      "start",
                      { stepId: looked.stepId, ...(step?.test ? { dry: true } : {}) },
                      new Date(benchNow().getTime() - ago * 60_000),
                    );
                    setAgo(0);
                    onClose();
                  }}
                >
                  {step?.asks && asked === looked.stepId
                    ? "No way back: begin all the same?"
                    : ago === 0
                      ? step?.test
                        ? "It is dry: begin"
                        : "Begin it now"
                      : "It was begun then"}
                </Key>
                <Ago label="Begun" minutes={ago} onChange={setAgo} />
              </>
            ) : null}
            <Link
              to="/units/$id"
              params={{ id: looked.unitId }}
              className="inline-flex min-h-12 items-center rounded-key border-[3px] border-ink px-5 strong"
            >
              Show the route
            </Link>
          </div>
        </div>
      ) : null}
    </Sheet>
  );
}
