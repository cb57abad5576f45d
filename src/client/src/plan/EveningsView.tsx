import { zodResolver } from "@hookform/resolvers/zod";
import { useMutation, useQuery } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { useFieldArray, useForm } from "react-hook-form";
import { z } from "zod";
import { api, RefusedError, type Schemas, wordsOf } from "../api/client";
import { lookAgain, sittingsQuery } from "../api/queries";
import { DayGap } from "../ui/DayGap";
import { Key } from "../ui/Key";
import { TimeGap } from "../ui/TimeGap";
import { Waiting } from "../ui/Waiting";

const days = ["monday", "tuesday", "wednesday", "thursday", "friday", "saturday", "sunday"] as const;
const time = z.string().regex(/^\d\d:\d\d/, "Give a time.");
const shape = z.object({
  timeZone: z.string().min(1, "Choose a zone."),
  handles: z.coerce.number<string>().int("Give a whole number.").min(1, "Give 1 to 1000.").max(1000, "Give 1 to 1000."),
  rackSlots: z.coerce.number<string>().int("Give a whole number.").min(1, "Give 1 to 100.").max(100, "Give 1 to 100."),
  weekly: z.array(
    z
      .object({ id: z.string(), day: z.enum(days), begins: time, ends: time })
      .refine((s) => s.begins !== s.ends, { path: ["ends"], error: "End it after it begins." }),
  ),
  exceptions: z.array(
    z
      .object({
        id: z.string(),
        date: z.string().min(1, "Give a date."),
        kind: z.enum(["off", "extra", "unfit_for_spray"]),
        begins: z.string(),
        ends: z.string(),
      })
      .refine((e) => e.kind !== "extra" || (e.begins !== "" && e.ends !== "" && e.begins !== e.ends), {
        path: ["ends"],
        error: "Give an extra sitting its times.",
      }),
  ),
});
type Evenings = z.input<typeof shape>;
type Filled = z.output<typeof shape>;

/** The weekly pattern, its exceptions, the time zone, the handles. */
export function EveningsView() {
  const sittings = useQuery({ ...sittingsQuery, refetchOnWindowFocus: false, staleTime: Number.POSITIVE_INFINITY });
  if (!sittings.data)
    return <Waiting error={sittings.error ? wordsOf(sittings.error) : null} text="Your evenings" again={() => void sittings.refetch()} />;
  return <EveningsForm key={sittings.data.version} sittings={sittings.data} />;
}

function toForm(s: Schemas["SittingsAnswer"]): Evenings {
  return {
    timeZone: s.timeZone,
    handles: String(s.handles),
    rackSlots: String(s.rackSlots),
    weekly: s.weekly.map((w) => ({
      id: w.id,
      day: w.day as (typeof days)[number],
      begins: w.begins.slice(0, 5),
      ends: w.ends.slice(0, 5),
    })),
    exceptions: s.exceptions.map((e) => ({
      id: e.id,
      date: e.date,
      kind: e.kind,
      begins: e.begins?.slice(0, 5) ?? "",
      ends: e.ends?.slice(0, 5) ?? "",
    })),
  };
}

function toBody(form: Filled, version: number): Schemas["SittingsEdit"] {
  const full = (t: string) => `${t.slice(0, 5)}:00`;
  return {
    id: crypto.randomUUID(),
    version,
    timeZone: form.timeZone,
    handles: form.handles,
    rackSlots: form.rackSlots,
    weekly: form.weekly.map((w) => ({ ...w, begins: full(w.begins), ends: full(w.ends) })),
    exceptions: form.exceptions.map((e) => ({
      ...e,
      begins: e.kind === "extra" ? full(e.begins) : null,
      ends: e.kind === "extra" ? full(e.ends) : null,
    })),
  };
}

// Every message below a form error, however deep.
function messagesIn(error: unknown): string[] {
  if (typeof error !== "object" || error === null) return [];
  if ("message" in error && typeof error.message === "string" && error.message) return [error.message];
  return Object.entries(error).flatMap(([key, inner]) => (key === "ref" ? [] : messagesIn(inner)));
}

const field = "min-h-12 min-w-0 max-w-full rounded-slab border-b-[4px] border-hand bg-sheet px-2 strong text-hand";

