import type { Schemas } from "../api/client";
import { clockSeconds } from "./clockSeconds";

/** How many lie in the water and why so many, and the two acts that come. */
export function SoakThen({ view, now }: { view: Schemas["SoakView"]; now: Date }) {
  const first = view.turns[0];
  // The one in hand is out of the water, though it does not lie yet.
  const inHand = view.move === "place" && first?.isWet === true && Date.parse(first.slidesAt) <= now.getTime();
  // The first is what the hands do now.
  const coming = acts(view).slice(1, 4);
  return (
    <div className="min-w-0">
      <p className="text-[20px] strong">
        In the water: {inHand ? view.inWater - 1 : view.inWater}, at most {view.most}
      </p>
      <p className="text-ink-2">{view.why}</p>
      {coming.length > 0 ? (
        <>
          <p className="mt-3 text-[20px] strong">Then</p>
          <ul>
            {coming.map((a) => (
              <li key={a.key} className="grid grid-cols-[112px_1fr] items-baseline">
                <span className="digits text-[30px] leading-tight">{clockSeconds(a.at, view.zone)}</span>
                <span>{a.text}</span>
              </li>
            ))}
          </ul>
        </>
      ) : null}
    </div>
  );
}

interface Coming {
  key: string;
  at: number;
  text: string;
}

// Each placing at its moment, and each group at the moment it goes into the water.
function acts(view: Schemas["SoakView"]): Coming[] {
  const coming: Coming[] = [];
  const groups = new Map<number, number[]>();
  for (const t of view.turns) if (!t.isWet) groups.set(Date.parse(t.wetAt), [...(groups.get(Date.parse(t.wetAt)) ?? []), t.number]);
  for (const [at, numbers] of groups) coming.push({ key: `w${at}`, at, text: `wet ${numbers.join(", ")}` });
  view.turns.forEach((t, k) => {
    coming.push({ key: `${k}`, at: Date.parse(t.placeAt), text: `place ${t.number} on model ${t.model}` });
  });
  return coming.sort((a, b) => a.at - b.at || Number(b.key.startsWith("w")) - Number(a.key.startsWith("w")));
}
