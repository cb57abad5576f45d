import type { Schemas } from "./client";
import { queryClient, sittingsQuery, unitQuery } from "./queries";

/** A unit as the page knows it, or as the server has it now. */
export function newestUnit(id: string, fresh: boolean): Promise<Schemas["UnitView"]> {
  return fresh ? queryClient.fetchQuery({ ...unitQuery(id), staleTime: 0 }) : queryClient.ensureQueryData(unitQuery(id));
}

/** A batch of the unit on the page, as the page knows it or as the server has it now. */
export async function newestBatch(batch: Schemas["BatchView"], fresh: boolean): Promise<Schemas["BatchView"]> {
  for (const [, known] of queryClient.getQueriesData<Schemas["UnitView"]>({ queryKey: ["units"] }))
    if (known?.batches?.some((b) => b.id === batch.id)) {
      const unit = await newestUnit(known.id, fresh);
      return unit.batches.find((b) => b.id === batch.id) ?? batch;
    }
  return batch;
}

/** The evenings as the page knows them, or as the server has them now. */
export function newestSittings(fresh: boolean): Promise<Schemas["SittingsAnswer"]> {
  return fresh ? queryClient.fetchQuery({ ...sittingsQuery, staleTime: 0 }) : queryClient.ensureQueryData(sittingsQuery);
}
