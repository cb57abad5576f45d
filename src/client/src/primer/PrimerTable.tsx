import type { Schemas } from "../api/client";

interface PrimerTableProps {
  primer: Schemas["PrimerView"];
  /** The option that is looked at. */
  chosen: string;
  busy: boolean;
  choose: (option: string) => void;
  /** The list with another colour picked. */
  repaint: (lines: readonly string[]) => void;
}

type Colour = Schemas["PaletteColourView"];

/** The palette as a strip, and beneath each colour its coats over each primer. */
export function PrimerTable({ primer, chosen, busy, choose, repaint }: PrimerTableProps) {
  const columns = { "--colours": primer.colours.map((c) => `minmax(92px, ${c.percent}fr)`).join(" ") } as React.CSSProperties;
  const grid = "md:grid md:items-center md:gap-x-1 md:[grid-template-columns:196px_var(--colours)_96px_204px]";
  return (
    <fieldset className="px-4 md:px-10" style={columns}>
      <legend className="sr-only">Primer</legend>
      <div className={`flex ${grid} md:items-end`}>
        <p className="hidden text-note text-ink-2 md:block">Touch a colour to pick another.</p>
        {primer.colours.map((c, at) => (
          <Swatch
            key={c.name}
            colour={c}
            busy={busy}
            pick={(hex) => repaint(primer.lines.map((l, k) => (k === at ? painted(l, hex) : l)))}
          />
        ))}
        <p className="hidden text-note text-ink-2 md:block">coats in all</p>
        <p className="hidden text-note text-ink-2 md:block">painting, all models</p>
      </div>
      {primer.primers.map((p) => (
        <label
          key={p.option}
          className={`grid min-h-14 cursor-pointer grid-cols-[1fr_auto] items-center gap-x-3 border-b-[2px] border-rule py-1
            ${grid} ${p.option === chosen ? "bg-hand-soft" : ""}`}
        >
          <span className="flex min-w-0 items-center gap-3">
            <input
              type="radio"
              name="primer"
              className="h-5 w-5 shrink-0 accent-hand"
              checked={p.option === chosen}
              onChange={() => choose(p.option)}
            />
            <Greys greys={p.greys} />
            <span className={p.isBest || p.isChosen ? "strong" : ""}>
              {p.name}
              {p.isChosen ? <span className="block text-note text-ink-2">as it is now</span> : null}
            </span>
          </span>
          {p.coats.map((c) => (
            <Coats key={c.name} coats={c.coats} hex={c.hex} />
          ))}
          <span className="digits text-[32px] leading-none max-md:text-right">{p.coatsInAll.toFixed(1)}</span>
          <span className={`max-md:col-span-2 ${p.isBest ? "strong" : ""}`}>
            <span className="text-note text-ink-2 md:hidden">{p.coats.map((c) => `${c.name} ${c.coats}`).join(", ")}; </span>
            {p.painting}
            {p.cannot ? <span className="block text-note text-redo">{p.cannot}</span> : null}
          </span>
        </label>
      ))}
    </fieldset>
  );
}

// A line of the palette with another colour in it.
function painted(line: string, hex: string) {
  return line.replace(/#[0-9a-f]{6}/i, hex);
}

function Swatch({ colour, busy, pick }: { colour: Colour; busy: boolean; pick: (hex: string) => void }) {
  return (
    <label className="min-w-0 flex-1 text-note" title={colour.name}>
      <span className="block truncate">{colour.name}</span>
      <input
        key={colour.hex}
        type="color"
        disabled={busy}
        defaultValue={colour.hex}
        aria-label={`The colour of ${colour.name}`}
        // React tells each shade the picker passes over; the browser's own event tells the one it closes with.
        ref={(input) => {
          const picked = () => input && input.value !== colour.hex && pick(input.value);
          input?.addEventListener("change", picked);
          return () => input?.removeEventListener("change", picked);
        }}
        className="block h-12 w-full cursor-pointer border-0 bg-above p-0"
      />
      <span className="block whitespace-nowrap text-ink-2">{colour.percent} %</span>
    </label>
  );
}

function Greys({ greys }: { greys: readonly string[] }) {
  const high = 36 / greys.length;
  return (
    <svg width="40" height="40" aria-hidden="true" className="shrink-0 stroke-ink" strokeWidth="2">
      {greys.map((g, at) => (
        <rect key={g} x="2" y={2 + at * high} width="36" height={high} fill={g} />
      ))}
    </svg>
  );
}

const wide = 52;
const high = 38;

// Each coat a bar, the last as wide as it is needed.
function Coats({ coats, hex }: { coats: number; hex: string }) {
  const whole = Math.floor(coats + 1e-9);
  const part = coats - whole > 0.04 ? coats - whole : 0;
  const bars = Math.max(1, whole + (part > 0 ? 1 : 0));
  const each = high / bars;
  return (
    <span className="hidden items-end gap-1.5 md:flex">
      <svg width={wide} height={high} aria-hidden="true" className="shrink-0">
        {Array.from({ length: bars }, (_, k) => k).map((k) => (
          <rect
            key={k}
            x="0"
            y={k * each + 1}
            width={part > 0 && k === 0 ? wide * part : wide}
            height={Math.max(2, each - 2)}
            fill={hex}
            className="stroke-rule"
          />
        ))}
      </svg>
      <span className="whitespace-nowrap text-note">{coats}</span>
    </span>
  );
}
