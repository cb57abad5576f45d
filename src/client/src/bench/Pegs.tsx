import type { Schemas } from "../api/client";

interface PegsProps {
  models: readonly Schemas["PegView"][];
  /** Models ticked here and not yet answered for. */
  pending: number;
  /** The passes of a session of painting: a bar for each under its model. */
  passes: Schemas["PassesView"] | null;
  chosen: number | null;
  onChoose: (number: number) => void;
  onCount: () => void;
}

const window_ = 10;

/** One peg a model: done solid, in hand lifted and coloured, the rest hollow. Above twelve, a window of ten around the one in hand. */
export function Pegs({ models, pending, passes, chosen, onChoose, onCount }: PegsProps) {
  const waiting = models.filter((m) => m.state === "hand" || m.state === "rest").slice(0, pending);
  const drawn = models.map((m) => ({ ...m, state: waiting.includes(m) ? ("done" as const) : m.state }));
  const open = drawn.find((m) => m.state === "rest" || m.state === "hand");
  if (pending > 0 && open) open.state = "hand";
  const inHand = chosen ?? drawn.find((m) => m.state === "hand")?.number ?? null;
  const at = Math.max(
    0,
    drawn.findIndex((m) => m.number === inHand),
  );
  const from = drawn.length > 12 ? Math.min(Math.max(0, at - 4), drawn.length - window_) : 0;
  const shown = drawn.length > 12 ? drawn.slice(from, from + window_) : drawn;
  const done = drawn.filter((m) => m.state === "done").length;
  return (
    <div className="flex items-end gap-2">
      <ul className="flex min-w-0 items-end gap-x-0.5 lg:gap-x-1" aria-label={`${done} of ${drawn.length} done`}>
        {shown.map((m) => (
          <li key={m.number} className="min-w-0">
            <button
              type="button"
              disabled={m.state === "done" || m.state === "held"}
              aria-pressed={m.number === inHand}
              aria-label={`Model ${m.number}: ${spoken[m.state]}${passes ? `, ${m.passes ?? 0} of ${passes.count} passes` : ""}`}
              onClick={(e) => {
                onChoose(m.number);
                if (e.detail > 0) e.currentTarget.blur();
              }}
              className="block"
            >
              <Peg state={m.number === inHand ? "hand" : m.state === "hand" ? "rest" : m.state} number={m.number} />
              {passes ? <PassBars had={m.passes ?? 0} count={passes.count} inHand={m.number === inHand} /> : null}
            </button>
          </li>
        ))}
      </ul>
      {drawn.length > 12 ? (
        <button type="button" onClick={onCount} className="min-h-12 shrink-0 px-2 text-body strong underline">
          {done} of {drawn.length}
        </button>
      ) : null}
    </div>
  );
}

/** A bar for each pass: had solid, the one in hand coloured, the rest pale. */
export function PassBars({ had, count, inHand }: { had: number; count: number; inHand: boolean }) {
  return (
    <span className="mt-1 flex w-full max-w-[50px] flex-col gap-0.5 px-1.5" aria-hidden="true">
      {Array.from({ length: count }, (_, i) => (
        <span
          // biome-ignore lint/suspicious/noArrayIndexKey: a bar is its place.
          key={i}
          className={`block ${count > 9 ? "h-[3px]" : "h-[5px]"} ${i < had ? "bg-ink" : inHand && i === had ? "bg-hand" : "bg-pleat-dim"}`}
        />
      ))}
    </span>
  );
}

const spoken: Record<Schemas["PegState"], string> = { done: "done", hand: "in hand", rest: "to do", held: "held back by a flaw" };

// The lifted peg sinks onto its base; with reduced motion in one step.
function sink(y: number) {
  return { transform: `translateY(${y}px)`, transition: "transform var(--m-tick) var(--m-ease)" };
}

function Peg({ state, number }: { state: Schemas["PegState"]; number: number }) {
  const lifted = state === "hand";
  const fill =
    state === "done"
      ? "fill-ink stroke-ink"
      : lifted
        ? "fill-hand stroke-hand"
        : state === "held"
          ? "fill-none stroke-redo"
          : "fill-none stroke-ink";
  return (
    <svg viewBox="0 0 52 100" className="h-auto w-full max-w-[50px] lg:w-[50px]" aria-hidden="true">
      <g className={fill} strokeWidth={2.4} style={sink(lifted ? 0 : 12)}>
        <circle cx={26} cy={11} r={9} />
        <path d="M12 72V40C12 30 18 24 26 24S40 30 40 40V72Z" />
      </g>
      <g className={fill} strokeWidth={2.4} style={sink(lifted ? -11 : 0)}>
        <path d="M4 86H48V93C48 95.500 46.500 97 44 97H8C5.500 97 4 95.500 4 93Z" />
      </g>
      {lifted ? <path d="M13 90L9 98H43L39 90Z" className="fill-hand" /> : null}
      {state === "done" ? (
        <path d="M18 66L24 73L35 58" className="fill-none stroke-on-ink" strokeWidth={4.5} />
      ) : state === "held" ? (
        <path d="M15 74L20 60L26 74L32 60L37 74" className="fill-none stroke-redo" strokeWidth={3.5} />
      ) : (
        <text x={26} y={lifted ? 58 : 74} textAnchor="middle" fontSize={19} className={lifted ? "fill-on-hand strong" : "fill-ink"}>
          {number}
        </text>
      )}
    </svg>
  );
}
