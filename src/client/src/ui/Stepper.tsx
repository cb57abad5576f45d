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

/** A number between big minus and plus keys; it can be typed too. */
export function Stepper({ label, value, least, most, step = 1, unit = "", compact = false, onChange }: StepperProps) {
  const put = (next: number) => onChange(Math.min(most, Math.max(least, next)));
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
          style={{ width: `${Math.max(2, String(value).length)}ch` }}
          value={value}
          onChange={(e) => {
            const typed = Number.parseInt(e.target.value, 10);
            if (Number.isFinite(typed)) put(typed);
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
