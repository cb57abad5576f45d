import { useState } from "react";
import { api, type Schemas, wordsOf } from "../api/client";
import { newestUnit } from "../api/newest";
import { useWrite } from "../api/write";
import { DayGap } from "../ui/DayGap";
import { Key } from "../ui/Key";

/** A unit's deadline and weight: the plan follows at once. */
export function DueForm({ promise }: { promise: Schemas["PromiseView"] }) {
  const [deadline, setDeadline] = useState(promise.deadline ?? "");
  const save = useWrite(`unit ${promise.unitId}`, async (next: { deadline: string; weight: number }, intent) => {
    const { version } = await intent.over(() => newestUnit(promise.unitId, true));
    const body = { id: intent.id, version, deadline: next.deadline || null, weight: next.weight };
    await api.PUT("/api/units/{id}", { params: { path: { id: promise.unitId } }, body });
  });
  const first = promise.weight >= 5;
  return (
    <form
      className="flex flex-col gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        save.mutate({ deadline, weight: promise.weight });
      }}
    >
      <div className="flex flex-wrap items-center gap-2">
        <span className="flex flex-wrap items-center gap-x-2">
          <b className="line-clamp-2" title={promise.unit}>
            {promise.unit}
          </b>{" "}
          due
          <DayGap label="Due" none="no deadline" value={deadline} onChange={setDeadline} />
        </span>
        <Key type="submit" disabled={deadline === (promise.deadline ?? "") || save.isPending}>
          {deadline ? "Due then" : "No deadline"}
        </Key>
        <Key
          tone={first ? "dark" : "plain"}
          aria-pressed={first}
          disabled={save.isPending}
          onClick={() => save.mutate({ deadline, weight: first ? 1 : 5 })}
        >
          {first ? "First: undo" : "This first"}
        </Key>
      </div>
      {save.error ? <p role="alert">{wordsOf(save.error)}</p> : null}
    </form>
  );
}
