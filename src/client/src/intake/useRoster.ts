import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { api, data, type Schemas } from "../api/client";
import { lookAgain } from "../api/queries";

export interface DraftLine extends Omit<Schemas["LineAnswer"], "fate"> {
  fate: Schemas["LineFate"] | "skipped";
  addAnyway: boolean;
}

/** A roster file read line by line, mended in place, saved whole or not at all. */
export function useRoster() {
  const [name, setName] = useState("");
  const [lines, setLines] = useState<DraftLine[]>([]);
  const read = useMutation({
    mutationFn: async (file: File) => {
      const answer = await api.POST("/api/roster/read", {
        body: file as never,
        bodySerializer: (b: unknown) => b as File,
        headers: { "content-type": "text/csv" },
      });
      setName(file.name);
      setLines(data(answer).map((l) => ({ ...l, addAnyway: false })));
    },
  });
  const mend = useMutation({
    mutationFn: async ({ line, cells }: { line: number; cells: Record<string, string> }) => {
      const answer = data(await api.POST("/api/roster/line", { body: { line, cells } }));
      setLines((all) => all.map((l) => (l.line === line ? { ...answer, addAnyway: l.addAnyway } : l)));
    },
  });
  const [came, setCame] = useState<Schemas["RosterSaved"] | null>(null);
  const joining = lines.filter((l) => l.fate === "joins" || (l.fate === "already_there" && l.addAnyway));
  const save = useMutation({
    mutationFn: async (id: string) => {
      const body = { id, lines: joining.map((l) => ({ cells: l.cells, addAnyway: l.addAnyway })) };
      setCame(data(await api.POST("/api/roster", { body })));
      setLines([]);
      setName("");
    },
    onSettled: () => lookAgain(),
  });
  const set = (line: number, change: Partial<DraftLine>) => setLines((all) => all.map((l) => (l.line === line ? { ...l, ...change } : l)));
  return { name, came, lines, joining, read, mend, save, set, clear: () => setLines([]) };
}

export type Roster = ReturnType<typeof useRoster>;
