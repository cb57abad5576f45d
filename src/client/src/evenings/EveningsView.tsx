import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { api, type Schemas, wordsOf } from "../api/client";
import { newId } from "../api/ids";
import { newestSittings } from "../api/newest";
import { invalidate, planQuery, sittingsQuery } from "../api/queries";
import { useWrite } from "../api/write";
import { useMinute } from "../ui/clock";
import { hands, lasts } from "../ui/clockface";
import { Key } from "../ui/Key";
import { Loading } from "../ui/Loading";
import { BenchFacts } from "./BenchFacts";
import { ComingWeeks } from "./ComingWeeks";
import { Differing } from "./Differing";
import { type Draft, draftOf, over, toEdit, wrongWith } from "./draft";
import { Sentence } from "./Sentence";
import { WeekLine } from "./WeekLine";
import { comingDays, type Day, ordered, type Sitting, type Stretch, weekMinutes } from "./week";

const weeksAhead = 35;

/** YOUR EVENINGS: the week as a line, the days that differ, the bench's facts. */
export function EveningsView() {
  const sittings = useQuery({ ...sittingsQuery, refetchOnWindowFocus: false, staleTime: Number.POSITIVE_INFINITY });
  if (!sittings.data)
    return <Loading error={sittings.error ? wordsOf(sittings.error) : null} text="Your evenings" again={() => void sittings.refetch()} />;
  return <Evenings sittings={sittings.data} />;
}

function Evenings({ sittings }: { sittings: Schemas["SittingsAnswer"] }) {
  const navigate = useNavigate();
  // What was kept when the page was opened: another page may keep something else meanwhile, and nothing typed here is lost.
  const [base] = useState<Draft>(() => draftOf(sittings));
  const [draft, setDraft] = useState<Draft>(base);
  const [chosenId, setChosen] = useState<string | null>(null);
  const [problems, setProblems] = useState<readonly string[]>([]);
  const save = useWrite(
    "sittings",
    async (kept: Draft, intent) => {
      const edit = await intent.over(async (fresh) => {
        const newest = await newestSittings(fresh);
        return toEdit(over(kept, base, draftOf(newest)), newest);
      });
      return api.PUT("/api/sittings", { body: { id: intent.id, ...edit } });
    },
    {
      onSuccess: async () => {
        await invalidate();
        await navigate({ to: "/plan" });
      },
    },
  );
  const today = useMinute();
  const chosen = draft.week.find((s) => s.id === chosenId) ?? ordered(draft.week)[0];
  const minutes = weekMinutes(draft.week);
  const change = (next: Partial<Draft>) => {
    setProblems([]);
    setDraft((was) => ({ ...was, ...next }));
  };
  const put = (s: Sitting) => change({ week: draft.week.map((w) => (w.id === s.id ? s : w)) });
  const add = (day: Day) => {
    const like = chosen ?? { begins: "19:30", ends: "22:00" };
    const more = { id: newId(), day, begins: like.begins, ends: like.ends };
    change({ week: [...draft.week, more] });
    setChosen(more.id);
  };
  const differ = (date: string, kind: Stretch["kind"] = "off") =>
    change({ differing: [...draft.differing, { id: newId(), from: date, to: date, kind, begins: "", ends: "" }] });
  const keep = () => {
    const wrong = wrongWith(draft);
    setProblems(wrong);
    if (wrong.length === 0) save.mutate(draft);
  };
  return (
    <main id="screen" data-screen="evenings" tabIndex={-1} className="flex flex-1 flex-col outline-none">
      <header className="flex flex-wrap items-baseline gap-x-8 px-4 pb-4 md:px-10">
        <h1 className="text-main">Your evenings</h1>
        <p className="text-ink-2">The plan uses these and no others.</p>
        <Link to="/plan" className="inline-flex min-h-11 items-center underline sm:ml-auto">
          Leave as it was
        </Link>
      </header>
      <WeekLine week={draft.week} chosen={chosen?.id ?? null} onChoose={setChosen} onChange={put} onAdd={add} />
      <div className="flex flex-col gap-3 px-4 py-4 md:px-10">
        {chosen ? (
          <Sentence
            sitting={chosen}
            week={draft.week}
            onChange={put}
            onTakeOut={() => change({ week: draft.week.filter((s) => s.id !== chosen.id) })}
            onWeek={(week) => change({ week })}
          />
        ) : (
          <p>No evening yet: touch a day.</p>
        )}
        <p>
          <b>{minutes < 48 * 60 ? lasts(minutes) : hands(minutes)} a week.</b> <LastUnit />{" "}
          <Link to="/plan/what-if" className="underline">
            What would one more evening bring?
          </Link>
        </p>
      </div>
      <h2 className="px-4 text-[20px] md:px-10">The coming weeks</h2>
      <ComingWeeks
        days={comingDays(draft.week, draft.differing, isoIn(today, draft.timeZone), weeksAhead)}
        today={today}
        onPick={(date) => !draft.differing.some((s) => s.from <= date && date <= s.to) && differ(date)}
      />
      <Differing
        stretches={draft.differing}
        onChange={(differing) => change({ differing })}
        onAdd={() => differ(isoIn(new Date(today.getTime() + 86_400_000), draft.timeZone))}
      />
      <section className="mt-auto flex flex-col gap-2 border-t-[5px] border-ink bg-sheet px-4 py-2 md:px-10">
        <div className="flex flex-wrap items-center justify-between gap-x-6 gap-y-2 md:flex-nowrap">
          <BenchFacts draft={draft} zones={sittings.zones} onChange={change} />
          <Key tone="dark" className="min-h-14 shrink-0 text-lead" disabled={save.isPending} onClick={keep}>
            Keep these
          </Key>
        </div>
        {problems.map((words) => (
          <p key={words} role="alert" className="strong text-redo">
            {words}
          </p>
        ))}
        {save.error ? (
          <p role="alert" className="flex flex-wrap items-center gap-3">
            <span>{wordsOf(save.error)}</span>
          </p>
        ) : null}
      </section>
    </main>
  );
}

// When the army is done by the evenings that are kept now.
function LastUnit() {
  const plan = useQuery(planQuery);
  const last = plan.data?.promises.filter((p) => p.done).at(-1);
  return last ? (
    <>
      By those you keep now, the last unit is done {last.doneDay} {last.doneTime}.
    </>
  ) : null;
}

function isoIn(at: Date, zone: string): string {
  // Swedish writes dates as ISO 8601 does.
  return new Intl.DateTimeFormat("sv-SE", { timeZone: zone, dateStyle: "short" }).format(at);
}
