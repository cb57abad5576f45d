import { Link } from "@tanstack/react-router";
import type { Schemas } from "../api/client";

interface YieldProps {
  yields: readonly Schemas["YieldView"][];
  reviews: readonly Schemas["ReviewView"][];
  /** Which air spoiled coats, in words; empty without any. */
  air: string;
}

const width = 120;

/** How often each look found nothing, which air spoiled coats, and house rules that gather flaws. */
export function Yield({ yields, reviews, air }: YieldProps) {
  if (yields.length === 0 && !air) return null;
  return (
    <section>
      <h2 className="text-[22px]">Right at once</h2>
      <ul className="mt-1 flex flex-col gap-1">
        {yields.map((y) => (
          <li key={y.stage} className="flex flex-wrap items-center gap-x-3">
            <span className={`w-44 truncate ${y.stage.includes(",") ? "pl-4 text-note" : "strong"}`} title={y.stage}>
              {y.stage}
            </span>
            <Bar models={y.models} flawed={y.flawed} />
            <span className="text-note">
              {y.models - y.flawed} of {y.models}; {y.words}
            </span>
          </li>
        ))}
      </ul>
      {air ? <p className="mt-3">{air}</p> : null}
      {reviews.map((r) => (
        <p key={r.school} className="mt-2 rounded-slab bg-limit px-3 py-1 text-on-limit">
          {r.words}{" "}
          <Link to="/house" search={{ point: r.school }} className="inline-flex min-h-11 items-center strong underline">
            {r.question}
          </Link>
        </p>
      ))}
    </section>
  );
}

// Clean is solid, flawed is sawn.
function Bar({ models, flawed }: { models: number; flawed: number }) {
  const clean = ((models - flawed) / models) * width;
  const teeth = Math.max(0, Math.round((width - clean) / 9));
  const saw = Array.from(
    { length: teeth },
    (_, i) => `L${clean + ((i + 0.5) * (width - clean)) / teeth} 4L${clean + ((i + 1) * (width - clean)) / teeth} 12`,
  ).join("");
  return (
    <svg width={width} height={24} aria-hidden="true">
      <rect x={0} y={4} width={clean} height={20} className="fill-ink" />
      {teeth > 0 ? <path d={`M${clean} 24V12${saw}V24Z`} className="fill-redo" /> : null}
    </svg>
  );
}
