import type { Schemas } from "../api/client";

/** A second plan beside the first: what it wins and loses for each unit. */
export function SecondPlan({ view }: { view: Schemas["WhatIfView"] }) {
  return (
    <>
      <h3 className="text-[19px]">{view.title}</h3>
      <p className="strong">{view.summary}</p>
      <ul>
        {view.units.map((u) => (
          <li key={u.unitId} className="mt-1 leading-snug">
            {u.unit}
            <span className="block">
              {u.willBe}{" "}
              <span className={u.effect === "later" || u.effect === "no_place" ? "strong text-redo" : "text-ink-2"}>{u.words}</span>
            </span>
          </li>
        ))}
      </ul>
      <p className="text-note text-ink-2">{view.stepsMoved === 1 ? "1 step moves" : `${view.stepsMoved} steps move`}</p>
    </>
  );
}
