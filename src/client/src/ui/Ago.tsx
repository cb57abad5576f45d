import { Choice } from "./Choice";

interface AgoProps {
  label: string;
  minutes: number;
  /** 0 offers "now". */
  least?: number;
  words?: string;
  onChange: (minutes: number) => void;
}

const steps = [0, 5, 10, 20, 40, 60, 120];

/** How long ago something was done, for a touch that comes late. */
export function Ago({ label, minutes, least = 0, words = "ago", onChange }: AgoProps) {
  return (
    <Choice
      label={label}
      value={String(minutes)}
      options={steps
        .filter((m) => m >= least)
        .map((m) => ({ value: String(m), text: m === 0 ? "just now" : m < 60 ? `${m} min ${words}` : `${m / 60} h ${words}` }))}
      onChange={(value) => onChange(Number(value))}
    />
  );
}
