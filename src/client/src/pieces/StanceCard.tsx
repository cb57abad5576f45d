import { type Schemas, wordsOf } from "../api/client";
import { Key } from "../ui/Key";
import { useFacts } from "../units/BatchFacts";

const [width, height, ground] = [230, 196, 178];

/** A model on its base, from the side and to scale: where its weight lies, and by how much it may be tilted. */
export function StanceCard({ stance, batch }: { stance: Schemas["KitStanceView"]; batch: Schemas["BatchView"] }) {
  const facts = useFacts(batch);
  const steady = stance.degrees >= stance.wanted;
  return (
    <section
      aria-label="How it stands"
      className="flex min-w-0 flex-col gap-2 border-t-[3px] border-rule pt-3 lg:border-l-[3px] lg:border-t-0 lg:pl-6 lg:pt-0"
    >
      <h2 className={`text-lead ${steady ? "" : "text-hand"}`}>{stance.headline}</h2>
      <Side stance={stance} />
      <p>
        {steady
          ? `${stance.wanted}° is wanted, to be carried and set down on a slope: it stands.`
          : `${stance.wanted}° is wanted, to be carried and set down on a slope. ${stance.text}`}
      </p>
      {stance.largerMm ? (
        <Key disabled={facts.isPending} onClick={() => stance.largerMm && facts.mutate({ baseMm: stance.largerMm })}>
          Put it on {stance.largerMm} mm
        </Key>
      ) : null}
      {facts.error ? <p role="alert">{wordsOf(facts.error)}</p> : null}
      <p className="text-note text-ink-2">
        {stance.isSaid
          ? "By the weights you gave, and heights by rule of thumb."
          : "Weights and heights by rule of thumb: a weight said narrows it."}
      </p>
    </section>
  );
}

function Side({ stance }: { stance: Schemas["KitStanceView"] }) {
  const scale = Math.min((height - 30) / (stance.modelMm + 6), (width - 60) / stance.baseMm);
  const middle = (width - 30) / 2;
  const half = (stance.baseMm / 2) * scale;
  const rim = middle + half;
  const weight = { x: middle + stance.besideMm * scale, y: ground - stance.weightMm * scale };
  const tall = stance.modelMm * scale;
  const shoulder = ground - 8 - tall * 0.72;
  const lean = (stance.degrees * Math.PI) / 180;
  const arm = 62;
  const [foot, neck] = [half * 0.55, half * 0.34];
  const spoken = `its weight ${Math.round(stance.weightMm)} mm high, tips at ${Math.floor(stance.degrees)} degrees`;
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className="w-full max-w-[250px]"
      role="img"
      aria-label={`From the side: a base of ${stance.baseMm} mm, ${spoken}`}
    >
      <g className="stroke-ink" strokeWidth="3">
        <path
          d={`M${middle - foot} ${ground - 8}L${middle - neck} ${shoulder}H${middle + neck}L${middle + foot} ${ground - 8}Z`}
          className="fill-pleat-dim"
        />
        <circle cx={middle} cy={shoulder - tall * 0.13} r={tall * 0.13} className="fill-pleat-dim" />
        <rect x={middle - half} y={ground - 8} width={half * 2} height="10" className="fill-ink" />
      </g>
      <g className="fill-none stroke-wait" strokeWidth="3">
        <path d={`M${rim} ${ground}V${Math.max(6, weight.y - 24)}`} />
        <path d={`M${rim} ${ground}L${weight.x} ${weight.y}`} strokeDasharray="7 6" />
        <path d={`M${rim} ${ground - arm}A${arm} ${arm} 0 0 0 ${rim - arm * Math.sin(lean)} ${ground - arm * Math.cos(lean)}`} />
      </g>
      <circle cx={weight.x} cy={weight.y} r="8" className="fill-hand" />
      <text x={rim + 6} y={Math.max(20, weight.y - 10)} className="fill-wait" fontSize="18" fontWeight="720">
        {Math.floor(stance.degrees)}°
      </text>
    </svg>
  );
}
