import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { type Schemas, wordsOf } from "../api/client";
import { airQuery } from "../api/queries";
import { Loading } from "../ui/Loading";
import { AirSentence } from "./AirSentence";
import { AirWeek } from "./AirWeek";
import { Forecast } from "./Forecast";

/** THE AIR: may I spray now and why, what would make it fit, the week ahead, how your coats took it. */
export function AirPage() {
  const air = useQuery(airQuery);
  if (!air.data)
    return <Loading error={air.error ? wordsOf(air.error) : null} text="Looking at the air" again={() => void air.refetch()} />;
  return <Air view={air.data} />;
}

function Air({ view }: { view: Schemas["AirView"] }) {
  return (
    <main id="screen" data-screen="air" tabIndex={-1} className="flex flex-1 flex-col gap-4 px-4 pb-6 outline-none md:px-10">
      <p className="flex items-baseline gap-4">
        <Link to="/coats" className="inline-flex min-h-11 items-center underline">
          Coats
        </Link>
        <span className="text-[22px] strong">The air</span>
      </p>
      <div data-fitness={view.now?.verdict ?? "unknown"} aria-live="polite">
        <h1 className="text-[clamp(30px,4vw,44px)] leading-tight">{view.headline}</h1>
        <p className="text-lead">{view.why}</p>
        {view.now ? (
          <p className="text-note text-ink-2">
            Scored for the coat alone: {view.now.score.toFixed(2)} of 1, surface {view.now.surfaceC} °C, {view.now.dewMarginC} °C above the
            dew point. Whether the place is safe (airing, mask, fire) the label says.
          </p>
        ) : null}
      </div>
      <div className="grid gap-x-10 gap-y-4 lg:[grid-template-columns:auto_auto_minmax(0,1fr)]">
        <Reading title="At the bench" reading={view.bench ?? null} none={view.benchWords} binding={view.isOutdoors ? null : view.binding} />
        <Reading
          title="Outdoors"
          reading={view.outdoors ?? null}
          none="nothing read in the last 2 h"
          binding={view.isOutdoors ? view.binding : null}
        />
        {view.remedies.length > 0 ? (
          <section>
            <h2 className="text-[19px]">What would make it fit</h2>
            <ul className="text-note">
              {view.remedies.map((r) => (
                <li key={r}>{r}</li>
              ))}
            </ul>
          </section>
        ) : null}
      </div>
      <AirSentence key={`${view.bench?.at}${view.outdoors?.at}`} view={view} />
      <AirWeek view={view} />
      <div className="grid items-start gap-x-10 gap-y-4 lg:[grid-template-columns:minmax(0,1fr)_340px]">
        <Took took={view.took} />
        <section className="flex flex-col items-start gap-2">
          <p className="text-note text-ink-2">Forecast: {view.forecastWords}.</p>
          <Forecast view={view} />
        </section>
      </div>
    </main>
  );
}

interface ReadingProps {
  title: string;
  reading: Schemas["ReadingView"] | null;
  none: string;
  /** The condition that decides; null where another place's air does. */
  binding: string | null | undefined;
}

// Large enough to be read with a can in the hand; the figure that decides stands out, and says so.
function Reading({ title, reading, none, binding }: ReadingProps) {
  if (!reading)
    return (
      <section>
        <h2 className="text-[19px] font-normal">{title}</h2>
        <p className="max-w-[30ch] text-ink-2">{none}</p>
      </section>
    );
  const figures = [
    { text: `${reading.airC} °C`, binds: binding === "air_c" || binding === "surface_c" || binding === "label_temp_c" },
    { text: `${reading.humidityPct} %`, binds: binding === "rh_pct" || binding === "dew_margin_c" || binding === "label_rh_pct" },
    ...(reading.windMs == null ? [] : [{ text: `${reading.windMs} m/s`, binds: binding === "wind_m_s" }]),
    ...(reading.canC == null ? [] : [{ text: `can ${reading.canC} °C`, binds: Boolean(binding?.startsWith("can")) }]),
  ];
  return (
    <section>
      <h2 className="text-[19px] font-normal">{title}</h2>
      <p className="digits flex flex-wrap gap-x-8 text-[56px] leading-none">
        {figures.map((f) => (
          <span key={f.text} className={f.binds ? "text-redo underline decoration-[4px] underline-offset-8" : ""}>
            {f.text}
          </span>
        ))}
      </p>
      <p className="mt-2 text-note text-ink-2">{reading.words}</p>
    </section>
  );
}

const most = 24;

// A slip for each coat: clean ones solid, those a look found something at sawn.
function Took({ took }: { took: Schemas["AirOutcomes"] }) {
  return (
    <section>
      <h2 className="text-[22px]">How your coats took the air</h2>
      {took.byDamp.length === 0 ? (
        <p>No coat with known air has been looked at yet.</p>
      ) : (
        <ul className="mt-1 flex flex-wrap gap-x-10 gap-y-2">
          {took.byDamp.map((g) => (
            <li key={g.air}>
              <p>{g.air}</p>
              <Slips coats={g.coats} failed={g.failed} />
              <p className={`text-note ${g.failed > 0 ? "text-redo" : "text-ink-2"}`}>
                {g.coats === 0 ? "no coat" : `${g.failed} of ${g.coats} with a flaw`}
              </p>
            </li>
          ))}
        </ul>
      )}
      {took.words ? <p className="mt-1 max-w-[80ch]">{took.words}</p> : null}
    </section>
  );
}

function Slips({ coats, failed }: { coats: number; failed: number }) {
  const scale = Math.min(1, most / Math.max(1, coats));
  const sawn = failed === 0 ? 0 : Math.max(1, Math.round(failed * scale));
  const solid = Math.round(coats * scale) - sawn;
  return (
    <svg width={Math.max(1, solid + sawn) * 13} height={22} aria-hidden="true">
      {Array.from({ length: solid }, (_, i) => i).map((i) => (
        <rect key={i} x={i * 13} y={0} width={9} height={22} className="fill-ink" />
      ))}
      {Array.from({ length: sawn }, (_, i) => solid + i).map((i) => (
        <path key={i} d={`M${i * 13} 22V6l2.25 -6l2.25 6l2.25 -6l2.25 6V22z`} className="fill-redo" />
      ))}
    </svg>
  );
}
