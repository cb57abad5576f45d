import { useMutation, useQuery } from "@tanstack/react-query";
import { api, data, type Schemas, wordsOf } from "../api/client";
import { lookAgain } from "../api/queries";
import { Renewing } from "../ui/Renewing";

/** How good the plan is, proven; what moved when it was made; and a better one where a longer search finds it. It is shown, never put in
 * by itself. */
export function Proof({ plan }: { plan: Schemas["PlanView"] }) {
  const better = useQuery({
    queryKey: ["better-plan", plan.madeAt, plan.budget, plan.proof.value],
    enabled: !plan.renewing && plan.hasRepairs,
    queryFn: async () => data(await api.POST("/api/plan/what-if", { body: { kind: "better" } })),
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
  const take = useMutation({
    mutationFn: async () => {
      await api.POST("/api/plan/better", { body: { madeAt: plan.madeAt, budget: plan.budget } });
    },
    onSettled: () => lookAgain(),
  });
  const shift = plan.shift && plan.shift.steps > 0 ? plan.shift : null;
  const wins = better.data?.wins ? better.data : null;
  return (
    <div className="flex flex-wrap items-center gap-x-4 px-4 text-note text-ink-2 md:px-10" role="status">
      <Renewing renewing={plan.renewing} planOf={plan.madeAtText} />
      {plan.proof.words ? <p>Proven: {plan.proof.words}.</p> : null}
      {shift ? (
        <p>
          {shift.steps === 1 ? "1 step" : `${shift.steps} steps`} moved since the plan before
          {shift.promises.length > 0 ? `: ${shift.promises.join("; ")}` : "; no promise changed"}.
        </p>
      ) : null}
      {wins ? (
        <p className="print:hidden">
          A longer search {wins.summary}.{" "}
          <button type="button" className="min-h-12 px-2 strong text-ink underline" disabled={take.isPending} onClick={() => take.mutate()}>
            Take that plan
          </button>
        </p>
      ) : null}
      {take.error ? <p role="alert">{wordsOf(take.error)}</p> : null}
    </div>
  );
}
