/** What a key of the keyboard does at the gate, read by its place: numbers for place and flaw, rows for the rest; null for nothing. */
export type GateKey = { kind: "place" | "flaw"; index: number } | { kind: "main" | "rest" | "back" | "unplace" };

const bottom = new Set(["KeyZ", "KeyX", "KeyC", "KeyV", "KeyB", "KeyN", "KeyM", "Space"]);
const middle = new Set(["KeyA", "KeyS", "KeyD", "KeyF", "KeyG", "KeyH", "KeyJ", "KeyK", "KeyL"]);
const top = new Set(["KeyQ", "KeyW", "KeyE", "KeyR", "KeyT", "KeyY", "KeyU", "KeyI", "KeyO", "KeyP"]);
const most = 6;

export function gateKey(code: string, placed: boolean): GateKey | null {
  const digit = /^(?:Digit|Numpad)([1-9])$/.exec(code)?.[1];
  if (digit) {
    const index = Number(digit) - 1;
    return index < most ? { kind: placed ? "flaw" : "place", index } : null;
  }
  if (bottom.has(code)) return { kind: "main" };
  if (middle.has(code)) return { kind: "rest" };
  // These also close a sheet: they never take a model back.
  if (code === "Escape" || code === "Backspace") return placed ? { kind: "unplace" } : null;
  if (top.has(code)) return { kind: "back" };
  return null;
}
