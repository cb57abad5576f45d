import { useMutation } from "@tanstack/react-query";
import { api, data, type Schemas } from "../api/client";
import { newId } from "../api/ids";
import { useWrite } from "../api/write";

type Ask = Schemas["WhatIfAsk"];

/** An answer to a question. Its id is made with it: taken twice, it is done once. */
export type Second = { id: string; ask: Ask; view: Schemas["WhatIfView"] };

/** A question to the plan, and its answer taken with one act. */
export function useSecondPlan(onTaken: () => void) {
  const ask = useMutation({
    mutationFn: async (asked: Ask): Promise<Second> => ({
      id: newId(),
      ask: asked,
      view: data(await api.POST("/api/plan/what-if", { body: asked })),
    }),
  });
  const take = useWrite("plan", ({ id, ask }: Second) => api.POST("/api/plan/take", { body: { id, ask } }), {
    onSuccess: onTaken,
  });
  return { ask, take };
}
