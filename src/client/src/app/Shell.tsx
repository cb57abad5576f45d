import { useQuery } from "@tanstack/react-query";
import { Link, Outlet, useRouterState } from "@tanstack/react-router";
import { useEffect, useState } from "react";
import { alertsQuery } from "../api/queries";
import { MayI, MayIOpener } from "../mayi/MayI";
import { useMinute } from "../ui/clock";
import { Key } from "../ui/Key";
import { Sheet } from "../ui/Sheet";
import { isNight, setDevice, useDevice } from "../ui/settings";
import { Alerts } from "./Alerts";
import { SetAside } from "./SetAside";
import { SittingEnd } from "./SittingEnd";
import { useTitle, views } from "./title";

const rows = [
  ["bottom row, Space", "one more done"],
  ["middle row", "put it down, pick it up"],
  ["top row", "take one back"],
  ["number row", "choose a model"],
  ["Enter, Backspace", "flaw here"],
  ["← →", "look along the line; ↑ opens, Esc goes back to now"],
] as const;

/** The bar with the views that exist, and the view itself. */
export function Shell() {
  useNightTheme();
  const path = useRouterState({ select: (s) => s.location.pathname });
  const alerts = useQuery(alertsQuery).data?.length ?? 0;
  useTitle(path, alerts);
  return (
    <div className="flex min-h-full flex-col bg-above text-ink">
      <a href="#screen" className="absolute left-2 top-2 z-50 -translate-y-24 bg-ink px-4 py-2 text-on-ink focus:translate-y-0">
        Go to the screen
      </a>
      <header className="print:hidden flex items-center justify-between gap-4 px-4 md:px-10">
        <nav aria-label="Views" className="hidden gap-6 md:flex">
          {views.map((v) => (
            <Link
              key={v.to}
              to={v.to}
              activeOptions={{ exact: v.to === "/" }}
              className="flex min-h-[52px] items-center border-b-[5px] border-transparent text-ink-2 data-[status=active]:border-ink
                data-[status=active]:text-ink data-[status=active]:strong"
            >
              {v.text}
            </Link>
          ))}
        </nav>
        <GoTo />
        <div className="flex items-center gap-4 text-note text-ink-2">
          {path === "/" ? <KeyRows /> : null}
          {path === "/" ? <MayI opener={<MayIOpener />} /> : null}
          <SittingEnd />
          <LightKey />
        </div>
      </header>
      <Alerts />
      <SetAside />
      <Outlet />
    </div>
  );
}

function useNightTheme(): void {
  const now = useMinute();
  const { light } = useDevice();
  const night = isNight(light, now.getHours());
  useEffect(() => {
    document.documentElement.dataset.bench = night ? "night" : "day";
  }, [night]);
}

// The keys themselves name their row; this switch turns the rows off.
function KeyRows() {
  const { keyRows } = useDevice();
  return (
    <label className="hidden min-h-12 items-center gap-2 md:flex">
      <input type="checkbox" checked={keyRows} onChange={(e) => setDevice({ keyRows: e.target.checked })} className="h-5 w-5 accent-hand" />
      keys go by row
    </label>
  );
}

const kinds = [
  ["coats", "coats and water"],
  ["glue", "glue and filler"],
  ["minutes", "clocks of minutes"],
  ["loss", "what is about to be lost"],
] as const;

function LightKey() {
  const { light, sound, alarms, quiet } = useDevice();
  const choices = [
    ["day", "Day bench"],
    ["night", "Night bench"],
    ["clock", "Night from 19:00 to 07:00"],
  ] as const;
  return (
    <Sheet
      title="This device"
      opener={
        <button type="button" className="min-h-12 rounded-key px-3 strong underline">
          This device
        </button>
      }
    >
      <fieldset className="flex flex-wrap gap-2">
        <legend className="mb-2 strong">Light</legend>
        {choices.map(([value, text]) => (
          <button
            key={value}
            type="button"
            aria-pressed={light === value}
            onClick={() => setDevice({ light: value })}
            className={`min-h-14 rounded-key border-[3px] border-ink px-4 strong ${light === value ? "bg-ink text-on-ink" : ""}`}
          >
            {text}
          </button>
        ))}
      </fieldset>
      <label className="mt-4 flex min-h-12 items-center gap-3">
        <input type="checkbox" checked={sound} onChange={(e) => setDevice({ sound: e.target.checked })} className="h-6 w-6 accent-hand" />A
        low knock with each tick
      </label>
      <div className="flex flex-wrap items-center gap-3">
        <label className="flex min-h-12 items-center gap-3">
          <input
            type="checkbox"
            checked={alarms}
            onChange={(e) => setDevice({ alarms: e.target.checked })}
            className="h-6 w-6 accent-hand"
          />
          Ring when something is safe or about to be lost
        </label>
        {"Notification" in window && Notification.permission === "default" ? (
          <Key onClick={() => void Notification.requestPermission()}>Notify me too</Key>
        ) : null}
      </div>
      {alarms ? (
        <fieldset className="flex flex-wrap gap-x-6">
          <legend className="text-note text-ink-2">Ring for</legend>
          {kinds.map(([kind, text]) => (
            <label key={kind} className="flex min-h-12 items-center gap-3">
              <input
                type="checkbox"
                checked={!quiet.includes(kind)}
                onChange={(e) => setDevice({ quiet: e.target.checked ? quiet.filter((k) => k !== kind) : [...quiet, kind] })}
                className="h-6 w-6 accent-hand"
              />
              {text}
            </label>
          ))}
        </fieldset>
      ) : null}
      <h3 className="mt-4 text-body">Keys go by row at the bench, so a knuckle is enough</h3>
      <dl className="grid gap-x-4 [grid-template-columns:auto_1fr]">
        {rows.map(([row, does]) => (
          <div key={row} className="contents">
            <dt className="strong">{row}</dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
    </Sheet>
  );
}

function GoTo() {
  const [open, setOpen] = useState(false);
  const path = useRouterState({ select: (s) => s.location.pathname });
  const here = views.find((v) => v.to !== "/" && path.startsWith(v.to)) ?? views[0];
  return (
    <span className="md:hidden">
      <Sheet
        title="Go to"
        open={open}
        onOpenChange={setOpen}
        opener={
          <button type="button" className="min-h-12 strong underline">
            {here.text}
            <span className="sr-only">: go to another view</span>
          </button>
        }
      >
        <nav aria-label="Views" className="flex flex-col gap-2">
          {views.map((v) => (
            <Link
              key={v.to}
              to={v.to}
              onClick={() => setOpen(false)}
              className="flex min-h-16 items-center rounded-key border-[3px] border-ink px-5 text-lead strong"
            >
              {v.text}
            </Link>
          ))}
        </nav>
      </Sheet>
    </span>
  );
}
