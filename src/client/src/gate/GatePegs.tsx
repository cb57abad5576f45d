import type { Schemas } from "../api/client";

interface GatePegsProps {
  models: readonly Schemas["GateModelView"][];
  inHand: number | null;
  onChoose: (number: number) => void;
}

const most = 8;

/** The models: clean, flawed, in hand, to come. A touch takes one in hand. */
export function GatePegs({ models, inHand, onChoose }: GatePegsProps) {
  const at = Math.max(
    0,
    models.findIndex((m) => m.number === inHand),
  );
  const from = models.length > most ? Math.min(Math.max(0, at - 3), models.length - most) : 0;
  return (
    <ul className="flex gap-1" aria-label={`${models.filter((m) => m.state === "clean").length} of ${models.length} are clean`}>
      {models.slice(from, from + most).map((m) => {
        const hand = m.number === inHand;
        const tone = hand ? "text-hand" : m.state === "flawed" ? "text-redo" : "text-ink";
        const words = hand ? "in hand" : m.words || "to come";
        return (
          <li key={m.number} className="min-w-0 flex-1">
            <button
              type="button"
              aria-pressed={hand}
              onClick={() => onChoose(m.number)}
              className={`flex w-full flex-col items-center ${tone}`}
            >
              <svg viewBox="0 -4 64 124" className="h-[108px] w-auto max-md:h-[56px]" aria-hidden="true">
                <g
                  transform={hand ? "translate(0 -6)" : "translate(0 6)"}
                  className={hand || m.state === "clean" ? "fill-current stroke-current" : "fill-none stroke-current"}
                  strokeWidth={4}
                >
                  <circle cx={32} cy={16} r={12} />
                  <path d="M14 92V54C14 42 22 34 32 34S50 42 50 54V92Z" />
                  <path d="M6 100H58V108C58 111 56 112 54 112H10C8 112 6 111 6 108Z" />
                </g>
                {m.state === "clean" && !hand ? (
                  <path d="M22 74L29 82L43 62" className="fill-none stroke-on-ink" strokeWidth={6} />
                ) : m.state === "flawed" && !hand ? (
                  <path d="M20 84L26 66L32 84L38 66L44 84" className="fill-none stroke-redo" strokeWidth={5} />
                ) : (
                  <text
                    x={32}
                    y={hand ? 74 : 86}
                    textAnchor="middle"
                    fontSize={26}
                    className={`strong ${hand ? "fill-on-hand" : "fill-ink"}`}
                  >
                    {m.number}
                  </text>
                )}
              </svg>
              <span className="strong">{m.number}</span>
              <span className="max-w-full truncate text-note">{words}</span>
            </button>
          </li>
        );
      })}
    </ul>
  );
}
