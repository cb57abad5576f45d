import type { Schemas } from "../api/client";
import { lasts } from "../ui/clockface";
import { Mark } from "../ui/Mark";

const widest = 200;
const deepest = 128;

// A waitArc hangs from its block: as wide as it is long in minutes, deeper the longer.
function waitArc(minutes: number, most: number): { x: number; d: string } {
  const x = Math.max(36, (minutes / most) * widest);
  const depth = 36 + (minutes / most) * (deepest - 36);
  return { x, d: `M 6 0 C ${x * 0.08} ${depth * 1.3}, ${x * 0.92} ${depth * 1.3}, ${x} 0` };
}

/** The last coats, each a pair of arcs from one block: dotted is the table, solid what was seen. */
export function SeenAgainstTable({ coats }: { coats: readonly Schemas["SeenCoatView"][] }) {
  if (coats.length === 0)
    return (
      <p className="px-4 text-ink-2 md:px-10">
        No coat was touched yet. Touch one where it will not show: &ldquo;still tacky&rdquo; and &ldquo;dry&rdquo; both teach this bench.
      </p>
    );
  const most = Math.max(...coats.map((c) => Math.max(c.seenMinutes, c.tableMinutes)));
  return (
    <ul className="grid grid-cols-2 gap-y-6 bg-below md:grid-cols-5" data-seen={coats.length}>
      {coats.map((c) => {
        const seen = waitArc(c.seenMinutes, most);
        const table = waitArc(c.tableMinutes, most);
        return (
          <li key={c.coatId} className="flex flex-col">
            <div className="flex-1 bg-above px-4 pb-3 md:pl-10">
              <p className="flex items-center gap-2 strong">
                {c.mark ? <Mark mark={c.mark} size={24} /> : null} {c.what}
              </p>
              <p>{c.day}</p>
              <p className="text-ink-2">{c.air}</p>
            </div>
            <svg viewBox="-40 -20 250 158" className="w-full" role="img" aria-label={`${c.what}: ${c.words}`}>
              <rect x="-40" y="-20" width="250" height="20" className="fill-above" />
              <rect x="0" y="-20" width="10" height="20" className="fill-ink" />
              <path d="M -40 0 H 210" strokeWidth="5" className="stroke-ink" />
              <path d={table.d} fill="none" strokeDasharray="2 6" strokeWidth="2.5" className="stroke-ink" />
              <path d={seen.d} fill="none" strokeWidth="5" className="stroke-wait" />
              <circle cx={seen.x} cy="0" r="9" strokeWidth="5" className="fill-above stroke-wait" />
            </svg>
            <p className="digits px-4 text-center text-[38px] leading-none text-wait">{lasts(c.seenMinutes)}</p>
            <p className="px-4 pb-3 text-center">{c.words}</p>
          </li>
        );
      })}
    </ul>
  );
}
