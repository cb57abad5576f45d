import type { Schemas } from "../api/client";

/** Which glue holds which pair of its materials. */
export function Pairs({ pairs }: { pairs: readonly Schemas["PairView"][] }) {
  if (pairs.length === 0) return null;
  return (
    <div>
      <h2 className="text-[20px]">What holds what</h2>
      <ul>
        {pairs.map((p) => (
          <li key={p.materials}>
            {p.materials}: <b>{p.glue}</b>, {p.note}
          </li>
        ))}
      </ul>
    </div>
  );
}
