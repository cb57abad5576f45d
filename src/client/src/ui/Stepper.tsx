import { useState } from "react";
import { useDraft } from "./useDraft";

interface StepperProps {
  label: string;
  value: number;
  least: number;
  most: number;
  step?: number;
  unit?: string;
  compact?: boolean;
  onChange: (value: number) => void;
}

/** A number between big minus and plus keys; it can be typed too, and is held to its bounds when the field is left. */
export function Stepper({ label, value, least, most, step = 1, unit = "", compact = false, onChange }: StepperProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const put = (next: number) => onChange(Math.min(most, Math.max(least, next)));
  const shown = typed ?? String(value);
  const size = compact ? "text-lead" : "text-[30px]";
  const key = `${compact ? "h-12 w-12" : "h-14 w-14"} rounded-key border-[3px] border-ink strong disabled:opacity-40 ${size}`;
  return (
    <span className="inline-flex items-center gap-2">
      <button type="button" className={key} aria-label={`${label}: less`} disabled={value <= least} onClick={() => put(value - step)}>
        −
      </button>
      <span className="inline-flex items-baseline gap-1 border-b-[5px] border-hand bg-sheet px-2">
        <input
          aria-label={label}
          inputMode="numeric"
          className={`bg-transparent text-center strong text-hand ${size}`}
          style={{ width: `${Math.max(2, shown.length)}ch` }}
          value={shown}
          onChange={(e) => {
            setTyped(e.target.value);
            const number = Number.parseInt(e.target.value, 10);
            if (number >= least && number <= most) onChange(number);
          }}
          onBlur={() => {
            const number = Number.parseInt(typed ?? "", 10);
            if (Number.isFinite(number)) put(number);
            setTyped(null);
          }}
        />
        {unit ? <span className={compact ? "text-hand" : "text-lead text-hand"}>{unit}</span> : null}
      </span>
      <button type="button" className={key} aria-label={`${label}: more`} disabled={value >= most} onClick={() => put(value + step)}>
        +
      </button>
    </span>
  );
}

interface SavedStepperProps extends Omit<StepperProps, "onChange"> {
  save: (value: number) => Promise<unknown>;
}

/** A number that the bench keeps: shown at once, kept when the hand rests. */
export function SavedStepper({ value, save, ...props }: SavedStepperProps) {
  const [draft, put] = useDraft(value, save);
  return <Stepper {...props} value={draft} onChange={put} />;
}
