import { useQuery } from "@tanstack/react-query";
import { Link, useParams, useSearch } from "@tanstack/react-router";
import { useEffect, useRef, useState } from "react";
import { type Schemas, wordsOf } from "../api/client";
import { act, forgetRefusal, useOutbox } from "../api/outbox";
import { gateQuery, queryClient } from "../api/queries";
import { benchNow, useMinute } from "../ui/clock";
import { Key } from "../ui/Key";
import { Loading } from "../ui/Loading";
import { Mark } from "../ui/Mark";
import { Sheet } from "../ui/Sheet";
import { knock } from "../ui/settings";
import { Figure } from "./Figure";
import { Finding } from "./Finding";
import { GatePegs } from "./GatePegs";
import { gateKey } from "./gateKeys";
import { PhotoKey, PhotoStrip } from "./Photos";
import { FlawSign } from "./signs";

/** GATE: one model after another under the lamp; a flaw is two touches or two keys, a clean model one. */
export function GateView() {
  const { stepId } = useParams({ from: "/gate/$stepId" });
  const gate = useQuery(gateQuery(stepId));
  if (gate.data) return <Look key={stepId} view={gate.data} />;
  return <Loading error={gate.error ? wordsOf(gate.error) : null} text="Fetching the lamp" again={() => void gate.refetch()} />;
}

