import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { api, data, type Schemas } from "../api/client";
import { useWrite } from "../api/write";

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
  const save = useWrite("roster", async (lines: Schemas["RosterOrder"]["lines"], intent) => {
    setCame(data(await api.POST("/api/roster", { body: { id: intent.id, lines } })));
    setLines([]);
    setName("");
  });
  const join = () => save.mutate(joining.map((l) => ({ cells: l.cells, addAnyway: l.addAnyway })));
  const set = (line: number, change: Partial<DraftLine>) => setLines((all) => all.map((l) => (l.line === line ? { ...l, ...change } : l)));
  return { name, came, lines, joining, read, mend, save, join, set, clear: () => setLines([]) };
}

export type Roster = ReturnType<typeof useRoster>;
