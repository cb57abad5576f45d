import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useEffect, useState } from "react";
import { api, data, wordsOf } from "../api/client";
import { invalidate } from "../api/queries";
import { useWrite } from "../api/write";
import { hands } from "../ui/clockface";
import { HexagonGlyph } from "../ui/HexagonGlyph";
import { Key } from "../ui/Key";
import type { Cells } from "./Sentence";

/** What the unit costs, when it would be done, and whom it moves: as usual, or first. */
export function ArrivalPanel({ cells }: { cells: Cells }) {
  const settled = useSettled(cells, 350);
  const navigate = useNavigate();
  const filled = filledCells(settled);
  const arrival = useQuery({
    queryKey: ["arrival", filled],
    queryFn: async () =>
      data(await api.POST("/api/roster/arrival", { body: { line: 0, cells: { ...filled, unit: filled.unit || "The new unit" } } })),
    placeholderData: keepPreviousData,
    staleTime: 30_000,
  });
  const save = useWrite(
    "roster",
    async (joined: Record<string, string>, intent) => {
      const saved = data(await api.POST("/api/roster", { body: { id: intent.id, lines: [{ cells: joined, addAnyway: false }] } }));
      if (saved.unitIds.length === 0) throw new Error(`${joined.unit} is on the bench already. Give this unit another name.`);
    },
    {
      onSuccess: async () => {
        await invalidate();
        await navigate({ to: "/units" });
      },
    },
  );
  const join = (weight: number) => save.mutate({ ...filledCells(cells), weight: String(weight) });
  const view = arrival.data;
  return (
    <div className="flex flex-col gap-3" aria-busy={arrival.isFetching || settled !== cells}>
      {/* Room for the usual answer, so that the keys below stay where they are. */}
      <div className="flex flex-col gap-3 lg:min-h-[432px]">
        {view ? (
          <>
            <div className="flex items-center gap-5">
              <HexagonGlyph sides={view.sides} size={112} />
              <p>
                <span className="digits block text-[54px]">{hands(view.handsMinutes)}</span>
                hands-on,
                <br />
                {hands(view.paintMinutes)} of it paint
              </p>
            </div>
            {view.cut ? <p>{view.cut}</p> : null}
            <h2 className="text-[20px]">When it would be done</h2>
            <ul className="flex flex-col gap-2">
              {view.choices.map((c) => (
                <li key={c.weight}>
                  <p>
                    <b>{c.weight === 1 ? "As usual" : "This first"}</b>: begins {c.begins}, done {c.done}.{" "}
                    {c.moves.length === 0
                      ? "Nothing else moves."
                      : `${c.moves.slice(0, 3).join("; ")}${c.moves.length > 3 ? `; and ${c.moves.length - 3} more` : ""}.`}
                  </p>
                </li>
              ))}
            </ul>
            {view.notBefore ? <p className="text-ink-2">With the bench to itself it could end {view.notBefore}, not before.</p> : null}
          </>
        ) : arrival.error ? (
          <p role="alert">{wordsOf(arrival.error)}</p>
        ) : (
          <p>Working it out</p>
        )}
      </div>
      <div className="flex flex-wrap gap-2">
        <Key tone="dark" className="min-h-[64px]" disabled={cells.unit.trim() === "" || save.isPending} onClick={() => join(1)}>
          Add {cells.unit.trim() || "it"}
        </Key>
        <Key className="min-h-[64px]" disabled={cells.unit.trim() === "" || save.isPending} onClick={() => join(5)}>
          This first
        </Key>
      </div>
      {cells.unit.trim() === "" ? <p className="text-note text-ink-2">Give the unit a name to add it.</p> : null}
      {save.error ? <p role="alert">{wordsOf(save.error)}</p> : null}
    </div>
  );
}

function filledCells(cells: Cells): Record<string, string> {
  return Object.fromEntries(Object.entries(cells).filter(([, value]) => value.trim() !== ""));
}

function useSettled<T>(value: T, wait: number): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), wait);
    return () => clearTimeout(timer);
  }, [value, wait]);
  return settled;
}
