import type { Schemas } from "../api/client";
import { LimitSlab } from "../ui/Slab";
import { lasts, moment, useNow } from "../ui/time";

interface SoonProps {
  soon: readonly Schemas["SoonView"][];
  zone: string;
  /** The step in hand: its unit need not be named again. */
  inHand: string | null;
}

/** What is lost when its moment passes: yellow slabs that count down, unlike the rings of waits that only become safe. */
export function Soon({ soon, zone, inHand }: SoonProps) {
  const now = useNow();
  const near = soon.filter((s) => Date.parse(s.at) > now.getTime()).slice(0, 3);
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
