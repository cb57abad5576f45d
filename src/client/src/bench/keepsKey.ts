/** What has focus, as far as the rows of keys ask. */
export interface Focus {
  tag: string;
  type: string | null;
  role: string | null;
}

const typed = new Set(["textarea", "select"]);
const pressed = new Set(["a", "button", "summary", "input"]);
const moves = new Set(["radio", "tab", "slider", "option", "combobox"]);

/** The focus of the page; null where it rests on the page or the screen itself. */
export function focusOf(document: Document): Focus | null {
  const at = document.activeElement;
  if (!at || at === document.body || at.id === "screen") return null;
  return { tag: at.tagName.toLowerCase(), type: at.getAttribute("type"), role: at.getAttribute("role") };
}

/** Whether what has focus needs a key for itself: all of them where somebody types, Space and Enter on what can be pressed, arrows on
 * what they move. */
export function keepsKey(focus: Focus | null, code: string): boolean {
  if (!focus) return false;
  if (typed.has(focus.tag) || (focus.tag === "input" && !["checkbox", "radio", "button"].includes(focus.type ?? ""))) return true;
  if (code.startsWith("Arrow")) return moves.has(focus.role ?? "") || focus.type === "radio";
  if (code === "Space" || code === "Enter" || code === "NumpadEnter") return pressed.has(focus.tag) || focus.role !== null;
  return false;
}
