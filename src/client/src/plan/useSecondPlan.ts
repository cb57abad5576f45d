import { useMutation } from "@tanstack/react-query";
import { api, data, type Schemas } from "../api/client";
import { lookAgain } from "../api/queries";

type Ask = Schemas["WhatIfAsk"];

/** An answer to a question. Its id is made with it: taken twice, it is done once. */
export type Second = { id: string; ask: Ask; view: Schemas["WhatIfView"] };

/** A question to the plan, and its answer taken with one act. */
export function useSecondPlan(onTaken: () => void) {
  const ask = useMutation({
    mutationFn: async (asked: Ask): Promise<Second> => ({
      id: crypto.randomUUID(),
      ask: asked,
      view: data(await api.POST("/api/plan/what-if", { body: asked })),
    }),
  });
  const take = useMutation({
    mutationFn: async (second: Second) => {
      await api.POST("/api/plan/take", { body: { id: second.id, ask: second.ask } });
    },
    onSuccess: onTaken,
    onSettled: () => lookAgain(),
  });
  return { ask, take };
}
