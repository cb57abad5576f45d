import { useQuery } from "@tanstack/react-query";
import { act } from "../api/outbox";
import { benchQuery } from "../api/queries";
import { benchNow, useMinute } from "../ui/clock";
import { clockTime } from "../ui/clockface";
import { Key } from "../ui/Key";
import { Sheet } from "../ui/Sheet";

const soon = 15 * 60_000;

/** When the sitting ends, and what to see to before: from what was really used in it. */
export function SittingEnd() {
  const view = useQuery(benchQuery).data?.view;
  const now = useMinute();
  if (!view) return null;
  if (!view.sitting) return <span className="hidden sm:inline">between sittings</span>;
  const words = `sitting ends ${clockTime(view.sitting.end, view.zone)}`;
  const closing = view.closing;
  if (!closing) return <span className="hidden sm:inline">{words}</span>;
  const near = Date.parse(view.sitting.end) - now.getTime() < soon;
  return (
    <Sheet
      title="Before you go"
      opener={
        <button
          type="button"
          className={`min-h-12 ${near ? "rounded-key border-[3px] border-hand px-3 strong text-ink" : "hidden underline sm:inline"}`}
        >
          {words}
        </button>
      }
    >
      {closing.last ? (
        <div className="mb-4 rounded-slab border-[3px] border-wait bg-above px-3 py-2">
          <p>
            <b>As the very last.</b> {closing.last.text}
          </p>
          <Key className="mt-1" onClick={() => closing.last && void act("start", { stepId: closing.last.stepId }, benchNow())}>
            Begin it now
          </Key>
        </div>
      ) : null}
      <ul className="flex flex-col gap-1">
        {closing.items.map((item) => (
          <li key={item}>
            <label className="flex min-h-12 items-center gap-3">
              <input type="checkbox" className="h-6 w-6 shrink-0 accent-hand" />
              <span>{item}</span>
            </label>
          </li>
        ))}
      </ul>
      <p className="mt-2 text-note text-ink-2">
        From what was used in this sitting. The products&rsquo; labels and local rules come first.
      </p>
    </Sheet>
  );
}
