import type { Schemas } from "../api/client";

const [width, height, middle, base] = [430, 196, 78, 148];

interface JointDrawingProps {
  statics: Schemas["KitStaticsView"];
  part: string;
  material: string;
  carrier: string;
}

/** The joint to scale: what carries, what hangs on it by its lever, and the pin that goes into both. */
export function JointDrawing({ statics, part, material, carrier }: JointDrawingProps) {
  const scale = Math.min(16, (width - base - 70) / statics.leverMm, 96 / statics.neckMm);
  const neck = Math.max(10, statics.neckMm * scale);
  const lever = statics.leverMm * scale;
  const pin = statics.pin;
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className="w-full max-w-[430px]"
      role="img"
      aria-label={`${part} on ${carrier}, to scale: neck ${length(statics.neckMm)}, lever ${length(statics.leverMm)}${
        pin ? `, rod ${length(pin.rodMm)}` : ""
      }`}
    >
      <g className="stroke-ink" strokeWidth="3">
        <rect x={base - 110} y={middle - 62} width="110" height="124" rx="8" className="fill-pleat-dim" />
        <rect x={base} y={middle - neck / 2} width={lever + 26} height={neck} rx="5" className="fill-pleat-lit" />
        {pin ? (
          <rect
            x={base - pin.otherHoleMm * scale}
            y={middle - (pin.rodMm * scale) / 2}
            width={(pin.holeMm + pin.otherHoleMm) * scale}
            height={pin.rodMm * scale}
            className="fill-hand stroke-none"
          />
        ) : null}
        <path d={`M${base + lever} ${middle + neck / 2 + 6}V${middle + 62}m-8 -13l8 13l8 -13`} fill="none" />
        <path
          d={`M${base} ${middle + 66}v16M${base} ${middle + 74}H${base + lever}M${base + lever} ${middle + 66}v16`}
          fill="none"
          strokeWidth="2"
        />
      </g>
      <g className="fill-ink" fontSize="16">
        <text x={base - 55} y={middle + 84} textAnchor="middle">
          {carrier}
        </text>
        <text x={base + lever / 2} y={middle + 100} textAnchor="middle">
          lever {length(statics.leverMm)}
        </text>
        <text x={Math.max(base + 8, base + lever - 60)} y={middle - neck / 2 - 12}>
          {material}, {weight(statics.grams)}
        </text>
      </g>
    </svg>
  );
}

export function length(mm: number): string {
  return `${mm < 10 ? Number(mm.toFixed(1)) : Math.round(mm)} mm`;
}

function weight(grams: number): string {
  return `${grams < 10 ? Number(grams.toFixed(1)) : Math.round(grams)} g`;
}
