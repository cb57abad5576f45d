import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { type Schemas, wordsOf } from "../api/client";
import { act, forgetRefusal, useOutbox } from "../api/outbox";
import { queryClient, soakQuery } from "../api/queries";
import { count } from "../bench/Clocks";
import { useRows } from "../bench/useRows";
import { benchNow, useNow } from "../ui/clock";
import { Key } from "../ui/Key";
import { Loading } from "../ui/Loading";
import { Mark } from "../ui/Mark";
import { knock, useDevice } from "../ui/settings";
import { SoakChips } from "./SoakChips";
import { SoakLine } from "./SoakLine";
import { SoakThen } from "./SoakThen";

/** Transfers for wet hands: the next act in large type, one key, never more in the water than can be placed in time. */
export function SoakView() {
  const { stepId } = useParams({ from: "/soak/$stepId" });
  const soak = useQuery(soakQuery(stepId));
  if (soak.data) return <Run key={stepId} view={soak.data} />;
  return <Loading error={soak.error ? wordsOf(soak.error) : null} text="Filling the bowl" again={() => void soak.refetch()} />;
}

function Run({ view }: { view: Schemas["SoakView"] }) {
  const now = useNow();
  const outbox = useOutbox();
  const device = useDevice();
  const pending = outbox.unsent.some((a) => a.stepId === view.stepId);
  const first = view.turns[0];
  const inWater = view.inWater > 0;
  const slidesIn = first && view.move === "place" ? Math.ceil((Date.parse(first.slidesAt) - now.getTime()) / 1000) : 0;
  // A second after the moment the server says it too.
  const lost = inWater && first ? Date.parse(first.lostAt) <= now.getTime() : false;
  const move = lost ? "spoil" : view.move;
  const tell = async (kind: Schemas["ActKind"]) => {
    knock();
    await act(kind, { stepId: view.stepId }, benchNow());
    await queryClient.invalidateQueries({ queryKey: soakQuery(view.stepId).queryKey });
  };
  const can = !pending && view.notYet === null && move !== "through";
  const main = () => can && void tell(move === "wet" ? "wet" : move === "spoil" ? "spoil" : "place");
  const notSliding = () => can && inWater && void tell("not_sliding");
  const lift = () => !pending && view.canLift && void tell("lift_transfer");
  const tear = () => can && inWater && void tell("tear");
  useRows(device.keyRows, {
    main,
    middle: notSliding,
    back: lift,
    flaw: tear,
    choose: () => undefined,
    look: () => undefined,
    unfold: () => undefined,
    home: () => undefined,
  });
  const waits = move === "place" && slidesIn > 0;
  const next = view.turns[1];
  const clock = lost ? null : waits ? slidesIn : next?.isWet ? Math.ceil((Date.parse(next.slidesAt) - now.getTime()) / 1000) : null;
  return (
    <main id="screen" data-screen="soak" tabIndex={-1} className="flex flex-1 flex-col pb-[164px] outline-none md:pb-[121px]">
      <section className="grid gap-x-8 gap-y-2 px-4 md:px-10 lg:[grid-template-columns:minmax(0,1fr)_300px_260px]">
        <div className="min-w-0">
          <p className="flex flex-wrap items-center gap-x-3">
            <Mark mark={view.mark} size={34} />
            <Link to="/units/$id" params={{ id: view.unitId }} className="inline-flex min-h-12 items-center text-[22px] underline">
              {view.unit}
            </Link>
            <span className="text-ink-2">{view.total} transfers, one by one in the water</span>
          </p>
          <h1 className="text-[44px] leading-none md:text-[64px]">{lost ? "Take it out" : waits ? `Leave ${first?.number}` : view.verb}</h1>
          <p className="mt-2 text-[22px] leading-tight" aria-live="polite">
            {waits ? "It does not slide yet: the seat is wetted meanwhile." : view.where}
          </p>
          {view.notYet ? <p className="mt-2 rounded-slab bg-limit px-3 py-1 text-on-limit">Not yet: {view.notYet}.</p> : null}
          <SoakChips view={view} />
        </div>
        <SoakThen view={view} now={now} />
        <div className="text-right max-lg:hidden">
          {clock !== null ? (
            <>
              <p className="digits text-clock leading-[0.86]!">{count(Math.max(0, clock))}</p>
              <p className="text-ink-2">
                {waits ? `until ${first?.number} slides` : clock > 0 ? `until ${next?.number} slides too` : "the next slides too"}
              </p>
            </>
          ) : null}
          <p className="mt-4 text-[20px] strong">{view.move === "through" ? "" : `${view.whole} in all`}</p>
          <p className="text-ink-2">{view.move === "through" ? "" : `one after another: ${view.apart}`}</p>
        </div>
      </section>
      <div className="mt-auto">
        <SoakLine view={view} now={now} />
      </div>
      <div className="fixed inset-x-0 bottom-0 z-10 border-t-[5px] border-ink bg-above px-3 pb-3 pt-2.5 md:px-10 md:pt-3" data-keys>
        {outbox.refused && outbox.refused.act.stepId === view.stepId ? (
          <p role="alert" className="mb-2 flex items-start justify-between gap-3 rounded-slab border-[3px] border-redo bg-sheet px-3 py-2">
            <span>{outbox.refused.words}</span>
            <button type="button" onClick={forgetRefusal} className="min-h-12 px-3 strong underline">
              Put away
            </button>
          </p>
        ) : null}
        <div className="grid grid-cols-3 gap-2 md:gap-3.5 md:[grid-template-columns:2.3fr_1fr_1.1fr_1.1fr]">
          <Key
            tone="main"
            size="bench"
            note="any key in the bottom row"
            disabled={!can}
            onClick={main}
            className="col-span-3 min-h-[76px] text-[26px] md:col-span-1 md:text-main"
          >
            {lost ? "It is out of the water" : view.main}
          </Key>
          <Key size="bench" note="middle row" disabled={!can || !inWater} onClick={notSliding} className="text-body md:text-key">
            Not sliding
          </Key>
          <Key size="bench" note="top row" disabled={pending || !view.canLift} onClick={lift} className="text-body md:text-key">
            Take one back
          </Key>
          <Key
            size="bench"
            tone="flaw"
            note={view.lost > 0 ? `right edge; ${view.lost} lost so far` : "right edge"}
            disabled={!can || !inWater}
            onClick={tear}
            className="text-body md:text-key"
          >
            It tore
          </Key>
        </div>
      </div>
    </main>
  );
}
