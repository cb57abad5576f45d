import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import { api, type Schemas } from "../api/client";
import { alertsQuery, queryClient } from "../api/queries";
import { useWrite } from "../api/write";
import { Key } from "../ui/Key";
import { ring, useDevice } from "../ui/settings";

/** What is safe now or about to be lost: a large sign, the title, a sound made here, a notification if allowed. Heard on one device is
 * heard on all. */
export function Alerts() {
  const alerts = useQuery(alertsQuery);
  const { alarms, quiet } = useDevice();
  const told = useRef(new Set<string>());
  const rows = alerts.data ?? [];
  useEffect(() => {
    const fresh = rows.filter((a) => !told.current.has(a.key));
    for (const a of fresh) told.current.add(a.key);
    const loud = fresh.filter((a) => !quiet.includes(a.kind));
    if (loud.length === 0 || !alarms) return;
    ring(loud.some((a) => a.isLoss));
    if ("Notification" in window && Notification.permission === "granted")
      for (const a of loud) new Notification(a.text, { body: a.mayNow, tag: a.key });
  }, [rows, alarms, quiet]);
  const heard = useWrite("alerts", ({ key }: Schemas["AlertView"]) => api.POST("/api/alerts/{key}/heard", { params: { path: { key } } }), {
    reread: () => queryClient.invalidateQueries({ queryKey: alertsQuery.queryKey }),
  });
  const [first] = rows;
  if (!first) return null;
  // One at a time, in a row of its own: the names of the views and the clock stay free, and the keys stand at the bottom edge anyway.
  return (
    <div
      aria-live="polite"
      data-alerts={rows.length}
      className={`print:hidden mx-4 mb-1 flex flex-wrap items-center justify-between gap-x-4 gap-y-1 rounded-slab px-4 py-1 md:mx-10
        md:flex-nowrap md:py-0 ${first.isLoss ? "bg-limit text-on-limit" : "border-[3px] border-wait bg-sheet"}`}
    >
      <span className="min-w-0 text-[20px] leading-tight md:line-clamp-2">
        <span className="strong">{first.text}.</span> {first.mayNow}.
      </span>
      <span className="flex shrink-0 items-center gap-4">
        {rows.length > 1 ? <span className="whitespace-nowrap text-note">and {rows.length - 1} more</span> : null}
        <Key tone="dark" className="min-h-11! whitespace-nowrap" disabled={heard.isPending} onClick={() => heard.mutate(first)}>
          Heard
        </Key>
      </span>
    </div>
  );
}
