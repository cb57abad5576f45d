import { useEffect, useRef, useState } from "react";

const rest = 700;

/** A value that is changed faster than it is kept: shown as typed at once, kept when typing rests, when the field is left for another
 * view, and when the page is put away. What was refused stays as typed. */
export function useDraft<T>(kept: T, keep: (value: T) => Promise<unknown>): [T, (value: T) => void] {
  const [draft, setDraft] = useState<{ value: T } | null>(null);
  const waiting = useRef<{ value: T; timer: ReturnType<typeof setTimeout> } | null>(null);
  const keeping = useRef(keep);
  keeping.current = keep;
  const flush = useRef(() => {
    const due = waiting.current;
    if (!due) return;
    waiting.current = null;
    clearTimeout(due.timer);
    keeping.current(due.value).then(
      () => setDraft((d) => (d?.value === due.value ? null : d)),
      () => undefined,
    );
  }).current;
  useEffect(() => {
    window.addEventListener("pagehide", flush);
    return () => {
      window.removeEventListener("pagehide", flush);
      flush();
    };
  }, [flush]);
  const put = (value: T) => {
    setDraft({ value });
    if (waiting.current) clearTimeout(waiting.current.timer);
    waiting.current = { value, timer: setTimeout(flush, rest) };
  };
  return [draft ? draft.value : kept, put];
}