function EveningsForm({ sittings }: { sittings: Schemas["SittingsAnswer"] }) {
  const navigate = useNavigate();
  const [stale, setStale] = useState(false);
  const form = useForm<Evenings, unknown, Filled>({ defaultValues: toForm(sittings), resolver: zodResolver(shape) });
  const weekly = useFieldArray({ control: form.control, name: "weekly", keyName: "key" });
  const exceptions = useFieldArray({ control: form.control, name: "exceptions", keyName: "key" });
  const save = useMutation({
    mutationFn: async (filled: Filled) => {
      await api.PUT("/api/sittings", { body: toBody(filled, sittings.version) });
    },
    onSuccess: async () => {
      await lookAgain();
      await navigate({ to: "/plan" });
    },
    onError: (error) => setStale(error instanceof RefusedError && error.problem.field === "version"),
  });
  const errors = form.formState.errors;
  const problems = [errors.weekly, errors.exceptions].flatMap((list) => messagesIn(list));
  return (
    <main id="screen" tabIndex={-1} className="flex-1 px-4 pb-8 outline-none md:px-10">
      <h1 className="text-main">Your evenings</h1>
      <p className="text-ink-2">The plan uses these sittings and no others. One that ends before it begins runs past midnight.</p>
      <form className="mt-4 flex flex-col gap-6" onSubmit={form.handleSubmit((filled) => save.mutate(filled))} noValidate>
        <section>
          <h2 className="text-[20px]">Every week</h2>
          <ul>
            {weekly.fields.map((w, i) => (
              <li key={w.key} className="flex flex-wrap items-center gap-2 py-1">
                <select aria-label={`Sitting ${i + 1}, day`} className={field} {...form.register(`weekly.${i}.day`)}>
                  {days.map((d) => (
                    <option key={d} value={d}>
                      {d[0]?.toUpperCase() + d.slice(1)}
                    </option>
                  ))}
                </select>
                <span>from</span>
                <TimeGap
                  label={`Sitting ${i + 1}, begins`}
                  value={form.watch(`weekly.${i}.begins`)}
                  onChange={(t) => form.setValue(`weekly.${i}.begins`, t)}
                />
                <span>to</span>
                <TimeGap
                  label={`Sitting ${i + 1}, ends`}
                  value={form.watch(`weekly.${i}.ends`)}
                  onChange={(t) => form.setValue(`weekly.${i}.ends`, t)}
                />
                <Key onClick={() => weekly.remove(i)}>
                  Take it out<span className="sr-only">: sitting {i + 1}</span>
                </Key>
              </li>
            ))}
          </ul>
          <Key className="mt-2" onClick={() => weekly.append({ id: crypto.randomUUID(), day: "friday", begins: "19:30", ends: "22:00" })}>
            One more evening
          </Key>
        </section>
        <section>
          <h2 className="text-[20px]">But on</h2>
          <ul>
            {exceptions.fields.map((e, i) => (
              <li key={e.key} className="flex flex-wrap items-center gap-2 py-1">
                <DayGap
                  label={`Exception ${i + 1}, date`}
                  value={form.watch(`exceptions.${i}.date`)}
                  onChange={(d) => form.setValue(`exceptions.${i}.date`, d)}
                />
                <select aria-label={`Exception ${i + 1}, what`} className={field} {...form.register(`exceptions.${i}.kind`)}>
                  <option value="off">no sitting</option>
                  <option value="extra">one more sitting</option>
                  <option value="unfit_for_spray">unfit for spraying</option>
                </select>
                {form.watch(`exceptions.${i}.kind`) === "extra" ? (
                  <>
                    <span>from</span>
                    <TimeGap
                      label={`Exception ${i + 1}, begins`}
                      value={form.watch(`exceptions.${i}.begins`)}
                      onChange={(t) => form.setValue(`exceptions.${i}.begins`, t)}
                    />
                    <span>to</span>
                    <TimeGap
                      label={`Exception ${i + 1}, ends`}
                      value={form.watch(`exceptions.${i}.ends`)}
                      onChange={(t) => form.setValue(`exceptions.${i}.ends`, t)}
                    />
                  </>
                ) : null}
                <Key onClick={() => exceptions.remove(i)}>
                  Take it out<span className="sr-only">: exception {i + 1}</span>
                </Key>
              </li>
            ))}
          </ul>
          <Key className="mt-2" onClick={() => exceptions.append({ id: crypto.randomUUID(), date: "", kind: "off", begins: "", ends: "" })}>
            A day that differs
          </Key>
        </section>
        <section className="flex flex-wrap items-center gap-x-6 gap-y-2">
          <label className="flex max-w-full flex-wrap items-center gap-2">
            Local time of
            <select className={field} {...form.register("timeZone")}>
              {sittings.zones.map((z) => (
                <option key={z}>{z}</option>
              ))}
            </select>
          </label>
          <label className="flex items-center gap-2">
            Handles on the bench
            <input inputMode="numeric" className={`${field} w-20`} {...form.register("handles")} />
          </label>
          <label className="flex items-center gap-2">
            Batches that can dry at once
            <input inputMode="numeric" className={`${field} w-20`} {...form.register("rackSlots")} />
          </label>
        </section>
        {[...new Set([errors.handles?.message, errors.rackSlots?.message, errors.timeZone?.message, ...problems])]
          .filter(Boolean)
          .map((m) => (
            <p key={m} role="alert" className="strong text-redo">
              {m}
            </p>
          ))}
        {save.error ? (
          <p role="alert" className="flex flex-wrap items-center gap-3">
            <span>{wordsOf(save.error)}</span>
            {stale ? <Key onClick={() => void lookAgain()}>Show the current evenings</Key> : null}
          </p>
        ) : null}
        <div className="flex flex-wrap gap-2">
          <Key type="submit" tone="dark" disabled={save.isPending}>
            Keep these evenings
          </Key>
          <Link to="/plan" className="inline-flex min-h-12 items-center rounded-key border-[3px] border-ink px-5 strong">
            Leave as it was
          </Link>
        </div>
      </form>
    </main>
  );
}
