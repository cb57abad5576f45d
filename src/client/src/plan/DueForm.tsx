import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { api, type Schemas, wordsOf } from "../api/client";
import { lookAgain, queryClient, unitQuery } from "../api/queries";
import { DayGap } from "../ui/DayGap";
import { Key } from "../ui/Key";

/** A unit's deadline and weight: the plan follows at once. */
export function DueForm({ promise }: { promise: Schemas["PromiseView"] }) {
  const [deadline, setDeadline] = useState(promise.deadline ?? "");
  const save = useMutation({
    mutationFn: async (next: { deadline: string; weight: number }) => {
      const unit = await queryClient.fetchQuery({ ...unitQuery(promise.unitId), staleTime: 0 });
      await api.PUT("/api/units/{id}", {
        params: { path: { id: promise.unitId } },
        body: { id: crypto.randomUUID(), version: unit.version, deadline: next.deadline || null, weight: next.weight },
      });
    },
    onSettled: () => lookAgain(),
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
