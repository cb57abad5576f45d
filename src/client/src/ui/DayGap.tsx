import { addYears, format, isValid, parse } from "date-fns";
import { enGB } from "date-fns/locale/en-GB";
import { Popover } from "radix-ui";
import { useState } from "react";
import { DayPicker } from "react-day-picker";
import { benchNow } from "./clock";
import { dayOf } from "./clockface";

// How a day may be typed: as it is shown, or as people shorten it.
const typed = ["EEE d MMM", "EEE d MMM yyyy", "d MMM", "d MMM yyyy", "d.M.", "d.M.yyyy", "yyyy-MM-dd"];

const iso = (day: Date) => format(day, "yyyy-MM-dd");
const local = (date: string) => new Date(`${date}T12:00:00`);

/** The day that was typed, as YYYY-MM-DD: without a year the next such day from today on. Null for none. */
export function dayTyped(text: string, today: Date): string | null {
  const clean = text.trim().replace(/,/g, "");
  for (const pattern of typed) {
    const day = parse(clean, pattern, today, { locale: enGB });
    if (!isValid(day)) continue;
    return iso(!pattern.includes("yyyy") && iso(day) < iso(today) ? addYears(day, 1) : day);
  }
  return null;
}

interface DayGapProps {
  label: string;
  /** YYYY-MM-DD; empty for none. */
  value: string;
  onChange: (date: string) => void;
  large?: boolean;
  /** What stands there for no day. */
  none?: string;
}

/** A day in a sentence, read as everywhere (Sun 29 Mar): typed, or chosen from a month. It does not follow the browser's language. */
export function DayGap({ label, value, onChange, large = false, none }: DayGapProps) {
  const today = benchNow();
  const [open, setOpen] = useState(false);
  const [text, setText] = useState<string | null>(null);
  const shown = value ? dayOf(`${value}T12:00:00Z`, today, "UTC") : (none ?? "a day");
  const wrong = text !== null && dayTyped(text, today) === null;
  const take = (date: string) => {
    setText(null);
    setOpen(false);
    onChange(date);
  };
  const size = large ? "min-h-14 border-b-[5px] text-lead lg:text-[30px]" : "min-h-12 border-b-[4px] text-body";
  return (
    <Popover.Root
      open={open}
      onOpenChange={(next) => {
        setText(null);
        setOpen(next);
      }}
    >
      <Popover.Trigger
        aria-label={`${label}: ${shown}`}
        className={`inline-flex items-center border-hand bg-sheet px-3 strong text-hand ${size}`}
      >
        {shown}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={4}
          collisionPadding={8}
          className="z-[60] flex flex-col gap-2 rounded-slab border-[3px] border-ink bg-sheet p-3"
          aria-label={label}
        >
          <form
            onSubmit={(e) => {
              e.preventDefault();
              e.stopPropagation();
              const day = dayTyped(text ?? "", today);
              if (day) take(day);
            }}
          >
            <label className="flex flex-col text-note text-ink-2">
              {label}, typed
              <input
                value={text ?? (value ? shown : "")}
                placeholder="29 Mar"
                aria-invalid={wrong}
                onChange={(e) => setText(e.target.value)}
                onFocus={(e) => e.target.select()}
                className="min-h-12 rounded-slab border-b-[4px] border-hand bg-above px-2 text-body strong text-hand"
              />
            </label>
            {wrong ? <p className="text-note strong text-redo">Type a day such as 29 Mar.</p> : null}
          </form>
          <DayPicker
            mode="single"
            locale={enGB}
            weekStartsOn={1}
            today={today}
            defaultMonth={value ? local(value) : today}
            {...(value ? { selected: local(value) } : {})}
            onSelect={(day) => day && take(iso(day))}
            classNames={{
              month_caption: "strong text-body flex min-h-12 items-center px-2",
              nav: "absolute right-3 flex gap-1",
              button_previous: "min-h-12 min-w-12 rounded-slab inline-flex items-center justify-center",
              button_next: "min-h-12 min-w-12 rounded-slab inline-flex items-center justify-center",
              chevron: "fill-ink h-5 w-5",
              weekday: "text-note text-ink-2 font-normal",
              day: "text-center",
              day_button: "min-h-11 min-w-11 rounded-slab hover:bg-hand hover:text-on-hand",
              selected: "strong text-hand underline",
              today: "strong",
              outside: "opacity-40",
            }}
          />
          {none ? (
            <button type="button" className="min-h-12 strong underline" onClick={() => take("")}>
              {none}
            </button>
          ) : null}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
