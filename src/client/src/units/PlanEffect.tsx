import { type Schemas, wordsOf } from "../api/client";
import { capital } from "../ui/capital";

/** What a decision does to the plan: hands, the last end, the promises that move. */
export function PlanEffect({ effect, error }: { effect: Schemas["PlanEffectView"] | null | undefined; error: Error | null }) {
  if (error) return <p role="alert">{wordsOf(error)}</p>;
  if (!effect) return <p aria-busy="true">Both plans are being searched …</p>;
  return (
    <div role="status">
      <p className="strong">{capital(effect.summary)}.</p>
      {effect.moves.map((m) => (
        <p key={m}>{m}</p>
      ))}
    </div>
  );
}
