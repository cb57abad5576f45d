import { useEffect } from "react";

/** The views, in the order of the bar. */
export const views = [
  { to: "/", text: "Bench" },
  { to: "/plan", text: "Plan" },
  { to: "/units", text: "Units" },
  { to: "/coats", text: "Coats" },
  { to: "/intake", text: "Intake" },
  { to: "/house", text: "House rules" },
] as const;

/** The one place that writes the title: the view, with the count of alerts before it, which survives every change of view. */
export function useTitle(path: string, alerts: number): void {
  useEffect(() => {
    const view = views.find((v) => v.to !== "/" && path.startsWith(v.to)) ?? views[0];
    document.title = `${alerts > 0 ? `(${alerts}) ` : ""}${view.text} · Hexaprep`;
  }, [path, alerts]);
}
