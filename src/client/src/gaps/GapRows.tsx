import type { Schemas } from "../api/client";

interface GapRowsProps {
  gaps: readonly Schemas["ListedGapView"][];
  busy: boolean;
  decide: (lines: readonly string[]) => void;
}

const perMm = 10;
const longest = 16;
const columns = "md:[grid-template-columns:minmax(9rem,1.1fr)_250px_minmax(10rem,1.3fr)_5.5rem_84px_minmax(15rem,1.7fr)]";

/** Each gap ten times its size, what fills it, how plainly it shows, and whether it is filled. */
export function GapRows({ gaps, busy, decide }: GapRowsProps) {
  return (
    <ul aria-label="Gaps" className="px-4 md:px-10">
      {gaps.map((g) => (
        <li
          key={g.place}
          className={`grid min-h-14 grid-cols-2 items-center gap-x-4 border-b-[2px] border-rule py-1 ${columns} ${
            g.isFilled ? "" : "text-ink-2"
          }`}
        >
          <span className={g.isFilled ? "strong" : ""}>
            {g.count > 1 ? `${g.count} ` : ""}
            {g.place}
          </span>
          <Line gap={g} />
          <span>{g.isFilled ? g.with : `with ${g.with}`}</span>
          <span>
            <b className="digits text-unit">{g.isFilled ? g.minutes : 0}</b> min
          </span>
          <Seen seen={g.seen} />
          <span className="flex min-w-0 items-center gap-3">
            {g.other ? (
              <button
                type="button"
                aria-pressed={g.isFilled}
                aria-label={g.isFilled ? `Leave ${g.place} open` : `Fill ${g.place}`}
                disabled={busy}
                onClick={() => g.other && decide(g.other)}
                className={`min-h-12 w-[104px] shrink-0 rounded-key border-[3px] px-2 strong disabled:opacity-45 ${
                  g.isFilled ? "border-hand text-hand" : "border-ink-2"
                }`}
              >
                {g.isFilled ? "✓ filled" : "— left"}
              </button>
            ) : null}
            <span className="text-note">{g.why}</span>
          </span>
        </li>
      ))}
    </ul>
  );
}

function Line({ gap }: { gap: Schemas["ListedGapView"] }) {
  const long = Math.min(gap.lengthMm, longest) * perMm;
  const wide = Math.max(1, Math.min(gap.widthMm * perMm, 34));
  return (
    <span className="flex items-center gap-2">
      <svg
        width={longest * perMm}
        height="36"
        role="img"
        aria-label={`${gap.widthMm} by ${gap.lengthMm} mm, ten times its size`}
        className={gap.isFilled ? "fill-ink" : "fill-ink-2"}
      >
        <rect x="0" y={18 - wide / 2} width={long} height={wide} />
        {gap.lengthMm > longest ? <path d={`M${long - 12} 4l8 28M${long - 6} 4l8 28`} className="stroke-above" strokeWidth="4" /> : null}
      </svg>
      <span className="whitespace-nowrap text-note">
        {gap.widthMm} × {gap.lengthMm} mm
      </span>
    </span>
  );
}

function Seen({ seen }: { seen: number }) {
  return (
    <svg
      width="76"
      height="22"
      role="img"
      aria-label={seen === 0 ? "not seen" : `seen ${seen} of 4`}
      className="stroke-ink"
      strokeWidth="2"
    >
      {[0, 1, 2, 3].map((k) => (
        <rect key={k} x={1 + k * 19} y="1" width="14" height="20" className={k < seen ? "fill-ink" : "fill-above"} />
      ))}
    </svg>
  );
}
