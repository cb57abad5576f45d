import type { Schemas } from "../api/client";
import { LimitSlab } from "../ui/Slab";
import { lasts, moment, useNow } from "../ui/time";

/** What is lost when its moment passes: yellow slabs that count down, unlike the rings of waits that only become safe. */
export function Soon({ soon, zone }: { soon: readonly Schemas["SoonView"][]; zone: string }) {
  const now = useNow();
  const near = soon.filter((s) => Date.parse(s.at) > now.getTime()).slice(0, 3);
  if (near.length === 0) return null;
  return (
    <ul className="flex flex-col items-start gap-1.5" data-soon={near.length}>
      {near.map((s) => (
        <li key={s.key} title={s.remedy}>
          <LimitSlab text={`${s.unit}: ${s.text} ${moment(s.at, now, zone)}, in ${lasts((Date.parse(s.at) - now.getTime()) / 60_000)}`} />
        </li>
      ))}
    </ul>
  );
}
