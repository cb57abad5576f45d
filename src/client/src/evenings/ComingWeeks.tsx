import { Fold } from "../line/Fold";
import { dayOf } from "../ui/clockface";
import type { ComingDay } from "./week";

interface ComingWeeksProps {
  days: readonly ComingDay[];
  today: Date;
  onPick: (date: string) => void;
}

const words = { off: "away", extra: "extra", unfit_for_spray: "no spraying" };

/** The coming weeks: a paper for each day you sit, folds between, and over the line what differs from the week. */
export function ComingWeeks({ days, today, onPick }: ComingWeeksProps) {
  return (
    <div className="relative overflow-x-auto">
      <ol className="relative flex min-w-max items-end px-4 md:px-10">
        <li aria-hidden="true" className="absolute inset-x-0 bottom-0 h-11 border-t-[4px] border-ink bg-below" />
        {days.map((d) =>
          d.sittings.length === 0 && d.differs === null ? (
            <li key={d.date} aria-hidden="true" className="relative w-[18px]">
              <Fold height={72} line={30} />
            </li>
          ) : (
            <li key={d.date} className="relative w-[66px]">
              <button type="button" onClick={() => onPick(d.date)} className="block w-full text-left">
                <span className="sr-only">
                  {dayOf(`${d.date}T12:00:00Z`, today, "UTC")}
                  {d.differs ? `, ${words[d.differs]}` : ""}
                </span>
                <span aria-hidden="true" className={`block h-6 text-note leading-6 ${d.differs ? "text-hand" : ""}`}>
                  {d.differs === "unfit_for_spray" ? (
                    <svg width={46} height={22} viewBox="-23 -11 46 22" aria-hidden="true" className="mx-auto block stroke-unfit">
                      <path d="M-22 0H-9M9 0H22M-8-8L8 8M-8 8L8-8" strokeWidth={4} className="fill-none" />
                    </svg>
                  ) : d.differs ? (
                    words[d.differs]
                  ) : null}
                </span>
                {d.sittings.length === 0 ? (
                  <span className="block border-t-4 border-hand">
                    <Fold height={68} line={26} />
                  </span>
                ) : (
                  <>
                    <span className={`mr-[2px] block h-7 bg-sheet ${d.differs === "extra" ? "border-t-4 border-hand" : ""}`} />
                    <span aria-hidden="true" className="block h-11 whitespace-nowrap border-t-[4px] border-ink bg-below pt-1 text-note">
                      {dayOf(`${d.date}T12:00:00Z`, today, "UTC").split(" ").slice(0, 2).join(" ")}
                    </span>
                  </>
                )}
              </button>
            </li>
          ),
        )}
      </ol>
    </div>
  );
}
