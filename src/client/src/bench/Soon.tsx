import type { Schemas } from "../api/client";
import { capital } from "../ui/capital";
import { useMinute } from "../ui/clock";
import { lasts, moment } from "../ui/clockface";
import { LimitSign } from "../ui/Sign";

/** What is lost when its moment passes: yellow slabs that count down, unlike the rings of waits that only become safe. */
export function Soon({ view }: { view: Schemas["BenchView"] }) {
  const now = useMinute();
  const { zone } = view;
  const inHand = view.step?.stepId;
  // The mix in hand has its own slab.
  const near = view.soon.filter((s) => Date.parse(s.at) > now.getTime() && !(s.kind === "mix" && s.stepId === inHand)).slice(0, 3);
  if (near.length === 0) return null;
  const what = (s: Schemas["SoonView"]) => (s.stepId === inHand ? capital(s.text) : `${s.unit}: ${s.text}`);
  return (
    <ul className="flex flex-col items-start gap-1.5" data-soon={near.length}>
      {near.map((s, i) => (
        <li key={s.key}>
          <LimitSign small text={`${what(s)} ${moment(s.at, now, zone)}, ${lasts((Date.parse(s.at) - now.getTime()) / 60_000)}`} />
          {i === 0 ? <p className="text-note leading-snug">{s.remedy}</p> : null}
        </li>
      ))}
    </ul>
  );
}
