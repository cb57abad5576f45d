import { useQuery } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import type { Schemas } from "../api/client";
import { materialKeyQuery } from "../api/queries";
import { Key } from "../ui/Key";
import { Sheet } from "../ui/Sheet";
import { materials } from "./words";

/** Leads to a material by feel, weight, flex and marks; who stays unsure gets the most cautious treatment. */
export function MaterialKey({ opener, onFound }: { opener: ReactNode; onFound: (material: Schemas["Material"]) => void }) {
  const [open, setOpen] = useState(false);
  const [way, setWay] = useState<string[]>([]);
  const [found, setFound] = useState<Schemas["KeyAnswer"] | null>(null);
  const key = useQuery({ ...materialKeyQuery, enabled: open });
  const question = key.data?.find((q) => q.id === (way.at(-1) ?? key.data?.[0]?.id));
  const again = () => {
    setWay([]);
    setFound(null);
  };
  const word = materials.find((m) => m.value === found?.material)?.text;
  return (
    <Sheet
      title="What is it made of?"
      opener={opener}
      open={open}
      onOpenChange={(o) => {
        setOpen(o);
        again();
      }}
    >
      {found?.material ? (
        <div className="flex flex-col items-start gap-3">
          <p className="text-lead strong">{found.material === "unknown" ? "Still not known." : `It is ${word}.`}</p>
          <p>{found.why}</p>
          <div className="flex flex-wrap gap-2">
            <Key
              tone="main"
              onClick={() => {
                if (found.material) onFound(found.material);
                setOpen(false);
                again();
              }}
            >
              {found.material === "unknown" ? "Leave it unknown" : `Take ${word}`}
            </Key>
            <Key onClick={again}>Look again</Key>
          </div>
        </div>
      ) : question ? (
        <div className="flex flex-col gap-2">
          <p className="text-lead strong">{question.question}</p>
          {question.answers.map((a) => (
            <button
              key={a.text}
              type="button"
              className="min-h-14 rounded-key border-[3px] border-ink px-4 py-2 text-left strong"
              onClick={() => (a.next ? setWay([...way, a.next]) : setFound(a))}
            >
              {a.text}
            </button>
          ))}
          {way.length > 0 ? (
            <button type="button" className="min-h-12 self-start px-2 strong underline" onClick={() => setWay(way.slice(0, -1))}>
              One question back
            </button>
          ) : null}
        </div>
      ) : null}
    </Sheet>
  );
}
