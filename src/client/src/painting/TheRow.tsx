import type { Schemas } from "../api/client";

const most = 20;

/** The row by model and pass: a bar for each pass under its model. */
export function TheRow({ painting }: { painting: Schemas["PaintingView"] }) {
  const next = painting.models.findIndex((m) => m.isNext);
  const from = Math.max(0, Math.min(next - 4, painting.models.length - most));
  const shown = painting.models.slice(from, from + most);
  const on = painting.passes.find((p) => p.isOn)?.number ?? 0;
  return (
    <section aria-label="The row" className="min-w-0">
      <h2 className="text-[20px]">
        The row <span className="font-normal text-note text-ink-2">{painting.row}</span>
      </h2>
      <ol className="mt-2 flex flex-wrap gap-x-2 gap-y-3">
        {shown.map((m) => (
          <li key={m.number} className="flex w-[44px] flex-col items-center">
            <span className="sr-only">
              Model {m.number}: {m.had.length} of {painting.passes.length} passes
            </span>
            <Figure number={m.number} state={m.had.length === painting.passes.length ? "done" : m.isNext ? "hand" : "rest"} />
            <span className="mt-1.5 flex w-9 flex-col gap-[3px]" aria-hidden="true">
              {painting.passes.map((p) => (
                <span
                  key={p.number}
                  className={`block ${painting.passes.length > 12 ? "h-[4px]" : "h-[6px]"} ${
                    m.had.includes(p.number) ? "bg-ink" : m.isNext && p.number === on ? "bg-hand" : "bg-pleat-dim"
                  }`}
                />
              ))}
            </span>
          </li>
        ))}
      </ol>
      {painting.models.length > most ? (
        <p className="mt-1 text-note text-ink-2">
          Models {shown[0]?.number} to {shown.at(-1)?.number} of {painting.models.length}.
        </p>
      ) : null}
    </section>
  );
}

function Figure({ number, state }: { number: number; state: "done" | "hand" | "rest" }) {
  const fill = state === "done" ? "fill-ink stroke-ink" : state === "hand" ? "fill-hand stroke-hand" : "fill-none stroke-ink";
  return (
    <svg viewBox="0 0 44 62" className="h-[62px] w-[44px]" aria-hidden="true">
      <g className={fill} strokeWidth={2.4}>
        <circle cx={22} cy={9} r={7} />
        <path d="M10 46V30C10 22 15 18 22 18S34 22 34 30V46Z" />
        <path d="M3 50H41V55C41 57 40 58 38 58H6C4 58 3 57 3 55Z" />
      </g>
      <text
        x={22}
        y={40}
        textAnchor="middle"
        fontSize={15}
        className={state === "done" ? "fill-on-ink strong" : state === "hand" ? "fill-on-hand strong" : "fill-ink strong"}
      >
        {number}
      </text>
    </svg>
  );
}
