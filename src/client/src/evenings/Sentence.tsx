import { useState } from "react";
import { newId } from "../api/ids";
import { Choice } from "../ui/Choice";
import { Key } from "../ui/Key";
import { Sheet } from "../ui/Sheet";
import { TimeGap } from "../ui/TimeGap";
import { days, dayWords, type Sitting } from "./week";

interface SentenceProps {
  sitting: Sitting;
  week: readonly Sitting[];
  onChange: (sitting: Sitting) => void;
  onTakeOut: () => void;
  onWeek: (week: Sitting[]) => void;
}

/** The chosen sitting in words, to be typed. */
export function Sentence({ sitting, week, onChange, onTakeOut, onWeek }: SentenceProps) {
  return (
    <div className="flex flex-wrap items-center justify-between gap-3">
      <p className="flex flex-wrap items-center gap-x-3 gap-y-2 text-lead">
        On
        <Choice
          large
          label="Day"
          value={sitting.day}
          options={days.map((d) => ({ value: d, text: dayWords(d) }))}
          onChange={(day) => onChange({ ...sitting, day })}
        />
        I sit from
        <TimeGap large label="Begins" value={sitting.begins} onChange={(begins) => onChange({ ...sitting, begins })} />
        to
        <TimeGap large label="Ends" value={sitting.ends} onChange={(ends) => onChange({ ...sitting, ends })} />.
      </p>
      <p className="flex flex-wrap gap-2">
        <Key className="min-h-14" onClick={onTakeOut}>
          Take it out
        </Key>
        <SameOn sitting={sitting} week={week} onWeek={onWeek} />
      </p>
    </div>
  );
}

// Its times on other days: a day that has a sitting gets these, one that has none gets its first.
function SameOn({ sitting, week, onWeek }: { sitting: Sitting; week: readonly Sitting[]; onWeek: (week: Sitting[]) => void }) {
  const [open, setOpen] = useState(false);
  const { begins, ends } = sitting;
  const take = (day: Sitting["day"]) => {
    const there = week.some((s) => s.day === day);
    onWeek(there ? week.map((s) => (s.day === day ? { ...s, begins, ends } : s)) : [...week, { id: newId(), day, begins, ends }]);
  };
  return (
    <Sheet
      title={`${begins} to ${ends} on which days?`}
      open={open}
      onOpenChange={setOpen}
      opener={<Key className="min-h-14">The same on ...</Key>}
    >
      <ul className="flex flex-wrap gap-2">
        {days.map((day) => {
          const same = week.some((s) => s.day === day && s.begins === begins && s.ends === ends);
          return (
            <li key={day}>
              <Key tone={same ? "dark" : "plain"} aria-pressed={same} disabled={same} onClick={() => take(day)}>
                {dayWords(day)}
              </Key>
            </li>
          );
        })}
      </ul>
    </Sheet>
  );
}
