import type { Schemas } from "../api/client";
import { clockTime } from "../ui/clockface";
import { Mark } from "../ui/Mark";

interface SittingListProps {
  plan: Schemas["PlanView"];
  stepId: string | null;
  onStep: (stepId: string, unitId: string) => void;
}

/** The plan as a list, for narrow screens and for print. */
export function SittingList({ plan, stepId, onStep }: SittingListProps) {
  return (
    <ol className="flex flex-col gap-4 px-4 md:px-10">
      {plan.sittings.map((s) => (
        <li key={s.begin}>
          <h2 className="border-b-[5px] border-ink text-[20px]">
            {s.title}, {clockTime(s.begin, plan.zone)} to {clockTime(s.end, plan.zone)}
            {s.spray.length > 0 ? "" : " · unfit for spraying"}
          </h2>
          <ul>
            {s.blocks.map((b) => (
              <li key={`${b.stepId}${b.begin}`}>
                <button
                  type="button"
                  aria-pressed={b.stepId === stepId}
                  onClick={() => onStep(b.stepId, b.unitId)}
                  className="flex min-h-12 w-full items-center gap-3 text-left aria-pressed:strong"
                >
                  <span className="digits text-[24px]">{clockTime(b.begin, plan.zone)}</span>
                  <Mark mark={b.mark} size={20} />
                  <span>
                    {b.title}, {b.unit}
                  </span>
                </button>
              </li>
            ))}
            {s.blocks.length === 0 ? <li className="text-ink-2">free</li> : null}
          </ul>
        </li>
      ))}
    </ol>
  );
}
