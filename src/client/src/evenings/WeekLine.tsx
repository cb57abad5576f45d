import { Fragment, useRef } from "react";
import { Fold } from "../line/Fold";
import { lasts } from "../ui/clockface";
import { type Day, days, dayWords, grid, lengthOf, minutesOf, moved, ordered, type Sitting, stretched } from "./week";

interface WeekLineProps {
  week: readonly Sitting[];
  chosen: string | null;
  onChoose: (id: string) => void;
  onChange: (sitting: Sitting) => void;
  onAdd: (day: Day) => void;
}

/** The week as one line: open paper where you sit, folds between. The chosen sitting is moved by its middle and stretched by its grips. */
export function WeekLine({ week, chosen, onChoose, onChange, onAdd }: WeekLineProps) {
  return (
    <div className="relative overflow-x-auto">
      <div className="relative flex min-w-max items-end px-4 md:px-10 xl:min-w-0">
        <div aria-hidden="true" className="absolute inset-x-0 bottom-0 h-[112px] border-t-[6px] border-ink bg-below" />
        {days.map((day) => {
          const own = ordered(week).filter((s) => s.day === day);
          if (own.length === 0) return <Folded key={day} day={day} onAdd={() => onAdd(day)} />;
          // Two days side by side: the night between them is folded too.
          const night = day !== days[0] && week.some((s) => s.day === days[days.indexOf(day) - 1]);
          return (
            <Fragment key={day}>
              {night ? (
                <div className="relative w-[18px] shrink-0">
                  <Fold height={171} line={60} />
                </div>
              ) : null}
              {own.map((s) => (
                <Open key={s.id} sitting={s} chosen={s.id === chosen} onChoose={() => onChoose(s.id)} onChange={onChange} onAdd={onAdd} />
              ))}
            </Fragment>
          );
        })}
      </div>
    </div>
  );
}

function Folded({ day, onAdd }: { day: Day; onAdd: () => void }) {
  return (
    <div className="relative w-[84px] min-w-[84px] xl:w-[108px]">
      <p className="pb-2 text-center strong text-ink-2">{dayWords(day).slice(0, 3)}</p>
      <Fold height={171} line={60} />
      <button
        type="button"
        data-sit={day}
        onClick={onAdd}
        className="absolute bottom-8 left-1/2 h-[52px] w-[52px] -translate-x-1/2 rounded-key border-[3px] border-ink bg-below text-lead
          strong"
      >
        <span aria-hidden="true">+</span>
        <span className="sr-only">Sit on {dayWords(day)} too</span>
      </button>
    </div>
  );
}

interface OpenProps {
  sitting: Sitting;
  chosen: boolean;
  onChoose: () => void;
  onChange: (sitting: Sitting) => void;
  onAdd: (day: Day) => void;
}

function Open({ sitting, chosen, onChoose, onChange, onAdd }: OpenProps) {
  const paper = useRef<HTMLDivElement>(null);
  const length = lengthOf(sitting);
  // What is dragged, from where, and how many minutes a pixel is: kept while it is held.
  const held = useRef<{ x: number; from: Sitting; perPixel: number } | null>(null);
  const drag = (change: (from: Sitting, by: number) => Sitting) => ({
    onPointerDown: (e: React.PointerEvent) => {
      e.currentTarget.setPointerCapture(e.pointerId);
      held.current = { x: e.clientX, from: sitting, perPixel: length / (paper.current?.offsetWidth || 200) };
    },
    onPointerMove: (e: React.PointerEvent) => {
      const was = held.current;
      if (!was) return;
      const next = change(was.from, (e.clientX - was.x) * was.perPixel);
      if (next.begins !== sitting.begins || next.ends !== sitting.ends) onChange(next);
    },
    onPointerUp: () => {
      held.current = null;
    },
  });
  const digits = `digits text-[36px] leading-none ${chosen ? "text-hand" : ""}`;
  return (
    <div ref={paper} className={`relative min-w-[200px] ${chosen ? "z-10" : ""}`} style={{ flex: `${Math.max(60, length)} 1 0` }}>
      <button
        type="button"
        aria-pressed={chosen}
        data-sitting={`${sitting.day} ${sitting.begins} ${sitting.ends}`}
        onClick={onChoose}
        {...(chosen ? drag(moved) : {})}
        className={`block h-[96px] w-full text-left ${
          chosen ? "cursor-grab touch-none border-4 border-b-0 border-hand bg-hand-soft px-4 py-1" : "bg-sheet px-4 py-2"
        }`}
      >
        <span className="sr-only">
          {dayWords(sitting.day)}, {sitting.begins} to {sitting.ends}
        </span>
        <span aria-hidden="true" className={`flex items-baseline justify-between gap-2 ${chosen ? "text-hand" : ""}`}>
          <span className="strong">{dayWords(sitting.day).slice(0, 3)}</span>
          <span className="text-note">{lasts(length)}</span>
        </span>
        <span aria-hidden="true" className="mt-1 flex flex-wrap justify-between gap-x-2">
          <span className={digits}>{sitting.begins}</span>
          <span className={digits}>{sitting.ends}</span>
        </span>
      </button>
      {chosen ? (
        <>
          <Grip edge="begins" sitting={sitting} drag={drag((s, by) => stretched(s, "begins", by))} onChange={onChange} />
          <Grip edge="ends" sitting={sitting} drag={drag((s, by) => stretched(s, "ends", by))} onChange={onChange} />
        </>
      ) : null}
      <div className="relative flex h-[112px] items-center justify-center border-t-[6px] border-ink bg-below">
        {chosen ? (
          <button type="button" onClick={() => onAdd(sitting.day)} className="min-h-12 px-2 text-note underline">
            once more this day
          </button>
        ) : null}
      </div>
    </div>
  );
}

interface GripProps {
  edge: "begins" | "ends";
  sitting: Sitting;
  drag: React.HTMLAttributes<HTMLElement>;
  onChange: (sitting: Sitting) => void;
}

function Grip({ edge, sitting, drag, onChange }: GripProps) {
  const keys: Record<string, number> = { ArrowLeft: -grid, ArrowDown: -grid, ArrowRight: grid, ArrowUp: grid };
  return (
    <div
      role="slider"
      tabIndex={0}
      aria-label={`${dayWords(sitting.day)}, ${edge}`}
      aria-valuemin={0}
      aria-valuemax={1439}
      aria-valuenow={minutesOf(sitting[edge])}
      aria-valuetext={sitting[edge]}
      onKeyDown={(e) => {
        const by = keys[e.key];
        if (by === undefined) return;
        e.preventDefault();
        onChange(stretched(sitting, edge, by));
      }}
      {...drag}
      className={`absolute top-0 flex h-[96px] w-11 cursor-ew-resize touch-none items-center justify-center
        ${edge === "begins" ? "-left-[22px]" : "-right-[22px]"}`}
    >
      <span className="flex h-12 w-4 items-center justify-center gap-[2px] rounded-[3px] border-2 border-sheet bg-hand">
        <span className="h-7 w-[2px] bg-on-hand" />
        <span className="h-7 w-[2px] bg-on-hand" />
      </span>
    </div>
  );
}
