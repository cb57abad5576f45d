import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, data, type Schemas, wordsOf } from "../api/client";
import { useWrite } from "../api/write";
import { Key } from "../ui/Key";
import { Sheet } from "../ui/Sheet";
import { SecondPlan } from "./SecondPlan";

/** How many at once: batches made one or cut in two, each weighed by a full plan, with what it saves and what caps it. */
export function HowMany({ plan }: { plan: Schemas["PlanView"] }) {
  const [open, setOpen] = useState(false);
  const sizes = useQuery({
    queryKey: ["plan", "sizes", plan.madeAt, plan.budget],
    queryFn: async () => data(await api.GET("/api/plan/sizes")),
    enabled: open,
    retry: false,
  });
  const take = useWrite("plan", ({ ask }: Schemas["SizeOffer"], intent) => api.POST("/api/plan/take", { body: { id: intent.id, ask } }), {
    onSuccess: () => setOpen(false),
  });
  return (
    <Sheet title="How many at once" opener={<Key>How many at once</Key>} open={open} onOpenChange={setOpen}>
      <p aria-live="polite">
        {take.error
          ? wordsOf(take.error)
          : sizes.error
            ? wordsOf(sizes.error)
            : (sizes.data?.words ?? "Weighing batches, each by a full plan")}
      </p>
      {plan.mixes.map((m) => (
        <p key={m} className="mt-2">
          {m}
        </p>
      ))}
      <ul className="mt-3 grid gap-4 sm:grid-cols-2" data-offers={sizes.data?.offers.length ?? -1}>
        {sizes.data?.offers.map((offer) => (
          <li
            key={`${offer.ask.batchId}${offer.ask.withId}${offer.ask.models}`}
            className="flex flex-col gap-1 border-t-[3px] border-ink pt-2"
          >
            <SecondPlan view={{ ...offer.second, summary: offer.saving }} />
            {offer.cap ? <p className="text-note text-ink-2">{offer.cap}</p> : null}
            <Key tone="dark" disabled={take.isPending} onClick={() => take.mutate(offer)}>
              Regroup so
            </Key>
          </li>
        ))}
      </ul>
    </Sheet>
  );
}
