import { Link } from "@tanstack/react-router";
import { useRef, useState } from "react";
import { type Schemas, wordsOf } from "../api/client";
import { FileInput } from "../ui/FileInput";
import { Key } from "../ui/Key";
import example from "./example-roster.csv?raw";
import type { DraftLine, Roster } from "./useRoster";

const shownLines = 200;

/** A roster file: seen understood line by line before anything is saved. */
export function RosterFile({ roster }: { roster: Roster }) {
  const input = useRef<HTMLInputElement>(null);
  const [over, setOver] = useState(false);
  const take = (file: File | undefined) => file && roster.read.mutate(file);
  const asking = roster.lines.filter((l) => l.fate === "asks");
  const inOrder = [...asking, ...roster.lines.filter((l) => l.fate !== "asks")].slice(0, shownLines);
  return (
    <section
      id="roster"
      className="mt-auto grid gap-x-10 gap-y-4 border-t-[5px] border-ink bg-sheet px-4 py-4 md:px-10
        lg:[grid-template-columns:1fr_360px]"
    >
      <div>
        <h2 className="text-[20px]">
          From a roster file{" "}
          {roster.name ? (
            <span className="font-normal text-note text-ink-2">
              {roster.name}, {roster.lines.length} {roster.lines.length === 1 ? "line" : "lines"} read
            </span>
          ) : null}
        </h2>
        {roster.lines.length === 0 ? (
          <p className="text-ink-2">
            One line a batch. The header needs unit, models, material; parts, base_mm, tier, mold_lines, gaps, transfers, final_sheen,
            paint_min, deadline, weight, batch, surface, size, pace are read too.
          </p>
        ) : null}
        <ul>
          {inOrder.map((l) => (
            <Line key={l.line} line={l} roster={roster} />
          ))}
        </ul>
        {roster.lines.length > shownLines ? (
          <p className="text-ink-2">and {roster.lines.length - shownLines} more lines, understood.</p>
        ) : null}
        {roster.read.error ? <p role="alert">{wordsOf(roster.read.error)} Nothing was saved.</p> : null}
        {roster.came ? <Came came={roster.came} /> : null}
        {roster.save.error ? <p role="alert">{wordsOf(roster.save.error)} Nothing was saved.</p> : null}
      </div>
      <div className="flex flex-col gap-3">
        <button
          type="button"
          onClick={() => input.current?.click()}
          onDragOver={(e) => {
            e.preventDefault();
            setOver(true);
          }}
          onDragLeave={() => setOver(false)}
          onDrop={(e) => {
            e.preventDefault();
            setOver(false);
            take(e.dataTransfer.files[0]);
          }}
          className={`min-h-[92px] rounded-key border-[3px] border-dashed px-4 text-left text-note
            ${over ? "border-hand text-hand" : "border-rule"}`}
        >
          Drop a roster here, or choose one: a CSV file, comma or semicolon, one unit on a line; at most 10,000 lines and 16 MB. A bench
          takes 10,000 models.
        </button>
        {roster.lines.length === 0 ? (
          <p className="flex flex-wrap items-center gap-x-3">
            <Key onClick={() => take(new File([example], "example-roster.csv", { type: "text/csv" }))}>Read an example</Key>
            <a
              href={`data:text/csv;charset=utf-8,${encodeURIComponent(example)}`}
              download="example-roster.csv"
              className="inline-flex min-h-12 items-center strong underline"
            >
              Take it away to fill in
            </a>
          </p>
        ) : null}
        <FileInput label="Roster file" accept=".csv,text/csv" input={input} onFile={take} />
        {roster.lines.length > 0 ? (
          <div className="flex flex-wrap gap-2">
            <Key
              tone="dark"
              disabled={roster.joining.length === 0 || asking.length > 0 || roster.save.isPending}
              onClick={() => roster.join()}
            >
              {asking.length > 0
                ? `${asking.length} still to answer`
                : `Add ${roster.joining.length} ${roster.joining.length === 1 ? "line" : "lines"}`}
            </Key>
            <Key onClick={roster.clear}>Drop it</Key>
          </div>
        ) : null}
      </div>
    </section>
  );
}

// What came, and where to go with it.
function Came({ came }: { came: Schemas["RosterSaved"] }) {
  const key = "inline-flex min-h-12 items-center rounded-key border-[3px] px-5 strong";
  return (
    <div role="status" className="mt-2 flex flex-wrap items-center gap-3" data-came={came.units}>
      <p className="text-lead">
        {came.units} {came.units === 1 ? "unit" : "units"}, {came.models} {came.models === 1 ? "model" : "models"} came to the bench.
      </p>
      <Link to="/" className={`${key} border-hand bg-hand text-on-hand`}>
        To the bench
      </Link>
      <Link to="/plan" className={`${key} border-ink`}>
        When each is done
      </Link>
      <Link to="/units" className={`${key} border-ink`}>
        Their routes
      </Link>
    </div>
  );
}

function Line({ line, roster }: { line: DraftLine; roster: Roster }) {
  const [cells, setCells] = useState<Record<string, string>>({});
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule py-1">
      <span className="min-w-8 text-ink-2">{line.line}</span>
      {line.fate === "asks" ? (
        <form
          className="flex flex-1 flex-wrap items-center gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            roster.mend.mutate({ line: line.line, cells: { ...line.cells, ...cells } });
          }}
        >
          <b className="text-redo">{Object.values(line.cells).slice(0, 3).join(", ") || "empty"}</b>
          {line.problems.map((p) => (
            <label key={p.column} className="flex flex-wrap items-center gap-2">
              <span>
                {p.column}: {p.message}
              </span>
              <input
                aria-label={`Line ${line.line}, ${p.column}`}
                title={p.remedy}
                placeholder={p.value || p.remedy}
                className="min-h-12 w-56 border-b-[4px] border-redo bg-above px-2 strong"
                value={cells[p.column] ?? ""}
                onChange={(e) => setCells({ ...cells, [p.column]: e.target.value })}
              />
              <span className="text-note text-ink-2">{p.remedy}</span>
            </label>
          ))}
          <Key type="submit">Read it again</Key>
          <Key onClick={() => roster.set(line.line, { fate: "skipped" })}>Skip line</Key>
        </form>
      ) : (
        <>
          <span className={line.fate === "joins" ? "strong" : ""}>{line.text || Object.values(line.cells).slice(0, 3).join(", ")}</span>
          <span className="text-ink-2">
            {line.fate === "joins"
              ? "joins the bench"
              : line.fate === "skipped"
                ? "skipped"
                : line.addAnyway
                  ? "is added once more"
                  : "already on the bench, left alone"}
          </span>
          {line.fate === "already_there" ? (
            <Key onClick={() => roster.set(line.line, { addAnyway: !line.addAnyway })}>
              {line.addAnyway ? "Leave it alone" : "Add it anyway"}
            </Key>
          ) : null}
          {line.fate === "joins" ? <Key onClick={() => roster.set(line.line, { fate: "skipped" })}>Skip line</Key> : null}
        </>
      )}
    </li>
  );
}
