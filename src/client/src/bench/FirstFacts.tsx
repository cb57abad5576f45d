import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { api, type Schemas, wordsOf } from "../api/client";
import { houseQuery, sittingsQuery } from "../api/queries";
import { useWrite } from "../api/write";
import { type Day, days } from "../evenings/week";
import { Stop } from "../intake/Sentence";
import { Choice } from "../ui/Choice";
import { capital, lowered } from "../ui/capital";

const asked = [
  { school: "can_place", before: "A spray can is used" },
  { school: "airbrush_place", before: "the airbrush" },
] as const;

/** What no plan can guess, asked before how one works: when hands sit down, by which clock, where they spray. */
export function FirstFacts() {
  const house = useQuery(houseQuery({})).data;
  const sittings = useQuery(sittingsQuery).data;
  const put = useWrite("house rules", ({ school, option }: { school: string; option: string }, intent) =>
    api.PUT("/api/house-rules", { body: { id: intent.id, school, option, unitId: null, batchId: null } }),
  );
  if (!house || !sittings) return null;
  const link = "inline-flex min-h-12 items-center border-b-[4px] border-hand bg-sheet px-3 strong text-hand";
  return (
    <section aria-label="What no plan can guess" className="mx-4 mt-3 flex flex-wrap items-center gap-x-2 gap-y-2 md:mx-10">
      You sit down
      <Link to="/plan/evenings" className={link}>
        {week(sittings.weekly)}
      </Link>
      by the clock of
      <Link to="/plan/evenings" className={link}>
        {sittings.timeZone.replace("Etc/", "").replace("_", " ")}
      </Link>
      <Stop>.</Stop>
      {asked.map(({ school, before }, i) => {
        const point = house.schools.find((s) => s.id === school);
        return point ? (
          <span key={school} className="inline-flex flex-wrap items-center gap-x-2">
            {before}
            <Choice
              label={point.question}
              value={point.chosen}
              options={point.options.map((o) => ({ value: o.id, text: lowered(o.label) }))}
              onChange={(option) => put.mutate({ school, option })}
            />
            <Stop>{i === 0 ? "," : "."}</Stop>
          </span>
        ) : null;
      })}
      {put.error ? <p role="alert">{wordsOf(put.error)}</p> : null}
    </section>
  );
}

/** "Tue and Thu 19:30 to 22:00, Sat 10:00 to 13:00": days alike are one. */
export function week(weekly: readonly Pick<Schemas["WeeklySitting"], "day" | "begins" | "ends">[]): string {
  const byTime = new Map<string, string[]>();
  for (const s of [...weekly].sort((a, b) => days.indexOf(a.day as Day) - days.indexOf(b.day as Day))) {
    const time = `${s.begins.slice(0, 5)} to ${s.ends.slice(0, 5)}`;
    byTime.set(time, [...(byTime.get(time) ?? []), capital(s.day).slice(0, 3)]);
  }
  const parts = [...byTime].map(([time, on]) => `${on.length > 1 ? `${on.slice(0, -1).join(", ")} and ${on.at(-1)}` : on[0]} ${time}`);
  return parts.length === 0 ? "on no evening yet" : parts.join(", ");
}
