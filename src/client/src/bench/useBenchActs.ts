import { useState } from "react";
import type { Schemas } from "../api/client";
import { act, forgetRefusal, type Outbox, useOutbox } from "../api/outbox";
import { benchNow } from "../ui/clock";
import { knock } from "../ui/settings";

interface BenchKey {
  text: string;
  note: string;
  can: boolean;
  act: () => void;
}

export interface BenchActs {
  main: BenchKey;
  middle: BenchKey;
  back: BenchKey;
  flaw: BenchKey;
  refusal: string | null;
  forget: () => void;
  pending: number;
  outbox: Outbox;
}

const none = { note: "", can: false, act: () => undefined };

function mainKey(
  view: Schemas["BenchView"],
  chosen: number | null,
  pending: number,
  done: () => void,
  answered: number,
  answer: () => void,
): BenchKey {
  const step = view.step;
  if (!step) {
    const offer = view.offer;
    return offer
      ? {
          text: offer.test ? `If it is dry: ${offer.text}` : offer.text,
          note: offer.test ? offer.test.words : offer.note,
          can: true,
          act: () => void act("start", { stepId: offer.stepId, ...(offer.test ? { dry: true } : {}) }, benchNow()),
        }
      : { ...none, text: view.hands === "empty" ? "Nothing on the bench" : "Leave it alone" };
  }
  if (!step.inHand) {
    const questions = [
      step.asks ? { text: "No way back: begin all the same?", note: step.asks } : null,
      step.unfitAir ? { text: "The air is unfit: spray all the same?", note: `${step.unfitAir} · it is recorded with this air` } : null,
    ].filter((q) => q !== null);
    const begin = () =>
      void act(
        "start",
        { stepId: step.stepId, ...(step.unfitAir ? { despiteAir: true } : {}), ...(step.test ? { dry: true } : {}) },
        benchNow(),
      );
    const text = step.test ? "It is dry: begin" : step.keyText;
    return {
      ...(questions[answered - 1] ?? { text, note: `${step.keyNote} · any key in the bottom row` }),
      can: true,
      act: answered < questions.length ? answer : begin,
    };
  }
  const left = step.passes ? 1 : step.total - step.done - pending;
  return {
    text:
      pending > 0
        ? "One more done"
        : chosen && chosen !== step.nextModel
          ? step.passes
            ? `Model ${chosen}: ${step.passes.name} on`
            : `Model ${chosen} done`
          : step.keyText,
    note: `${step.keyNote} · any key in the bottom row`,
    can: left > 0,
    act: done,
  };
}

// Put down what is in hand; say that what is tested is not dry; pick up what was put down.
function middleKey(step: Schemas["BenchView"]["step"]): BenchKey {
  const last = step?.test?.coats.at(-1);
  if (step && last)
    return {
      text: "Not yet",
      note: "",
      can: true,
      act: () => void act("test", { coatId: last.coatId, stage: last.stage, finding: "not_dry_at" }, benchNow()),
    };
  if (step?.inHand)
    return { text: "Put it down", note: "", can: true, act: () => void act("put_down", { stepId: step.stepId }, benchNow()) };
  if (step && step.done > 0)
    return { text: "Pick it up", note: "", can: true, act: () => void act("start", { stepId: step.stepId }, benchNow()) };
  return { ...none, text: "Put it down" };
}

/** What the bench's keys do now, and what they say. */
export function useBenchActs(view: Schemas["BenchView"], chosen: number | null, clear: () => void, openFlaw: () => void): BenchActs {
  const outbox = useOutbox();
  // How many questions were put at the step before the person; each press of its key answers one and puts the next.
  const [asked, setAsked] = useState({ step: "", times: 0 });
  const step = view.step;
  const pending = step ? outbox.unsent.filter((a) => (a.kind === "done" || a.kind === "pass") && a.stepId === step.stepId).length : 0;
  const done = () => {
    if (!step) return;
    knock();
    // A model that was chosen gets the pass that the key names, and no other.
    const model = chosen ? { model: chosen, ...(step.passes ? { pass: step.passes.number } : {}) } : {};
    void act(step.passes ? "pass" : "done", { stepId: step.stepId, ...model }, benchNow());
    clear();
  };
  const times = asked.step === step?.stepId ? asked.times : 0;
  const back = view.takeBack;
  return {
    main: mainKey(view, chosen, pending, done, times, () => setAsked({ step: step?.stepId ?? "", times: times + 1 })),
    middle: middleKey(step),
    back: back
      ? {
          text: "Take one back",
          note: back.text,
          can: true,
          act: () => void act("take_back", { stepId: back.stepId, model: back.model }, benchNow()),
        }
      : { ...none, text: "Take one back" },
    flaw: { text: step?.isGate ? "To the gate" : "Flaw here", note: "", can: Boolean(step && step.done < step.total), act: openFlaw },
    refusal: outbox.refused?.words ?? null,
    forget: forgetRefusal,
    pending,
    outbox,
  };
}
