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
/** What a key of the three rows does, read by its place on the keyboard; null for a key that does nothing. */
export function actOf(code: string, acts: RowActs): (() => void) | null {
  if (bottom.has(code)) return acts.main;
  if (middle.has(code)) return acts.middle;
  if (top.has(code)) return acts.back;
  if (code === "Enter" || code === "NumpadEnter" || code === "Backspace") return acts.flaw;
  if (code.startsWith("Digit")) return () => acts.choose(code === "Digit0" ? 10 : Number(code.slice(5)));
  return null;
}

/** Where a key looks: along the pegs, into the line, home. */
export function lookOf(code: string, acts: RowActs): (() => void) | null {
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
