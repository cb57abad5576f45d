import { useMutation } from "@tanstack/react-query";
import { api } from "../api/client";
import { useLink } from "../api/live";
import { send } from "../api/outbox";
import { lookAgain } from "../api/queries";
import { Renewing } from "../ui/Renewing";

interface StripProps {
  renewing: boolean;
  planOf: string;
  unsent: number;
  silent: boolean;
  demoHasAged: boolean;
}

/** One line for what is not as usual: a silent server, a page that is behind, a demo that has aged, a plan that is being renewed. */
export function Strip({ unsent, silent, demoHasAged, renewing, planOf }: StripProps) {
  const link = useLink();
  const afresh = useMutation({ mutationFn: () => api.POST("/api/demo"), onSuccess: () => lookAgain() });
  const key = "min-h-12 rounded-key border-[3px] border-ink px-4 strong";
  const shape =
    "mx-4 mb-2 flex flex-wrap items-center justify-between gap-3 rounded-slab border-[3px] border-ink bg-sheet px-3 py-2 md:mx-10";
  if (silent)
    return (
      <div role="status" className={shape}>
        <p>
          <b>The server does not answer.</b> {unsent} {unsent === 1 ? "act" : "acts"} kept on this device. Clocks and safe times run on.
        </p>
        <button type="button" className={key} onClick={() => void send().then(lookAgain)}>
          Try again
        </button>
      </div>
    );
  if (link === "behind")
    return (
      <div role="status" className={shape}>
        <p>
          <b>This page is behind.</b> It catches up by itself when the server answers. Clocks and safe times run on.
        </p>
      </div>
    );
  if (demoHasAged)
    return (
      <div role="status" className={shape}>
        <p>Nothing of the demo is under way any more.</p>
        <button type="button" className={key} disabled={afresh.isPending} onClick={() => afresh.mutate()}>
          Load it afresh
        </button>
      </div>
    );
  return (
    <div className="px-4 text-note text-ink-2 md:px-10" role="status">
      <Renewing renewing={renewing} planOf={planOf} />
    </div>
  );
}
