import { useRef } from "react";
import { api, wordsOf } from "../api/client";
import { useWrite } from "../api/write";
import { FileInput } from "../ui/FileInput";
import { Key } from "../ui/Key";

/** The whole workspace as one open file, out and (into an empty bench) in. */
export function CarryAway({ empty }: { empty: boolean }) {
  const file = useRef<HTMLInputElement>(null);
  const bring = useWrite("workspace", async (chosen: File, intent) => {
    const answer = await api.POST("/api/workspace", {
      params: { query: { id: intent.id } },
      body: chosen as never,
      bodySerializer: (b: unknown) => b as File,
      headers: { "content-type": "application/json" },
    });
    return answer.data?.told ?? [];
  });
  const link = "inline-flex min-h-12 items-center rounded-key border-[3px] border-ink px-5 strong";
  return (
    <section className="mt-auto flex flex-col gap-2 border-t-[5px] border-ink bg-sheet px-4 py-4 md:px-10">
      <h2 className="text-[20px]">Carry it away</h2>
      <p className="flex flex-wrap items-center gap-2">
        <a href="/api/workspace" className={link}>
          Everything, as a file
        </a>
        <a href="/api/plan.ics" className={link}>
          The plan, as a calendar
        </a>
        {empty ? <Key onClick={() => file.current?.click()}>Bring a workspace file in, up to 128 MB</Key> : null}
        <a href="/docs/" className="inline-flex min-h-12 items-center px-2 underline">
          The API, documented
        </a>
      </p>
      <FileInput label="Workspace file" accept="application/json,.json" input={file} onFile={(chosen) => bring.mutate(chosen)} />
      {bring.data?.map((words) => (
        <p key={words} role="status">
          {words}
        </p>
      ))}
      {bring.error ? <p role="alert">{wordsOf(bring.error)} Nothing was changed.</p> : null}
    </section>
  );
}
