import { useState } from "react";
import type { Schemas } from "../api/client";
import { capital } from "../ui/capital";
import { minutes, Swatch } from "./PassStrip";

interface PassCardProps {
  painting: Schemas["PaintingView"];
  number: number;
  busy: boolean;
  onLines: (lines: readonly string[], choose: number) => void;
}

/** One pass: what it is, in one line that can be changed, and its place among the others. */
export function PassCard({ painting, number, busy, onLines }: PassCardProps) {
  const pass = painting.passes[number - 1];
  if (!pass) return null;
  const lines = painting.passes.map((p) => p.line);
  const moved = (by: number) => {
    const next = lines.filter((_, i) => i !== number - 1);
    next.splice(number - 1 + by, 0, pass.line);
    onLines(next, number + by);
  };
  return (
    <section aria-label={`Pass ${number}`} className="flex min-w-0 flex-col gap-1 bg-sheet px-5 py-3" aria-busy={busy}>
      <div className="flex items-center gap-4">
        <h2 className="text-lead">{capital(pass.name)}</h2>
        <Swatch colour={pass.swatch ?? null} kind={pass.kind} large />
      </div>
      <p>{[pass.mix, pass.area].filter((w) => w).join(" · ") || "Nobody wrote down a mix or where it goes."}</p>
      <p className="text-note text-ink-2">
        {minutes(pass.seconds)} min a model{painting.isOwn ? "" : ", as is usual for its tier"}; on {pass.had} of {painting.models.length}
      </p>
      <PassLine key={pass.line} line={pass.line} busy={busy} save={(line) => onLines(lines.with(number - 1, line), number)} />
      <p className="flex flex-wrap gap-x-4">
        <Small disabled={busy || number === 1} onClick={() => moved(-1)}>
          Earlier
        </Small>
        <Small disabled={busy || number === lines.length} onClick={() => moved(1)}>
          Later
        </Small>
        <Small
          disabled={busy || lines.length === 1}
          onClick={() =>
            onLines(
              lines.filter((_, i) => i !== number - 1),
              Math.max(1, number - 1),
            )
          }
        >
          Take it out
        </Small>
      </p>
    </section>
  );
}

/** The pass in one line: name and minutes, its colour; where it goes; the mix. */
function PassLine({ line, busy, save }: { line: string; busy: boolean; save: (line: string) => void }) {
  const [text, setText] = useState(line);
  return (
    <form
      className="flex flex-wrap items-center gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (text.trim() && text.trim() !== line) save(text.trim());
      }}
    >
      <input
        aria-label="The pass in one line"
        aria-describedby="pass-line"
        value={text}
        maxLength={330}
        onChange={(e) => setText(e.target.value)}
        className="min-h-12 min-w-0 grow border-b-[5px] border-hand bg-transparent px-1 strong text-hand"
      />
      <button
        type="submit"
        disabled={busy || !text.trim() || text.trim() === line}
        className="min-h-12 rounded-key border-[3px] border-ink px-4 strong disabled:opacity-45"
      >
        Save the line
      </button>
      <span id="pass-line" className="basis-full text-note text-ink-2">
        Name, minutes; where it goes; the mix. Begin with shade, filter, mask or coat for what is no colour.
      </span>
    </form>
  );
}

function Small({ children, ...rest }: { children: string; disabled: boolean; onClick: () => void }) {
  return (
    <button type="button" className="min-h-11 strong underline disabled:opacity-45" {...rest}>
      {children}
    </button>
  );
}
