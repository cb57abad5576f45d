import { useState } from "react";

interface NumberGapProps {
  label: string;
  unit: string;
  /** Null for nothing typed. */
  value: number | null;
  onChange: (value: number | null) => void;
}

/** The number that was typed, with a point or a comma; null for none. */
export function numberTyped(text: string): number | null {
  const clean = text.trim().replace(",", ".").replace("−", "-");
  return /^-?\d+(\.\d+)?$/.test(clean) ? Number(clean) : null;
}

/** A number with its unit in a sentence. */
export function NumberGap({ label, unit, value, onChange }: NumberGapProps) {
  const [text, setText] = useState<string | null>(null);
  const wrong = text !== null && text.trim() !== "" && numberTyped(text) === null;
  const tone = wrong ? "border-redo text-redo" : "border-hand text-hand";
  return (
    <span className={`inline-flex min-h-12 items-center gap-1 border-b-[4px] bg-sheet px-2 strong text-body ${tone}`}>
      <input
        aria-label={label}
        inputMode="decimal"
        aria-invalid={wrong}
        placeholder="?"
        className="h-11 w-[3.6ch] bg-transparent text-center tabular-nums placeholder:text-ink-2"
        value={text ?? (value === null ? "" : String(value))}
        onFocus={(e) => e.target.select()}
        onChange={(e) => {
          setText(e.target.value);
          onChange(numberTyped(e.target.value));
        }}
        onBlur={() => wrong || setText(null)}
      />
      {unit}
    </span>
  );
}
