import { format, isValid, parse } from "date-fns";
import { useState } from "react";

const typed = ["HH:mm", "HH.mm", "HHmm", "H"];

/** The time that was typed, as HH:MM: 19:30, 19.30, 1930, 7. Null for none. */
export function timeTyped(text: string): string | null {
  const times = typed.map((pattern) => parse(text.trim(), pattern, new Date(2000, 0, 1)));
  const time = times.find(isValid);
  return time ? format(time, "HH:mm") : null;
}

interface TimeGapProps {
  label: string;
  /** HH:MM. */
  value: string;
  onChange: (time: string) => void;
  large?: boolean;
}

/** A time of day in a sentence, in 24 hours whatever the browser speaks. */
export function TimeGap({ label, value, onChange, large = false }: TimeGapProps) {
  const [text, setText] = useState<string | null>(null);
  const wrong = text !== null && text !== "" && timeTyped(text) === null;
  const size = large ? "min-h-14 border-b-[5px] text-lead lg:text-[30px]" : "min-h-12 border-b-[4px] text-body";
  const tone = wrong ? "border-redo text-redo" : "border-hand text-hand";
  return (
    <input
      aria-label={label}
      inputMode="numeric"
      aria-invalid={wrong}
      value={text ?? value}
      onFocus={(e) => e.target.select()}
      onChange={(e) => {
        setText(e.target.value);
        // Whole as typed it counts at once; what is half typed waits for the field to be left.
        const time = e.target.value.length >= 4 ? timeTyped(e.target.value) : null;
        if (time) onChange(time);
      }}
      onBlur={() => {
        const time = text === null ? null : timeTyped(text);
        setText(null);
        if (time) onChange(time);
      }}
      className={`w-[5.5ch] bg-sheet px-1 text-center strong tabular-nums ${tone} ${size}`}
    />
  );
}
