import { useState } from "react";

interface KitTextProps {
  lines: readonly string[];
  busy: boolean;
  save: (lines: readonly string[]) => Promise<unknown>;
}

/** The kit as a person lists it: a line a part, or all in one. */
export function KitText({ lines, busy, save }: KitTextProps) {
  const written = lines.join("\n");
  // What is typed and not saved yet stays, whatever else changes the kit.
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
        <label htmlFor="kit-text" className="text-[20px] strong">
          The parts of one model
        </label>
        <button
          type="submit"
          disabled={busy || !text.trim() || text.trim() === written}
          className="min-h-12 rounded-key border-[3px] border-ink px-5 strong disabled:opacity-45"
        >
          Save the parts
        </button>
      </p>
      <textarea
        id="kit-text"
        aria-describedby="kit-help"
        rows={Math.min(9, Math.max(3, lines.length + 1))}
        value={text}
        maxLength={8000}
        placeholder="body, head, 2 arms, cloak, hides the face"
        onChange={(e) => setDraft(e.target.value)}
        className="min-w-0 rounded-slab border-[3px] border-ink bg-sheet px-3 py-2 text-body"
      />
      <p id="kit-help" className="text-note text-ink-2">
        A line a part, or all in one with commas, what carries the others first: <b>2 arms</b>, <b>lantern on lamp arm</b>,{" "}
        <b>cloak before lamp arm</b> (locked out behind it). After a part: its material, <b>hides the face</b>, <b>apart</b> or{" "}
        <b>joined</b>, <b>left</b>, <b>fragile</b>, <b>hidden</b>, <b>no waste</b>, <b>together</b> (a pair), <b>no seam</b>,{" "}
        <b>9 g, 14 mm</b>.
      </p>
    </form>
  );
}
