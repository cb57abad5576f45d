import { useEffect, useState } from "react";
import { knock } from "../ui/settings";

/**
 * Seconds a joint is held still, and till when it can be moved: a large count that begins with each tick, or with a touch where a model has
 * several joints.
 */
export function Hold({
  seconds: plain,
  movable,
  accelerated,
  done,
}: {
  seconds: number;
  movable: number | null;
  accelerated: number | null;
  done: number;
}) {
  const [fast, setFast] = useState(false);
  const seconds = fast && accelerated ? accelerated : plain;
  const [hold, setHold] = useState<{ at: number; done: number } | null>(null);
  const [left, setLeft] = useState(0);
  useEffect(() => {
    if (hold === null) setHold({ at: 0, done });
    else if (done > hold.done) setHold({ at: Date.now(), done });
    else if (done < hold.done) setHold({ at: 0, done });
  }, [done, hold]);
  const began = hold?.at ?? 0;
  useEffect(() => {
    if (began === 0) return;
    const tick = () => {
      const now = Math.max(0, seconds - Math.floor((Date.now() - began) / 1000));
      setLeft(now);
      if (now <= 3) knock();
      if (now === 0) clearInterval(timer);
    };
    const timer = setInterval(tick, 1000);
    tick();
    return () => clearInterval(timer);
  }, [began, seconds]);
  const canMove = movable !== null && !fast && began !== 0 && left > seconds - movable;
  const text =
    began === 0
      ? `s to hold each joint${movable === null || fast ? "" : `, movable for the first ${movable}`}: a tick or a touch begins it`
      : left > 0
        ? canMove
          ? `s: still movable for ${left - (seconds - movable)} s`
          : "s: hold it still"
        : "held: the next joint";
  return (
    <div role="timer" data-hold={began === 0 ? "idle" : left} className="flex flex-wrap items-baseline gap-x-3">
      <button
        type="button"
        aria-label="Begin the hold of a joint"
        onClick={() => setHold({ at: Date.now(), done })}
        className="flex min-h-11 items-baseline gap-x-3 text-left"
      >
        <span className="digits text-[52px] leading-none">{began === 0 ? seconds : left}</span>
        <span>{text}</span>
      </button>
      {accelerated ? (
        <label className="flex min-h-11 w-full items-center gap-2 text-note">
          <input type="checkbox" checked={fast} onChange={(e) => setFast(e.target.checked)} className="h-6 w-6 accent-hand" />
          with accelerator: {accelerated} s, and clean its film off before primer
        </label>
      ) : null}
    </div>
  );
}
