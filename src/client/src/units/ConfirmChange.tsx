import { useQuery } from "@tanstack/react-query";
import { api, data, type Schemas, wordsOf } from "../api/client";
import { useWrite } from "../api/write";
import { Key } from "../ui/Key";
import { Sheet } from "../ui/Sheet";

export type Question = Schemas["RouteQuestion"];

/** What a change of the route does, before it is taken: a law refuses, good practice says what follows, taste is simply followed. */
export function ConfirmChange({
  batch,
  question,
  onClose,
}: {
  batch: Schemas["BatchView"];
  question: Question | null;
  onClose: () => void;
}) {
  const change = useWrite(
    `batch ${batch.id}`,
    async (change: Question, intent) => {
      // What follows was shown for this version, and is accepted for no other.
      const body = { id: intent.id, version: batch.version, change, accepted: true };
      await api.POST("/api/batches/{id}/route", { params: { path: { id: batch.id } }, body });
    },
    { onSuccess: onClose },
  );
  const check = useQuery({
    queryKey: ["route-check", batch.id, batch.version, question],
    queryFn: async () =>
      question ? data(await api.POST("/api/batches/{id}/route/check", { params: { path: { id: batch.id } }, body: question })) : null,
    // While it is being taken its route moves on beneath it: it is asked no second time.
    enabled: question !== null && !change.isPending,
    retry: false,
  });
  const found = check.data;
  return (
    <Sheet title="Change the route" open={question !== null} onOpenChange={(open) => open || onClose()}>
      <div className="flex flex-col gap-3" aria-busy={check.isPending}>
        {check.error ? <p role="alert">{wordsOf(check.error)}</p> : null}
        {found ? (
          <>
            <p className={`text-lead strong ${found.verdict === "law" ? "text-redo" : ""}`}>{found.headline}</p>
            <ul>
              {found.reasons.map((r) => (
                <li key={r.rule}>{r.text}</li>
              ))}
            </ul>
            {found.instead ? <p>What would do: {found.instead.toLowerCase()}.</p> : null}
            {found.effect ? <p>For this batch: {found.effect}.</p> : null}
            {found.comes.length > 0 ? <p>Comes in: {found.comes.join(", ").toLowerCase()}.</p> : null}
            {found.goes.length > 0 ? <p>Goes: {found.goes.join(", ").toLowerCase()}.</p> : null}
            {change.error ? <p role="alert">{wordsOf(change.error)}</p> : null}
            <div className="flex flex-wrap gap-2">
              {found.verdict === "law" ? null : (
                <Key tone="main" disabled={change.isPending} onClick={() => question && change.mutate(question)}>
                  {found.verdict === "practice" ? "I accept that: change it" : "Change it"}
                </Key>
              )}
              <Key onClick={onClose}>Leave it as it is</Key>
            </div>
          </>
        ) : null}
      </div>
    </Sheet>
  );
}
