import { Choice } from "../ui/Choice";
import { Stepper } from "../ui/Stepper";
import { MaterialKey } from "./MaterialKey";
import { bases, gaps, materials, moldLines, sheens, sizes, tiers } from "./words";

export type Cells = Record<
  | "unit"
  | "models"
  | "material"
  | "parts"
  | "tier"
  | "base_mm"
  | "mold_lines"
  | "gaps"
  | "transfers"
  | "final_sheen"
  | "paint_min"
  | "size",
  string
>;

export const usualUnit: Cells = {
  unit: "",
  models: "5",
  material: "polystyrene",
  parts: "5",
  tier: "rank_and_file",
  base_mm: "25",
  mold_lines: "ordinary",
  gaps: "",
  transfers: "0",
  final_sheen: "matte",
  paint_min: "60",
  size: "",
};

/** A unit as a sentence with gaps, answered by big keys or a choice of words. */
export function Sentence({ cells, onChange }: { cells: Cells; onChange: (cells: Cells) => void }) {
  const put = (column: keyof Cells) => (value: string) => onChange({ ...cells, [column]: value });
  const number = (column: keyof Cells) => (value: number) => put(column)(String(value));
  const row = "flex flex-wrap items-center gap-x-3 gap-y-2 text-lead lg:text-[27px]";
  return (
    <div className="flex flex-col gap-3 lg:gap-4">
      <div className={row}>
        <input
          aria-label="Name of the unit"
          placeholder="A name"
          maxLength={80}
          className="min-h-14 w-[12ch] min-w-0 border-b-[5px] border-hand bg-sheet px-3 text-lead strong text-hand lg:text-[30px]
            placeholder:font-normal placeholder:text-ink-2"
          style={{ width: `${Math.max(9, cells.unit.length + 1)}ch` }}
          value={cells.unit}
          onChange={(e) => put("unit")(e.target.value)}
        />
        is a unit of
        <Stepper label="Models" value={Number(cells.models)} least={1} most={500} onChange={number("models")} />
      </div>
      <div className={row}>
        <Choice
          large
          label="Material"
          value={cells.material}
          options={materials.map((m) => ({ value: m.value as string, text: m.text }))}
          onChange={put("material")}
        />
        {cells.material === "unknown" ? (
          <MaterialKey
            opener={
              <button type="button" className="min-h-14 px-1 text-body strong underline">
                find out
              </button>
            }
            onFound={put("material")}
          />
        ) : null}
        <Choice
          large
          label="Kind of model"
          value={cells.size || "named"}
          options={[{ value: "named", text: "models, as named" }, ...sizes.map((s) => ({ value: s.value as string, text: s.text }))]}
          onChange={(s) => put("size")(s === "named" ? "" : s)}
        />
        in
        <Stepper label="Parts each" value={Number(cells.parts)} least={1} most={60} onChange={number("parts")} />
        parts each,
      </div>
      <div className={row}>
        painted as
        <Choice
          large
          label="Tier"
          value={cells.tier}
          options={tiers.map((t) => ({ value: t.value as string, text: t.text }))}
          onChange={put("tier")}
        />
        on
        <Choice
          large
          label="Bases"
          value={cells.base_mm || "none"}
          options={bases}
          onChange={(b) => put("base_mm")(b === "none" ? "" : b)}
        />
        <Stop>.</Stop>
      </div>
      <div className={row}>
        Mold lines are
        <Choice
          large
          label="Mold lines"
          value={cells.mold_lines}
          options={moldLines.map((m) => ({ value: m.value as string, text: m.text }))}
          onChange={put("mold_lines")}
        />
        <Stop>,</Stop> gaps
        <Choice
          large
          label="Gaps"
          value={cells.gaps || "usual"}
          options={[{ value: "usual", text: "as usual for them" }, ...gaps.map((g) => ({ value: g.value as string, text: g.text }))]}
          onChange={(g) => put("gaps")(g === "usual" ? "" : g)}
        />
        <Stop>.</Stop>
      </div>
      <div className={row}>
        Each carries
        <Stepper label="Transfers each" value={Number(cells.transfers)} least={0} most={60} onChange={number("transfers")} />
        transfers, sealed
        <Choice
          large
          label="Final sheen"
          value={cells.final_sheen}
          options={sheens.map((s) => ({ value: s.value as string, text: s.text }))}
          onChange={put("final_sheen")}
        />
        <Stop>.</Stop>
      </div>
      <div className={row}>
        Painting takes
        <Stepper
          label="Painting, minutes a model"
          unit="min"
          value={Number(cells.paint_min)}
          least={0}
          most={6000}
          step={5}
          onChange={number("paint_min")}
        />
        a model.
      </div>
    </div>
  );
}

// A stop stands close behind its word, whatever the gap of the row.
export function Stop({ children }: { children: string }) {
  return <span className="-ml-2">{children}</span>;
}
