import { useEffect, useRef } from "react";
import { actOf, lookOf, type RowActs } from "./keyRows";

const pause = 400;

/** Keys by row, read by their place on the keyboard, so a knuckle is enough. They act only while focus rests on the screen itself;
 * several within 400 ms count once. */
export function useRows(on: boolean, acts: RowActs): void {
  const latest = useRef(acts);
  latest.current = acts;
  useEffect(() => {
    let last = 0;
    const press = (e: KeyboardEvent) => {
      const focus = document.activeElement;
      if (
        (focus && focus !== document.body && !(focus as HTMLElement).dataset.screen) ||
        e.ctrlKey ||
        e.altKey ||
        e.metaKey ||
        e.shiftKey ||
        e.repeat
      )
        return;
      const look = lookOf(e.code, latest.current);
      const act = on ? actOf(e.code, latest.current) : null;
      if (!look && !act) return;
      e.preventDefault();
      if (look) return look();
      if (e.timeStamp - last < pause) return;
      last = e.timeStamp;
      act?.();
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, [on]);
}
