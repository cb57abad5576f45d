import type { Schemas } from "../api/client";
import { LimitSlab } from "../ui/Slab";
import { lasts, moment, useNow } from "../ui/time";

/** What is lost when its moment passes: yellow slabs that count down, unlike the rings of waits that only become safe. */
export function Soon({ view }: { view: Schemas["BenchView"] }) {
  const now = useNow();
  const { zone } = view;
  const inHand = view.step?.stepId;
  // The mix in hand has its own slab.
  const near = view.soon.filter((s) => Date.parse(s.at) > now.getTime() && !(s.kind === "mix" && s.stepId === inHand)).slice(0, 3);
  if (near.length === 0) return null;
  const what = (s: Schemas["SoonView"]) =>
    s.stepId === inHand ? s.text.charAt(0).toUpperCase() + s.text.slice(1) : `${s.unit}: ${s.text}`;
  return (
    <ul className="flex flex-col items-start gap-1.5" data-soon={near.length}>
      {near.map((s) => (
        <li key={s.key} title={s.remedy}>
          <LimitSlab small text={`${what(s)} ${moment(s.at, now, zone)}, ${lasts((Date.parse(s.at) - now.getTime()) / 60_000)}`} />
        </li>
      ))}
    </ul>
  );
}