function Look({ view }: { view: Schemas["GateView"] }) {
  const search = useSearch({ from: "/gate/$stepId" });
  const now = useMinute();
  const outbox = useOutbox();
  const [chosen, setChosen] = useState<number | null>(search.model ? Number(search.model) : null);
  const [place, setPlace] = useState<number | null>(null);
  const [another, setAnother] = useState(false);
  const [put, setPut] = useState<readonly string[]>([]);
  // What was told counts as done until the page has read it back: the next model is in hand at once, and stays there.
  const [told, setTold] = useState<readonly number[]>([]);
  const unsent = outbox.unsent.filter((a) => a.stepId === view.stepId).map((a) => a.model);
  const sent = new Set([...told, ...unsent]);
  const tell = async (models: readonly number[], acted: Promise<void>) => {
    setTold((before) => [...before, ...models]);
    await acted;
    await queryClient.invalidateQueries({ queryKey: gateQuery(view.stepId).queryKey });
    setTold((before) => before.filter((m) => !models.includes(m)));
  };
  const rest = view.models.filter((m) => m.state === "rest" && !sent.has(m.number));
  const isFree = (n: number | null) => n !== null && view.models.some((m) => m.number === n && m.state !== "clean") && !sent.has(n);
  const hand = isFree(chosen) ? chosen : (rest[0]?.number ?? null);
  const after = rest.find((m) => m.number !== hand)?.number ?? null;
  const mayPass = view.isGate && view.blocked === null;
  const clear = () => {
    setPlace(null);
    setChosen(null);
  };
  const choose = (number: number) => {
    setPlace(null);
    setChosen(number);
  };
  const flaw = (kind: Schemas["FlawKind"] | null, words?: string) => {
    const where = view.places[place ?? -1];
    if (hand === null || !where) return;
    knock();
    const what = kind ? { flawKind: kind } : { words: words ?? "" };
    void tell([hand], act("flaw", { stepId: view.stepId, model: hand, place: where, ...what }, benchNow()));
    setPut([]);
    clear();
  };
  const clean = () => {
    if (!mayPass || hand === null || view.models.find((m) => m.number === hand)?.state === "flawed") return;
    knock();
    void tell([hand], act("done", { stepId: view.stepId, model: hand }, benchNow()));
    clear();
  };
  const allClean = () => {
    if (!mayPass || rest.length === 0) return;
    const done = view.models.filter((m) => m.state === "clean").length;
    const all = rest.map((m) => m.number);
    void tell(all, act("set_count", { stepId: view.stepId, count: done + rest.length }, benchNow()));
    clear();
  };
  const lookBack = () => {
    if (place !== null) return setPlace(null);
    const last = view.models.filter((m) => m.state === "clean").at(-1);
    if (view.isGate && last) void act("take_back", { stepId: view.stepId }, benchNow());
  };
  const latest = useRef({ clean, allClean, lookBack, setPlace, flaw, place, view });
  latest.current = { clean, allClean, lookBack, setPlace, flaw, place, view };
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      const focus = document.activeElement;
      if ((focus && focus !== document.body && !(focus as HTMLElement).dataset.screen) || e.ctrlKey || e.altKey || e.metaKey || e.repeat)
        return;
      const does = gateKey(e.code, latest.current.place !== null);
      if (!does) return;
      e.preventDefault();
      const now = latest.current;
      if (does.kind === "place" && does.index < now.view.places.length) now.setPlace(does.index);
      else if (does.kind === "flaw") {
        const key = now.view.keys[does.index];
        if (key) now.flaw(key.kind);
      } else if (does.kind === "main") now.clean();
      else if (does.kind === "rest") now.allClean();
      else if (does.kind === "back") now.lookBack();
      else now.setPlace(null);
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, []);

  const open = view.findings.filter((f) => !put.includes(f.flawId));
  const flawed = hand !== null && view.models.find((m) => m.number === hand)?.state === "flawed";
  const refused = outbox.refused && ["flaw", "done", "mend", "set_count"].includes(outbox.refused.act.kind) ? outbox.refused.words : null;
  return (
    <main id="screen" data-screen="gate" tabIndex={-1} className="flex flex-1 flex-col outline-none">
      <div className="grid gap-x-8 gap-y-3 px-4 pb-4 md:px-10 lg:[grid-template-columns:366px_232px_minmax(0,1fr)]">
        <div className="flex min-w-0 flex-col gap-2">
          <h1 className="flex items-center gap-3 text-[26px] leading-tight">
            <Mark mark={view.mark} size={38} />
            <span className="min-w-0">
              {view.unit}, {view.title}
            </span>
          </h1>
          <GatePegs models={view.models} inHand={hand} onChoose={choose} />
          <p>
            {view.look} {view.asks}
          </p>
          {view.blocked ? <p className="rounded-slab bg-limit px-3 py-1 text-on-limit">Not to be passed yet: {view.blocked}.</p> : null}
          {refused ? (
            <p role="alert" className="flex items-start justify-between gap-2 rounded-slab border-[3px] border-redo px-3 py-1">
              <span>{refused}</span>
              <button type="button" onClick={forgetRefusal} className="min-h-12 strong underline">
                Put away
              </button>
            </p>
          ) : null}
          <div
            className="mt-auto flex flex-col gap-2 max-md:fixed max-md:inset-x-0 max-md:bottom-0 max-md:z-10 max-md:border-t-[5px]
              max-md:border-ink max-md:bg-above max-md:p-3"
          >
            <Key
              tone="main"
              size="bench"
              note="bottom row"
              disabled={!mayPass || hand === null || flawed}
              onClick={clean}
              className="text-[26px] max-md:min-h-[72px]"
            >
              {mainText(view, hand, after, flawed)}
            </Key>
            <div className="grid gap-2 [grid-template-columns:1fr_1.35fr]">
              <Key onClick={lookBack} disabled={place === null && !view.models.some((m) => m.state === "clean")}>
                Look back
              </Key>
              <Key onClick={allClean} disabled={!mayPass || rest.length === 0}>
                All the rest clean
              </Key>
            </div>
          </div>
        </div>
        <div className="hidden flex-col items-center md:flex">
          <Figure figure={view.figure} places={view.places} chosen={place} lookFirst={view.lookFirst} onChoose={setPlace} />
          <p className="text-center text-note text-ink-2">
            {place === null ? "a number key: the place, the next: the flaw" : `at the ${view.places[place]}: now what`}
          </p>
          {view.lookFirst.map((l) => (
            <p key={l.place + l.words} className="text-note">
              <b>Look first at the {l.place}.</b> {l.words}.
            </p>
          ))}
        </div>
        <div className="flex min-w-0 flex-col gap-2">
          <p className="text-note text-ink-2 md:hidden">where</p>
          <div className="grid grid-cols-3 gap-2 md:hidden">
            {view.places.map((p, i) => (
              <button
                key={p}
                type="button"
                aria-pressed={i === place}
                onClick={() => setPlace(i)}
                className={`min-h-[52px] rounded-key border-[3px] px-2 strong
                  ${i === place ? "border-redo bg-redo text-on-redo" : "border-ink"}`}
              >
                {p}
              </button>
            ))}
          </div>
          <p className="text-note text-ink-2 md:hidden">what</p>
          <div className="grid flex-1 grid-cols-3 gap-2 md:grid-cols-2 md:gap-3">
            {view.keys.map((k, i) => (
              <button
                key={k.kind}
                type="button"
                disabled={place === null || hand === null}
                onClick={() => flaw(k.kind)}
                className="relative flex min-h-[64px] items-center gap-3 rounded-key border-[3px] border-ink px-3 text-left
                  disabled:opacity-60 md:min-h-[100px] md:px-5"
              >
                <span className="hidden md:block">
                  <FlawSign kind={k.kind} size={48} />
                </span>
                <span className="min-w-0 leading-tight">
                  <span className="block text-body strong md:text-key">{k.name}</span>
                  <span className="block text-note">{k.shows}</span>
                </span>
                <span className="absolute right-4 top-2 hidden text-key strong md:block" aria-hidden="true">
                  {i + 1}
                </span>
              </button>
            ))}
          </div>
          <div className="flex flex-wrap items-center justify-between gap-3">
            <Another view={view} can={place !== null && hand !== null} open={another} onOpenChange={setAnother} onFlaw={flaw} />
            <PhotoKey view={view} model={hand} />
            <Link to="/" className="inline-flex min-h-12 items-center rounded-key border-[3px] border-ink px-5 strong">
              Back to the bench
            </Link>
          </div>
        </div>
      </div>
      <div className="flex flex-1 flex-col gap-4 border-t-[6px] border-ink bg-sheet px-4 py-3 max-md:pb-48 md:px-10">
        {open.length === 0 ? (
          <p className="text-lead">
            {view.findings.length > 0 ? "What was found stays open: its models are held back." : "Nothing found so far."}{" "}
            <span className="block text-body text-ink-2">{view.enough}</span>
            {view.findings.length > 0 ? (
              <button type="button" onClick={() => setPut([])} className="min-h-12 text-body strong underline">
                Show it again
              </button>
            ) : null}
          </p>
        ) : (
          <div className="flex flex-col gap-7">
            {open.map((f) => (
              <Finding key={f.flawId} finding={f} now={now} zone={view.zone} onLater={() => setPut([...put, f.flawId])} />
            ))}
            <p className="text-note text-ink-2">{view.enough}</p>
          </div>
        )}
        <PhotoStrip view={view} model={hand} />
      </div>
    </main>
  );
}

