import { useQuery } from "@tanstack/react-query";
import { api, data, type Schemas } from "../api/client";

/** What a slip costs: the dates if this step misses its sitting. */
export function Slip({ step }: { step: Schemas["PlanStepView"] }) {
  const slip = useQuery({
    queryKey: ["plan", "slip", step.stepId, step.begin],
    queryFn: async () => data(await api.POST("/api/plan/what-if", { body: { kind: "slip", stepId: step.stepId } })),
    retry: false,
  });
  if (!slip.data) return null;
  const late = slip.data.units.filter((u) => u.effect === "later" || u.effect === "no_place");
  return (
    <div data-slip={late.length}>
      <h2 className="text-[20px]">If it misses its sitting</h2>
      {late.length === 0 ? <p>No date changes.</p> : null}
      <ul>
        {late.map((u) => (
          <li key={u.unitId}>
            {u.unit} ends {u.willBe} instead of {u.was}.
          </li>
        ))}
      </ul>
    </div>
  );
}
