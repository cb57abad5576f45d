import { type Schemas, wordsOf } from "../api/client";
import { Key } from "../ui/Key";
import { Sheet } from "../ui/Sheet";
import { SecondPlan } from "./SecondPlan";
import { useSecondPlan } from "./useSecondPlan";

type Row = Schemas["AssumedAirView"];

/** Sprays whose weather is assumed though their month rarely allows it; what else would do, and what each of that costs. */
export function AssumedAir({ rows }: { rows: readonly Row[] }) {
  const first = rows[0];
  return first ? (
    <div className="mx-4 flex flex-wrap items-center gap-x-3 text-note md:mx-10" data-assumed-air={rows.length}>
      <span>
        <b>Weather assumed, and rarely fit:</b> {first.title.toLowerCase()}, {first.unit}, {first.when}
        {rows.length > 1 ? `, and ${rows.length - 1} more` : ""}.
      </span>
      <Sheet
        title="Sprays whose weather is assumed"
        opener={
          <button type="button" className="-my-3 min-h-12 strong underline">
            What else would do
          </button>
        }
      >
        <ul className="flex flex-col gap-5">
          {rows.map((r) => (
            <Spray key={`${r.stepId}${r.when}`} row={r} />
          ))}
        </ul>
      </Sheet>
    </div>
  ) : null;
}

function Spray({ row }: { row: Row }) {
  const { ask: price, take } = useSecondPlan(() => price.reset());
  const error = price.error ?? take.error;
  return (
    <li>
      <p>
        <b>
          {row.title}, {row.unit}, {row.when}.
        </b>{" "}
        {row.words}
      </p>
      <ul className="mt-2 flex flex-wrap gap-2">
        {row.else.map((e) => (
          <li key={e.words}>
            <Key aria-pressed={price.variables === e.ask} disabled={price.isPending} onClick={() => price.mutate(e.ask)}>
              {price.isPending && price.variables === e.ask ? "Working it out" : `The price of ${e.words}`}
            </Key>
          </li>
        ))}
      </ul>
      {error ? <p role="alert">{wordsOf(error)}</p> : null}
      {price.data ? (
        <div className="mt-3 border-l-[6px] border-ink pl-4" aria-live="polite">
          <SecondPlan view={price.data.view} />
          <Key className="mt-2" disabled={take.isPending} onClick={() => price.data && take.mutate(price.data)}>
            Take this plan
          </Key>
        </div>
      ) : null}
    </li>
  );
}
