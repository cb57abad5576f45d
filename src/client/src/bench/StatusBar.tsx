import { api } from "../api/client";
import { useLink } from "../api/live";
import { type Outbox, send } from "../api/outbox";
import { invalidate } from "../api/queries";
import { useWrite } from "../api/write";

interface StripProps {
  outbox: Outbox;
  demoHasAged: boolean;
  /** The plan could not be made anew; null where all is well. */
  trouble: string | null;
}

/** One line for what is not as usual: a silent server, a page that is behind, a demo that has aged. */
export function StatusBar({ outbox, demoHasAged, trouble }: StripProps) {
  const { link } = useLink();
  const unsent = outbox.unsent.length;
  const afresh = useWrite("demo", (_: null) => api.POST("/api/demo"));
  const key = "min-h-12 rounded-key border-[3px] border-ink px-4 strong";
  const shape =
    "mx-4 mb-2 flex flex-wrap items-center justify-between gap-3 rounded-slab border-[3px] border-ink bg-sheet px-3 py-2 md:mx-10";
  if (outbox.silent)
    return (
      <div role="status" className={shape}>
        <p>
          <b>The server does not answer.</b> {unsent} {unsent === 1 ? "act" : "acts"}{" "}
          {outbox.keeps ? "kept on this device" : "waiting in this page, and nowhere else: leave it open"}. Clocks and safe times run on.
        </p>
        <button type="button" className={key} onClick={() => void send().then(invalidate)}>
          Try again
        </button>
      </div>
    );
  if (!outbox.keeps)
    return (
      <div role="status" className={shape}>
        <p>
          <b>This browser keeps nothing.</b> What you do is sent at once; what the server has not answered is lost with this page.
        </p>
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
  if (trouble)
    return (
      <div role="status" className={shape}>
        <p>{trouble}</p>
      </div>
    );
  if (demoHasAged)
    return (
      <div role="status" className={shape}>
        <p>Nothing of the demo is under way any more.</p>
        <button type="button" className={key} disabled={afresh.isPending} onClick={() => afresh.mutate(null)}>
          Load it afresh
        </button>
      </div>
    );
  return null;
}
