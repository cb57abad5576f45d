import type { Schemas } from "../api/client";
import { capital } from "../ui/capital";
import { type Branch, branchesOf } from "./branches";

const [rowHeight, left, top, narrow] = [58, 134, 34, 62];

// A letter of a note, px: what is said of a part ends before the line of painting.
const letter = 9.5;

interface BranchesProps {
  kit: Schemas["KitView"];
  chosen: string;
  onChoose: (part: string) => void;
}

/** How a kit comes together: a branch for each part, run into the body that carries it; solid before painting, dashed after. */
export function Branches({ kit, chosen, onChoose }: BranchesProps) {
  const { branches, columns, before } = branchesOf(kit.parts.length, kit.joints);
  const apart = columns - before;
  const longest = Math.max(0, ...kit.parts.map((p) => p.reason.length));
  const gate = left + Math.max(54 + before * narrow, 34 + longest * letter);
  const at = (s: Branch) => (s.column === 0 ? 0 : s.after ? gate + 30 + (s.column - before) * narrow : left + 24 + s.column * narrow);
  const width = (apart > 0 ? gate + 30 + apart * narrow : left + 24 + columns * narrow) + 70;
  const height = top + kit.parts.length * rowHeight;
  const y = (row: number) => top + row * rowHeight + rowHeight / 2;
  return (
    <div className="overflow-x-auto">
      <div className="relative" style={{ width: Math.max(width, 420), height }}>
        <svg width={Math.max(width, 420)} height={height} aria-hidden="true" className="absolute inset-0">
          {apart > 0 ? (
            <>
              <line x1={gate} x2={gate} y1={top - 4} y2={height - 6} className="stroke-rule" strokeWidth="2" />
              <text x={gate} y={top - 14} textAnchor="middle" className="fill-ink-2" fontSize="16">
                painted
              </text>
            </>
          ) : null}
          {branches.map((s) => (
            <Run key={s.part} x={at(s)} end={width - 50} from={y(s.part)} into={y(s.into)} gate={apart > 0 ? gate : width} branch={s} />
          ))}
        </svg>
        <ul>
          {kit.parts.map((p, i) => (
            <li key={p.name} className="absolute left-0" style={{ top: y(i) - 24, width: left - 14 }}>
              <button
                type="button"
                data-part={p.name}
                aria-pressed={p.name === chosen}
                onClick={() => onChoose(p.name)}
                className={`flex min-h-12 w-full flex-col justify-center text-left leading-tight ${p.name === chosen ? "strong" : ""}`}
              >
                <span className="flex items-center gap-2">
                  {p.name === chosen ? <span className="h-2.5 w-2.5 shrink-0 rounded-full bg-ink" aria-hidden="true" /> : null}
                  <span className="min-w-0 hyphens-auto">
                    {p.count > 1 ? `${p.count} ` : ""}
                    {p.name}
                  </span>
                </span>
                <span className="sr-only">{p.isApart ? `, held apart: ${p.reason}` : ""}</span>
              </button>
            </li>
          ))}
        </ul>
        {kit.parts.map((p, i) =>
          p.isApart || p.reason ? (
            <p
              key={p.name}
              className={`absolute whitespace-nowrap bg-above pr-1 text-note leading-none ${p.isApart ? "strong text-hand" : "text-ink-2"}`}
              style={{ left: left + 20, top: y(i) - 24 }}
            >
              {p.reason || "apart"}
            </p>
          ) : null,
        )}
      </div>
    </div>
  );
}

interface RunProps {
  x: number;
  end: number;
  from: number;
  into: number;
  gate: number;
  branch: Branch;
}

// From its dot along its row, solid up to painting; then over to the row it joins, where a dot marks the joint.
function Run({ x, end, from, into, gate, branch }: RunProps) {
  const stop = branch.column === 0 ? end : x - 34;
  const solid = Math.min(stop, gate);
  const joint = branch.column === 0 ? "" : `C${x - 12} ${from} ${x - 22} ${into} ${x} ${into}`;
  return (
    <g className="fill-none stroke-ink" strokeWidth="3.5">
      <circle cx={left + 8} cy={from} r="9" className="fill-ink stroke-none" />
      <path d={`M${left + 8} ${from}H${solid}${branch.after ? "" : joint}`} />
      {stop > gate ? <path d={`M${gate} ${from}H${stop}${joint}`} strokeDasharray="8 7" /> : null}
      {branch.column > 0 ? <circle cx={x} cy={into} r="8" className="fill-ink stroke-none" /> : null}
    </g>
  );
}

/** The joints in words, for those who do not see the branches, and for the glue in hand. */
export function Order({ kit }: { kit: Schemas["KitView"] }) {
  return (
    <ol className="flex flex-wrap gap-x-6">
      {kit.joints.map((j, i) => (
        <li key={j.words} className="text-note">
          <b className="strong">
            {i + 1}. {capital(j.words)}
          </b>
          {j.afterPainting ? " after painting" : ""}: {j.glue}, {j.hold}
        </li>
      ))}
    </ol>
  );
}
