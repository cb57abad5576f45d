import { type ReactNode, useEffect, useRef, useState } from "react";
import type { Schemas } from "../api/client";
import { HexagonGlyph } from "../ui/HexagonGlyph";

interface PromisesProps {
  promises: readonly Schemas["PromiseView"][];
  chosen: string | null;
  /** The plan's first dates will still move: they are not shown yet. */
  first: boolean;
  /** What stands over them: how they are ordered. */
  head: ReactNode;
  onChoose: (unitId: string) => void;
}

/** When each unit is done, in order of finish; as many side by side as fit, the others announced beyond the edge. */
export function Promises({ promises, chosen, first, head, onChoose }: PromisesProps) {
  const list = useRef<HTMLUListElement>(null);
  const [beyond, setBeyond] = useState(0);
  const shown = promises.length;
  useEffect(() => {
    const ul = list.current;
    if (!ul) return;
    const count = () =>
      setBeyond([...ul.children].slice(0, shown).filter((li) => li.getBoundingClientRect().left > ul.clientWidth - 60).length);
    count();
    ul.addEventListener("scroll", count, { passive: true });
    const sized = new ResizeObserver(count);
    sized.observe(ul);
    return () => {
      ul.removeEventListener("scroll", count);
      sized.disconnect();
    };
  }, [shown]);
  return (
    <div>
      {head || beyond > 0 ? (
        <div className="flex flex-wrap items-center justify-between px-4 pb-1 md:px-10 print:hidden">
          {head}
          {beyond > 0 ? (
            <button
              type="button"
              data-beyond={beyond}
              className="ml-auto min-h-11 px-1 text-note strong underline"
              onClick={() => list.current?.scrollBy({ left: list.current.clientWidth * 0.8, behavior: "smooth" })}
            >
              {beyond} more →
            </button>
          ) : null}
        </div>
      ) : null}
      <ul ref={list} className="flex snap-x scroll-px-4 gap-4 overflow-x-auto px-4 pb-1 md:scroll-px-10 md:px-10">
        {promises.map((p) => (
          <li key={p.unitId} className="min-w-[225px] flex-1 snap-start">
            <button
              type="button"
              aria-pressed={p.unitId === chosen}
              onClick={() => onChoose(p.unitId)}
              className={`block w-full border-b-[6px] pb-1.5 text-left ${p.unitId === chosen ? "border-hand" : "border-transparent"}`}
            >
              <span className="flex items-center gap-3">
                <HexagonGlyph sides={p.hexagon} size={60} />
                <span className="min-w-0">
                  <span className={`block truncate strong ${p.unitId === chosen ? "text-hand" : ""}`}>{p.unit}</span>
                  <span className="digits block text-[38px]">{p.handsLeft === 0 ? "Done" : first ? "…" : p.doneDay}</span>
                </span>
              </span>
              <span className="mt-1 block text-note leading-snug">
                {p.handsLeft === 0
                  ? `finished ${p.doneDay} ${p.doneTime}`
                  : first
                    ? "its date is being found"
                    : p.done
                      ? `done ${p.doneTime}`
                      : "no date yet"}
                {p.deadline && !p.late ? <span className="text-ink-2">, due {p.deadlineText}</span> : null}
                <br />
                {p.withRepairText && !first ? (
                  <>
                    with one repair {p.withRepairText}
                    <br />
                  </>
                ) : null}
                {p.handsLeft > 0 && p.notBeforeText ? (
                  <>
                    not before {p.notBeforeText}
                    <br />
                  </>
                ) : null}
                <span className="text-ink-2">{first && p.handsLeft > 0 ? "" : p.difference}</span>
                {p.late && !first ? (
                  <b className="block text-redo">
                    due {p.deadlineText}: {p.lateBy}
                  </b>
                ) : null}
                {p.impossible ? <b className="block text-redo">{p.impossible}</b> : null}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}