function mainText(view: Schemas["GateView"], hand: number | null, after: number | null, flawed: boolean): string {
  if (hand === null) return view.isGate ? "All are looked at" : "Nothing to look at";
  if (flawed) return `${hand} is held back`;
  if (!view.isGate) return `${hand} in hand`;
  return after === null ? `${hand} is clean, that is all` : `${hand} is clean, take ${after}`;
}

interface AnotherProps {
  view: Schemas["GateView"];
  can: boolean;
  open: boolean;
  onOpenChange: (open: boolean) => void;
  onFlaw: (kind: Schemas["FlawKind"] | null, words?: string) => void;
}

// Every other flaw, and free words for what has no name here.
function Another({ view, can, open, onOpenChange, onFlaw }: AnotherProps) {
  const [words, setWords] = useState("");
  return (
    <Sheet
      title="Another flaw"
      open={open}
      onOpenChange={onOpenChange}
      opener={
        <Key disabled={!can} className="flex-1 md:flex-none">
          Another
        </Key>
      }
    >
      <div className="grid grid-cols-2 gap-2 sm:grid-cols-3">
        {view.more.map((k) => (
          <button
            key={k.kind}
            type="button"
            onClick={() => {
              onFlaw(k.kind);
              onOpenChange(false);
            }}
            className="flex min-h-14 items-center gap-3 rounded-key border-[3px] border-ink px-3 text-left leading-tight"
          >
            <FlawSign kind={k.kind} size={32} />
            <span>
              <span className="block strong">{k.name}</span>
              <span className="block text-note">{k.shows}</span>
            </span>
          </button>
        ))}
      </div>
      <form
        className="mt-3 flex flex-wrap gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          if (words.trim().length === 0) return;
          onFlaw(null, words.trim());
          setWords("");
          onOpenChange(false);
        }}
      >
        <input
          aria-label="Another flaw, in words"
          placeholder="in words"
          maxLength={200}
          value={words}
          onChange={(e) => setWords(e.target.value)}
          className="min-h-12 flex-1 rounded-key border-[3px] border-ink bg-above px-3"
        />
        <Key type="submit" tone="flaw" disabled={words.trim().length === 0}>
          Note it
        </Key>
      </form>
      <p className="mt-3 text-note text-ink-2">
        Told in words it holds its model back all the same, but no cause and no repair is known for it.
      </p>
    </Sheet>
  );
}
