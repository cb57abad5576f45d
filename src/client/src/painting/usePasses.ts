import { api, type Schemas } from "../api/client";
import { newestBatch } from "../api/newest";
import { useWrite } from "../api/write";

/** Lays a batch's list of passes out as it is to be: a line a pass, null for the usual list of its tier, none for one pass. */
export function usePasses(batch: Schemas["BatchView"]) {
  return useWrite(`passes ${batch.id}`, async (passes: readonly string[] | null, intent) => {
    const { version } = await intent.over((fresh) => newestBatch(batch, fresh));
    await api.PUT("/api/batches/{id}/passes", {
      params: { path: { id: batch.id } },
      body: { id: intent.id, version, passes: passes && [...passes] },
    });
  });
}
