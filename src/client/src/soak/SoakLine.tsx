import type { Schemas } from "../api/client";
import { WaitArc } from "../line/WaitArc";
import { flat } from "../line/waitArc";
import { clockTime } from "../ui/clockface";
import { useWidth } from "../ui/useWidth";
import { clockSeconds } from "./clockSeconds";

const height = 290;
const line = 92;
const deepest = 150;

/** The line of the run: above it the hands, one transfer after another; below it each one in its water, with now and the loss. */
export function SoakLine({ view, now }: { view: Schemas["SoakView"]; now: Date }) {
  const [box, width] = useWidth<HTMLDivElement>();
  const first = view.turns[0];
  if (!first) return <div ref={box} className="h-6 border-b-[6px] border-ink" />;
  // The one in hand lasts until it lies: the others say how long one takes.
  const took = view.turns.map((t) => Date.parse(t.endAt) - Date.parse(t.placeAt));
  const place = Math.max(5, Math.min(...took) / 1000);
  const perSecond = Math.min(6, Math.max(0.5, 118 / place));
  const hand = Math.min(300, width * 0.28);
  const x = (at: string | number) => hand + ((typeof at === "number" ? at : Date.parse(at)) - now.getTime()) * (perSecond / 1000);
  const shown = view.turns.filter((t) => x(t.placeAt) < width - 40);
  const wet = shown.filter((t) => t.isWet);
  // The one that comes after the one in hand loses its glue first where the hands are slow.
  const flag = wet.at(-1);
  const minutes = Array.from({ length: Math.ceil(width / (60 * perSecond)) + 2 }, (_, k) => Math.ceil(now.getTime() / 60_000) - 3 + k);
  const every = 60 * perSecond < 90 ? 2 : 1;
  const next = view.turns[1];
  return (
    <div ref={box}>
      <svg width={width} height={height} role="img" aria-label={words(view)} className="block">
        <rect x="0" y={line} width={width} height={height - line} className="fill-below" />
        {shown.map((t, k) => (
          <WaitArc
            key={t.number}
            from={x(t.wetAt)}
            to={Math.max(x(t.placeAt), x(t.wetAt) + 4)}
            minutes={(Date.parse(t.placeAt) - Date.parse(t.wetAt)) / 5_000}
            deepest={deepest - 22 * (k % 3)}
            place={flat(line)}
            waited={t.isWet ? (now.getTime() - Date.parse(t.wetAt)) / Math.max(1, Date.parse(t.placeAt) - Date.parse(t.wetAt)) : null}
          />
        ))}
        <rect x="0" y={line - 3} width={width} height="6" className="fill-ink" />
        {minutes.map((m) => (
          <g key={m}>
            <line x1={x(m * 60_000)} x2={x(m * 60_000)} y1={line} y2={line + 12} className="stroke-ink" strokeWidth="3" />
            {m % every === 0 ? (
              <text x={x(m * 60_000) + 6} y={line + 24} className="fill-ink-2" fontSize="16">
                {clockTime(new Date(m * 60_000), view.zone)}
              </text>
            ) : null}
          </g>
        ))}
        {shown.map((t, k) => {
          const from = k === 0 && t.isWet ? Math.min(x(t.placeAt), hand) : x(t.placeAt);
          return (
            <g key={t.number}>
              <rect
                x={from + 1.5}
                y={line - 55}
                width={Math.max(6, x(t.endAt) - from - 3)}
                height="52"
                className={k === 0 && t.isWet ? "fill-hand-soft stroke-hand" : "fill-above stroke-ink"}
                strokeWidth="3"
              />
              <text x={(from + x(t.endAt)) / 2} y={line - 22} textAnchor="middle" fontSize="22" className="fill-ink strong">
                {t.number}
              </text>
            </g>
          );
        })}
        {wet.slice(1).map((t) => (
          <circle key={t.number} cx={x(t.placeAt)} cy={line} r="10" className="fill-above stroke-wait" strokeWidth="5" />
        ))}
        {flag && x(flag.lostAt) < width - 20 ? (
          <g>
            <line x1={x(flag.lostAt)} x2={x(flag.lostAt)} y1="6" y2={line} className="stroke-ink" strokeWidth="2" />
            <path d={`M${x(flag.lostAt)} 4h-214l10 13-10 13h214z`} className="fill-limit" />
            <text x={x(flag.lostAt) - 12} y="23" textAnchor="end" fontSize="16" className="fill-on-limit strong">
              {flag.number} loses its glue {clockSeconds(Date.parse(flag.lostAt), view.zone)}
            </text>
          </g>
        ) : null}
        <path d={`M${hand - 12} ${line - 78}h24l-12 18z`} className="fill-hand" />
        <line x1={hand} x2={hand} y1={line - 70} y2={line + 150} className="stroke-hand" strokeWidth="4" />
        {next ? (
          <g>
            <text x={Math.min(x(next.placeAt), width - 260)} y={height - 44} fontSize="44" className="digits fill-ink">
              {clockSeconds(Date.parse(next.placeAt), view.zone)}
            </text>
            <text x={Math.min(x(next.placeAt), width - 260)} y={height - 18} fontSize="18" className="fill-ink strong">
              transfer {next.number}, model {next.model}
            </text>
          </g>
        ) : null}
      </svg>
    </div>
  );
}

function words(view: Schemas["SoakView"]): string {
  return view.turns.map((t) => `${t.number}: place ${clockSeconds(Date.parse(t.placeAt), view.zone)}`).join("; ");
}
