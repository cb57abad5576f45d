import { useQuery } from "@tanstack/react-query";
import { api, type Schemas, wordsOf } from "../api/client";
import { newId } from "../api/ids";
import { newestSittings } from "../api/newest";
import { sittingsQuery } from "../api/queries";
import { useWrite } from "../api/write";
import { Key } from "../ui/Key";

/** Marks a sitting unfit for spraying, or fit again. */
export function SprayKey({ sitting, title }: { sitting: Schemas["PlanSittingView"]; title: string }) {
  const sittings = useQuery(sittingsQuery);
  const mark = useWrite("sittings", async ({ date, fit }: { date: string; fit: boolean }, intent) => {
    const edit = await intent.over(async (fresh) => {
      const { version, timeZone, handles, rackSlots, weekly, exceptions } = await newestSittings(fresh);
      const others = exceptions.filter((e) => e.kind !== "unfit_for_spray" || e.date !== date);
      const unfit = { id: newId(), date, kind: "unfit_for_spray" as const, begins: null, ends: null };
      return { version, timeZone, handles, rackSlots, weekly, exceptions: fit ? others : [...others, unfit] };
    });
    await api.PUT("/api/sittings", { body: { id: intent.id, ...edit } });
  });
  return (
    <>
      <Key disabled={!sittings.data || mark.isPending} onClick={() => mark.mutate({ date: sitting.date, fit: !sitting.fitForSpray })}>
        {sitting.fitForSpray ? `No spraying ${title}` : `Spraying fit ${title}`}
      </Key>
      {mark.error ? <p role="alert">{wordsOf(mark.error)}</p> : null}
    </>
  );
}
