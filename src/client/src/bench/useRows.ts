import { useEffect, useRef } from "react";

export interface RowActs {
  main: () => void;
  middle: () => void;
  back: () => void;
  flaw: () => void;
  choose: (number: number) => void;
  look: (step: 1 | -1) => void;
  unfold: (open: boolean) => void;
  home: () => void;
}

const bottom = new Set(["KeyZ", "KeyX", "KeyC", "KeyV", "KeyB", "KeyN", "KeyM", "Space"]);
const middle = new Set(["KeyA", "KeyS", "KeyD", "KeyF", "KeyG", "KeyH", "KeyJ", "KeyK", "KeyL"]);
const top = new Set(["KeyQ", "KeyW", "KeyE", "KeyR", "KeyT", "KeyY", "KeyU", "KeyI", "KeyO", "KeyP"]);
const pause = 400;

function actOf(code: string, acts: RowActs): (() => void) | null {
  if (bottom.has(code)) return acts.main;
  if (middle.has(code)) return acts.middle;
  if (top.has(code)) return acts.back;
  if (code === "Enter" || code === "NumpadEnter" || code === "Backspace") return acts.flaw;
  if (code.startsWith("Digit")) return () => acts.choose(code === "Digit0" ? 10 : Number(code.slice(5)));
  return null;
}

function lookOf(code: string, acts: RowActs): (() => void) | null {
  switch (code) {
    case "ArrowLeft":
      return () => acts.look(-1);
    case "ArrowRight":
      return () => acts.look(1);
    case "ArrowUp":
      return () => acts.unfold(true);
    case "ArrowDown":
      return () => acts.unfold(false);
    case "Escape":
      return acts.home;
    default:
      return null;
  }
}

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
