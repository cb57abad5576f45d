import type { Schemas } from "../api/client";
import { Sheet } from "./Sheet";

/** Signs of cautions in a 24 box. */
const signs: Record<string, string> = {
  blade: "M2 18L17 3C20 5 20 9 18 12L10 20H4ZM3 21H12V23H3Z",
  dust: `M3 9C3 6 6 5 8 6C9 2 16 2 17 6C21 5 22 11 18 12H5C4 12 3 10 3 9ZM4 15H7V18H4ZM10 14H13V17H10ZM16 15H19V18H16ZM7 20H10V23H7Z
    M13 19H16V22H13Z`,
  lead: "M5 2H19L22 9L12 23L2 9ZM8 8V10H16V8ZM9 12V14H15V12Z",
  spray: "M9 6H17V9H19V23H7V9H9ZM11 2H15V5H11ZM2 2H5V4H2ZM1 6H6V8H1ZM2 10H5V12H2Z",
  solvent: "M9 1H15V7L21 20C21 22 20 23 18 23H6C4 23 3 22 3 20L9 7ZM8 15H16L15 12H9Z",
  glue: "M10 1H14L16 9H8ZM7 10H17V22C17 23 16 24 15 24H9C8 24 7 23 7 22Z",
  skin: "M6 10V4C6 2 9 2 9 4V2C9 0 12 0 12 2V3C12 1 15 1 15 3V5C15 3 18 3 18 5V15C18 20 16 23 12 23C8 23 6 20 4 16L2 12C2 10 5 9 6 12Z",
  heat: "M12 1C16 6 19 9 19 15A7 7 0 0 1 5 15C5 12 7 10 8 7C10 9 11 9 11 11C13 8 13 5 12 1Z",
};

/** A hard limit: the yellow slab with its time. */
export function LimitSign({ text, small = false }: { text: string; small?: boolean }) {
  return (
    <p
      className={`inline-flex min-h-[38px] items-center gap-2 rounded-slab bg-limit px-3 py-1 strong text-on-limit
        ${small ? "text-note leading-tight" : "text-body"}`}
    >
      <svg width="20" height="20" viewBox="0 0 24 24" aria-hidden="true" className="shrink-0">
        <path d="M12 2L23 21H1ZM11 9V15H13V9ZM11 17V19H13V17Z" fillRule="evenodd" className="fill-on-limit" />
      </svg>
      {text}
    </p>
  );
}

/** A caution: a plain slab with its own sign and at most eight words, or after the first start its sign alone. It opens its card. */
export function CautionSign({ caution }: { caution: Schemas["CautionView"] }) {
  const sign = (
    <svg width="22" height="22" viewBox="0 0 24 24" aria-hidden="true" className="shrink-0">
      <path d={signs[caution.sign] ?? signs.skin} fillRule="evenodd" className="fill-ink" />
    </svg>
  );
  return (
    <Sheet
      title={caution.short}
      opener={
        <button
          type="button"
          className="inline-flex min-h-12 max-w-full items-center gap-2 rounded-slab border-[3px] border-ink bg-sheet px-3 py-1 text-left
            text-note leading-tight"
          aria-label={caution.full ? undefined : `Caution: ${caution.short}`}
        >
          {sign}
          {caution.full ? <span>{caution.short}</span> : null}
        </button>
      }
    >
      <p>{caution.card}</p>
    </Sheet>
  );
}
