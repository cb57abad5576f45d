import { useMutation, useQuery } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import { api, type Schemas } from "../api/client";
import { alertsQuery, queryClient } from "../api/queries";
import { Key } from "../ui/Key";
import { ring, useDevice } from "../ui/settings";

/** What is safe now or about to be lost: a large sign, the title, a sound made here, a notification if allowed. Heard on one device is heard on all. */
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
  useEffect(() => {
    if (rows.length === 0) return;
    const usual = document.title;
    document.title = `(${rows.length}) ${usual.replace(/^\(\d+\) /, "")}`;
    return () => {
      document.title = document.title.replace(/^\(\d+\) /, "");
    };
  }, [rows.length]);
  const heard = useMutation({
    mutationFn: async (a: Schemas["AlertView"]) => {
      await api.POST("/api/alerts/{key}/heard", { params: { path: { key: a.key } } });
    },
    onSettled: () => queryClient.invalidateQueries({ queryKey: alertsQuery.queryKey }),
  });
  if (rows.length === 0) return null;
  return (
    <ul aria-live="polite" className="print:hidden flex flex-col gap-1 px-4 pb-2 md:px-10" data-alerts={rows.length}>
      {rows.slice(0, 3).map((a) => (
        <li
          key={a.key}
          className={`flex flex-wrap items-center justify-between gap-x-4 gap-y-1 rounded-slab px-4 py-1 ${a.isLoss ? "bg-limit text-on-limit" : "border-[3px] border-wait bg-sheet"}`}
        >
          <span className="text-[20px] leading-tight">
            <span className="strong">{a.text}.</span> {a.mayNow}.
          </span>
          <Key tone="dark" disabled={heard.isPending} onClick={() => heard.mutate(a)}>
            Heard
          </Key>
        </li>
      ))}
      {rows.length > 3 ? <li className="text-note text-ink-2">and {rows.length - 3} more</li> : null}
    </ul>
  );
}
