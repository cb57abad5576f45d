import type { Schemas } from "../api/client";

// From six in the morning to midnight: nobody sprays before.
const from = 6;
const hours = 24 - from;
const width = 100;
const high = 34;

const x = (hour: number) => ((Math.max(from, hour) - from) / hours) * width;

/** The coming week: hours of fit air above the edge, your sittings below it. Only where both meet can a coat be planned. */
export function AirWeek({ view }: { view: Schemas["AirView"] }) {
  return (
    <section>
      <h2 className="flex flex-wrap items-baseline gap-x-4 text-[22px]">
        Windows ahead <span className="text-note font-normal text-ink-2">{view.sprayed}</span>
      </h2>
      <ol className="mt-1 grid grid-cols-2 gap-x-1 gap-y-3 sm:grid-cols-4 lg:grid-cols-7" data-windows={view.windows.length}>
        {view.days.map((d) => (
          <li key={d.date}>
            <p className="strong">{d.title}</p>
            <DayLine day={d} />
            <p className="text-note text-ink-2">{d.words}</p>
          </li>
        ))}
      </ol>
      <p className="mt-1 flex flex-wrap items-center gap-x-6 gap-y-1">
        <span className="inline-flex items-center gap-2">
          <span className="inline-block h-4 w-4 bg-fit" /> fit
        </span>
        <span className="inline-flex items-center gap-2">
          <span className="inline-block h-4 w-4 border-[2px] border-dashed border-fit" /> usual, assumed
        </span>
        <span className="inline-flex items-center gap-2">
          <span className="inline-block h-4 w-4 bg-hand" /> you sit
        </span>
        <span>{view.meets}</span>
      </p>
    </section>
  );
}

function DayLine({ day }: { day: Schemas["AirDayView"] }) {
  const said = `${day.words}; ${day.fit.length === 0 ? "not fit" : `fit ${day.fit.map(spoken).join(", ")}`}${
    day.sits.length === 0 ? "; no sitting" : `; you sit ${day.sits.map(spoken).join(", ")}`
  }`;
  const late = (h: Schemas["DayHours"]) => h.to > from;
  return (
    <svg viewBox={`0 0 ${width} 60`} preserveAspectRatio="none" className="block h-[60px] w-full" role="img" aria-label={said}>
      <rect x={0} y={0} width={width} height={high} className="fill-sheet" />
      {day.fit.filter(late).map((h) => (
        <rect
          key={h.from}
          x={x(h.from)}
          y={4}
          width={Math.max(1.5, x(h.to) - x(h.from))}
          height={high - 8}
          className={day.isAssumed ? "fill-none stroke-fit" : "fill-fit"}
          strokeDasharray={day.isAssumed ? "4 4" : undefined}
          strokeWidth={day.isAssumed ? 3 : undefined}
          vectorEffect="non-scaling-stroke"
        />
      ))}
      {day.fit.length === 0 ? (
        <path d={`M44 8L56 ${high - 8}M56 8L44 ${high - 8}`} className="stroke-unfit" strokeWidth={5} vectorEffect="non-scaling-stroke" />
      ) : null}
      <rect x={0} y={high} width={width} height={5} className="fill-ink" />
      {day.sits.filter(late).map((h) => (
        <rect key={h.from} x={x(h.from)} y={high + 7} width={Math.max(1.5, x(h.to) - x(h.from))} height={15} className="fill-hand" />
      ))}
    </svg>
  );
}

function spoken(h: Schemas["DayHours"]): string {
  const time = (hour: number) => {
    const minutes = Math.round(hour * 60);
    return `${String(Math.floor(minutes / 60)).padStart(2, "0")}:${String(minutes % 60).padStart(2, "0")}`;
  };
  return `${time(h.from)} to ${time(h.to)}`;
}
