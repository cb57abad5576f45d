import type { Schemas } from "../api/client";
import { counted } from "../ui/counted";

const perMm = 6;
const [width, left] = [430, 10];

/** Two-part putty for the gaps of a batch: the balls, and how far a mix reaches before it stiffens. */
export function MixCard({ mix, name, models }: { mix: Schemas["GapMixView"]; name: string; models: number }) {
  const ball = Math.min(mix.ballMm, 16) * perMm;
  return (
    <section aria-label="The mix" className="flex min-w-0 flex-col gap-2">
      <h2 className="text-lead">
        {mix.mixes === 1 ? "One mix" : `${mix.mixes} mixes`} <span className="text-body">for {counted(models, "model")}</span>
      </h2>
      <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
        <svg width={ball * 2 + 14} height={ball + 4} role="img" aria-label={`Two balls of ${mix.ballMm} mm`}>
          <circle cx={ball / 2 + 2} cy={ball / 2 + 2} r={ball / 2} className="fill-fit" />
          <circle cx={ball * 1.5 + 12} cy={ball / 2 + 2} r={ball / 2} className="fill-hand" />
        </svg>
        <p>
          <b className="strong">
            two balls of <span className="digits text-unit">{mix.ballMm}</span> mm{mix.mixes > 1 ? " a mix" : ""}, 1 to 1
          </b>
          <br />
          <span className="digits">{mix.millilitres}</span> ml in all
        </p>
      </div>
      <Working mix={mix} name={name} models={models} />
      <p>
        {mix.text}
        {mix.with ? ` The same mix would take the open gaps of ${mix.with}.` : ""}
      </p>
      <p className="text-note text-ink-2">Amounts by the sizes given, a fifth proud, a seventh lost. Gloves; finest gaps first.</p>
    </section>
  );
}

// The hands of one mix on the line, and the post at which it stiffens.
function Working({ mix, name, models }: { mix: Schemas["GapMixView"]; name: string; models: number }) {
  const each = Math.min(models, mix.modelsAMix);
  const hands = mix.handsMinutes / mix.mixes;
  const scale = (width - 130) / Math.max(mix.workingMinutes, hands);
  const [end, stiff] = [left + hands * scale, left + mix.workingMinutes * scale];
  return (
    <svg
      viewBox={`0 0 ${width} 96`}
      className="w-full max-w-[520px]"
      role="img"
      aria-label={`${counted(each, "model")} take ${Math.round(hands)} minutes; stiff after ${mix.workingMinutes}`}
    >
      <rect x="0" y="62" width={width} height="34" className="fill-below" />
      <rect x={left} y="24" width={end - left} height="38" className="fill-hand-soft stroke-ink" strokeWidth="3" />
      <text x={left + (end - left) / 2} y="48" textAnchor="middle" className="fill-ink text-axis strong">
        {end - left > 150 ? `${name}: ${each}` : each}
      </text>
      <path d={`M0 62H${width}`} className="stroke-ink" strokeWidth="5" />
      <path d={`M${stiff} 62V4`} className="stroke-ink" strokeWidth="3" />
      <path d={`M${stiff} 4h112l-9 13 9 13h-112Z`} className="fill-limit" />
      <text x={stiff + 8} y="23" className="fill-on-limit text-axis strong">
        stiff: {mix.workingMinutes} min
      </text>
      <text x={left} y="84" className="fill-ink text-axis">
        {Math.round(hands)} min of hands
      </text>
    </svg>
  );
}
