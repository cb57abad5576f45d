import { useEffect, useRef } from "react";
import { focusOf, keepsKey } from "./keepsKey";
import { actOf, lookOf, type RowActs } from "./keyRows";

const pause = 400;

/** Keys by row, read by their place on the keyboard, so a knuckle is enough. They act wherever focus rests but in a field or a dialog;
 * several within 400 ms count once. Esc leads back to the work. */
export function useRows(on: boolean, acts: RowActs): void {
  const latest = useRef(acts);
  latest.current = acts;
  useEffect(() => {
    let last = 0;
    const press = (e: KeyboardEvent) => {
      if (e.defaultPrevented || e.ctrlKey || e.altKey || e.metaKey || e.shiftKey || e.repeat) return;
      if (document.querySelector("[role=dialog]")) return;
      if (e.code === "Escape") document.getElementById("screen")?.focus({ preventScroll: true });
      else if (keepsKey(focusOf(document), e.code)) return;
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
