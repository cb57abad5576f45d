import type { MouseEvent } from "react";
import { Key } from "../ui/Key";
import type { BenchActs } from "./useBenchActs";

/** The bench's keys: one more done, put down or pick up, take one back, flaw. Refusals are said at the key that was pressed. */
export function Keys({ acts }: { acts: BenchActs }) {
  // A touch gives focus back to the screen, so that the rows of the keyboard go on acting.
  const touch = (act: () => void) => (e: MouseEvent<HTMLButtonElement>) => {
    act();
    if (e.detail > 0) e.currentTarget.blur();
  };
  return (
    <div
      className="print:hidden fixed inset-x-0 bottom-0 z-10 border-t-[5px] border-ink bg-above px-3 pb-3 pt-2.5 md:px-10 md:pt-3
        short:pb-1 short:pt-1"
      data-keys
    >
      {acts.refusal ? (
        <p role="alert" className="mb-2 flex items-start justify-between gap-3 rounded-slab border-[3px] border-redo bg-sheet px-3 py-2">
          <span>{acts.refusal}</span>
          <button type="button" onClick={acts.forget} className="min-h-12 px-3 strong underline">
            Put away
          </button>
        </p>
      ) : null}
      <div className="grid grid-cols-3 gap-2 md:gap-3.5 md:[grid-template-columns:2.3fr_1fr_1.24fr_1fr]">
        <Key
          tone="main"
          size="bench"
          note={acts.main.note}
          disabled={!acts.main.can}
          onClick={touch(acts.main.act)}
          className="col-span-3 min-h-[76px] text-[26px] md:col-span-1 md:text-main short:min-h-11! short:text-body!"
        >
          {acts.main.text}
        </Key>
        <Key size="bench" note="middle row" disabled={!acts.middle.can} onClick={touch(acts.middle.act)} className="text-body md:text-key">
          <Short long={acts.middle.text} short={acts.middle.text.replace(" it ", " ")} />
        </Key>
        <Key size="bench" note="top row" disabled={!acts.back.can} onClick={touch(acts.back.act)} className="text-body md:text-key">
          <Short long="Take one back" short="One back" />
        </Key>
        <Key
          size="bench"
          tone="flaw"
          note="right edge"
          disabled={!acts.flaw.can}
          onClick={touch(acts.flaw.act)}
          className="text-body md:text-key"
        >
          <Short long={acts.flaw.text} short={acts.flaw.text === "Flaw here" ? "Flaw" : "Gate"} />
        </Key>
      </div>
    </div>
  );
}

// On a phone a key keeps its name for readers and shows the short one.
function Short({ long, short }: { long: string; short: string }) {
  return (
    <>
      <span className="hidden md:inline">{long}</span>
      <span className="md:hidden" aria-hidden="true">
        {short}
      </span>
      <span className="sr-only md:hidden">{long}</span>
    </>
  );
}
