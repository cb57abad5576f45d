import { type ReactNode, useState } from "react";

interface ListTextProps {
  id: string;
  title: string;
  /** What the key says. */
  saves: string;
  example: string;
  /** How it is written. */
  children: ReactNode;
  lines: readonly string[];
  busy: boolean;
  save: (lines: readonly string[]) => Promise<unknown>;
}

/** A list as a person writes it: a line a thing, or all in one. */
export function ListText({ id, title, saves, example, children, lines, busy, save }: ListTextProps) {
  const written = lines.join("\n");
  // What is typed and not saved yet stays, whatever else changes the list.
  const [draft, setDraft] = useState<string | null>(null);
  const text = draft ?? written;
  return (
    <form
      className="flex min-w-0 flex-col gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (!text.trim() || text.trim() === written) return;
        save(text.split("\n").filter((l) => l.trim())).then(
          () => setDraft((d) => (d === text ? null : d)),
          () => undefined,
        );
      }}
    >
      <p className="flex flex-wrap items-center justify-between gap-x-4">
        <label htmlFor={id} className="text-[20px] strong">
          {title}
        </label>
        <button
          type="submit"
          disabled={busy || !text.trim() || text.trim() === written}
          className="min-h-12 rounded-key border-[3px] border-ink px-5 strong disabled:opacity-45"
        >
          {saves}
        </button>
      </p>
      <textarea
        id={id}
        aria-describedby={`${id}-help`}
        rows={Math.min(9, Math.max(3, lines.length + 1))}
        value={text}
        maxLength={8000}
        placeholder={example}
        onChange={(e) => setDraft(e.target.value)}
        className="min-w-0 rounded-slab border-[3px] border-ink bg-sheet px-3 py-2 text-body"
      />
      <p id={`${id}-help`} className="text-note text-ink-2">
        {children}
      </p>
    </form>
  );
}
