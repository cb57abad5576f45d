import type { Schemas } from "../api/client";

export type SideState = Schemas["SideState"];
export type Sides = Schemas["Hexagon"];

const order = ["clean", "wash", "fill", "mount", "prime", "varnish"] as const;
const words: Record<SideState, string> = {
  none: "not needed",
  rest: "not started",
  hand: "under hand",
  wait: "drying",
  done: "done",
  redo: "needs rework",
};

/** The glyph's states as a sentence for readers. */
export function spokenSides(sides: Sides): string {
  const names = ["Clean", "Wash", "Fill", "Mount", "Prime", "Varnish"];
  const outer = order.map((side, i) => `${names[i]} ${words[sides[side]]}`).join("; ");
  return `${outer}; Paint ${words[sides.paint]}; Finish ${words[sides.finish]}`;
}

function SideShape({ state, turn, thin }: { state: SideState; turn: number; thin: number }) {
  const slab = "M-19.8-39.84H19.8L11.94-24.84H-11.94Z";
  const shape = {
    rest: <path d={slab} className="fill-none stroke-ink" strokeWidth={thin} />,
    done: <path d={slab} className="fill-ink" />,
    hand: <path d="M-19.8-43.84H19.8L11.94-28.84H6L0-18.84L-6-28.84H-11.94Z" className="fill-hand" />,
    wait: (
      <g className="fill-wait">
        <circle cx={-14} cy={-32.3} r={5.6} />
        <circle cx={0} cy={-32.3} r={5.6} />
        <circle cx={14} cy={-32.3} r={5.6} />
      </g>
    ),
    redo: (
      <path
        d="M-16.5-26L-11-39L-5.5-26L0-39L5.5-26L11-39L16.5-26"
        className="fill-none stroke-redo"
        strokeWidth={4.2}
        strokeLinejoin="miter"
      />
    ),
    none: <path d="M-5-32.3H5" className="stroke-ink-2" strokeWidth={thin + 0.8} />,
  }[state];
  return <g transform={`rotate(${turn})`}>{shape}</g>;
}

function Centre({ state, thin }: { state: SideState; thin: number }) {
  const hexagon = "M-8.5-14.72H8.5L17 0L8.5 14.72H-8.5L-17 0Z";
  return {
    rest: <path d={hexagon} className="fill-none stroke-ink" strokeWidth={thin} />,
    done: <path d={hexagon} className="fill-ink" />,
    hand: <path d={`${hexagon}M-8-6H8L0 8Z`} fillRule="evenodd" className="fill-hand" />,
    wait: (
      <g className="fill-wait">
        <circle cx={0} cy={-7} r={5.6} />
        <circle cx={-8} cy={6.5} r={5.6} />
        <circle cx={8} cy={6.5} r={5.6} />
      </g>
    ),
    redo: <path d="M-11 8L-5.5-8L0 8L5.5-8L11 8" className="fill-none stroke-redo" strokeWidth={4.2} />,
    none: <path d="M-5 0H5" className="stroke-ink-2" strokeWidth={thin + 0.8} />,
  }[state];
}

/** Where a unit stands among its six stages, read like a clock face. Never a percentage. */
export function HexagonGlyph({ sides, size, bare = false }: { sides: Sides; size: number; bare?: boolean }) {
  // Large drawings keep strokes near 3 px instead of scaling them.
  const thin = size > 130 ? (3.2 * 104) / size : 2.2;
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 104 104"
      role={bare ? undefined : "img"}
      aria-hidden={bare}
      aria-label={bare ? undefined : spokenSides(sides)}
    >
      <g transform="translate(52 52)">
        {order.map((side, i) => (
          <SideShape key={side} state={sides[side]} turn={i * 60} thin={thin} />
        ))}
        <Centre state={sides.finish} thin={thin} />
      </g>
    </svg>
  );
}
