import { Choice } from "../ui/Choice";
import { DayGap } from "../ui/DayGap";
import { Key } from "../ui/Key";
import { TimeGap } from "../ui/TimeGap";
import type { Stretch } from "./week";

const kinds = [
  { value: "off", text: "away" },
  { value: "extra", text: "at it once more" },
  { value: "unfit_for_spray", text: "not spraying" },
] as const;

interface DifferingProps {
  stretches: readonly Stretch[];
  onChange: (stretches: Stretch[]) => void;
  onAdd: () => void;
}

/** The days that differ from the week, one sentence for each stretch. */
export function Differing({ stretches, onChange, onAdd }: DifferingProps) {
  return (
    <div className="flex flex-wrap items-end justify-between gap-3 px-4 py-3 md:px-10">
      <ul className="flex min-w-0 flex-col gap-2">
        {stretches.map((s, i) => (
          <One
            key={s.id}
            number={i + 1}
            stretch={s}
            onChange={(next) => onChange(stretches.map((x) => (x.id === s.id ? next : x)))}
            onTakeOut={() => onChange(stretches.filter((x) => x.id !== s.id))}
          />
        ))}
      </ul>
      <Key onClick={onAdd}>A day that differs</Key>
    </div>
  );
}

interface OneProps {
  number: number;
  stretch: Stretch;
  onChange: (stretch: Stretch) => void;
  onTakeOut: () => void;
}

function One({ number, stretch, onChange, onTakeOut }: OneProps) {
  return (
    <li className="flex flex-wrap items-center gap-x-2 gap-y-2">
      But from
      <DayGap
        label={`Difference ${number}, first day`}
        value={stretch.from}
        onChange={(from) => onChange({ ...stretch, from, to: stretch.to < from ? from : stretch.to })}
      />
      to
      <DayGap label={`Difference ${number}, last day`} value={stretch.to} onChange={(to) => onChange({ ...stretch, to })} />I am
      <Choice
        label={`Difference ${number}, what`}
        value={stretch.kind}
        options={kinds}
        onChange={(kind) =>
          onChange({ ...stretch, kind, ...(kind === "extra" && stretch.begins === "" ? { begins: "10:00", ends: "12:30" } : {}) })
        }
      />
      {stretch.kind === "extra" ? (
        <>
          from
          <TimeGap label={`Difference ${number}, begins`} value={stretch.begins} onChange={(begins) => onChange({ ...stretch, begins })} />
          to
          <TimeGap label={`Difference ${number}, ends`} value={stretch.ends} onChange={(ends) => onChange({ ...stretch, ends })} />
        </>
      ) : null}
      <button type="button" onClick={onTakeOut} className="min-h-12 px-2 underline">
        as usual again<span className="sr-only">: difference {number}</span>
      </button>
    </li>
  );
}
