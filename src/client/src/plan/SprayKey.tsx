import { useMutation, useQuery } from "@tanstack/react-query";
import { api, type Schemas, wordsOf } from "../api/client";
import { lookAgain, sittingsQuery } from "../api/queries";
import { Key } from "../ui/Key";

/** Marks a sitting unfit for spraying, or fit again. */
export function SprayKey({ sitting, title }: { sitting: Schemas["PlanSittingView"]; title: string }) {
  const sittings = useQuery(sittingsQuery);
  const mark = useMutation({
    mutationFn: async (now: Schemas["SittingsAnswer"]) => {
      const exceptions = sitting.fitForSpray
        ? [...now.exceptions, { id: crypto.randomUUID(), date: sitting.date, kind: "unfit_for_spray" as const, begins: null, ends: null }]
        : now.exceptions.filter((e) => e.kind !== "unfit_for_spray" || e.date !== sitting.date);
      await api.PUT("/api/sittings", {
        body: {
          id: crypto.randomUUID(),
          version: now.version,
          timeZone: now.timeZone,
          handles: now.handles,
          rackSlots: now.rackSlots,
          weekly: now.weekly,
          exceptions,
        },
      });
    },
    onSettled: () => lookAgain(),
  });
  return (
    <>
      <Key disabled={!sittings.data || mark.isPending} onClick={() => sittings.data && mark.mutate(sittings.data)}>
        {sitting.fitForSpray ? `No spraying ${title}` : `Spraying fit ${title}`}
      </Key>
      {mark.error ? <p role="alert">{wordsOf(mark.error)}</p> : null}
    </>
  );
}
