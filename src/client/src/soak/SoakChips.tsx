import type { Schemas } from "../api/client";

const most = 12;

/** The transfers in a row: placed, in hand, in the water, to come. */
export function SoakChips({ view }: { view: Schemas["SoakView"] }) {
  // Of many the window lies round the one in hand.
  const from = Math.max(0, Math.min(view.placed - 4, view.total - most));
  const shown = Array.from({ length: Math.min(most, view.total) }, (_, k) => from + k + 1);
  return (
    <div className="mt-3">
      <p className="text-ink-2">
        <b className="text-[24px] text-ink">{view.placed}</b> of {view.total} placed
      </p>
      <ol className="mt-1 flex flex-wrap gap-2" aria-label="Transfers">
        {shown.map((n) => {
          const placed = n <= view.placed;
          const hand = n === view.placed + 1 && view.inWater > 0;
          const wet = n > view.placed && n <= view.placed + view.inWater;
          const state = placed ? "placed" : hand ? "in hand" : wet ? "in the water" : "to come";
          return (
            <li key={n} className="relative pb-2">
              <span className="sr-only">
                {n}, {state}
              </span>
              <span
                aria-hidden="true"
                className={`flex h-[38px] min-w-[38px] items-center justify-center rounded-key border-[3px] px-1 ${
                  placed
                    ? "border-ink bg-ink text-on-ink"
                    : hand
                      ? "border-hand bg-hand text-on-hand strong"
                      : wet
                        ? "border-wait text-wait strong"
                        : "border-ink"
                }`}
              >
                {placed ? "✓" : n}
              </span>
              {wet && !hand ? (
                <svg width="38" height="8" viewBox="0 0 38 8" className="absolute bottom-0 left-0 fill-none stroke-wait" aria-hidden="true">
                  <path d="M1 4q5 -5 9 0t9 0 9 0 9 0" strokeWidth="3" />
                </svg>
              ) : null}
            </li>
          );
        })}
      </ol>
    </div>
  );
}
