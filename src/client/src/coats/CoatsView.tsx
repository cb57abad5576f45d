import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { api, type Schemas, wordsOf } from "../api/client";
import { coatsQuery } from "../api/queries";
import { useWrite } from "../api/write";
import { CoatSheet } from "../bench/CoatSheet";
import { useMinute } from "../ui/clock";
import { lasts, moment } from "../ui/clockface";
import { Key } from "../ui/Key";
import { Loading } from "../ui/Loading";
import { CoatFile } from "./CoatFile";
import { LabelForm } from "./LabelForm";
import { RecoatWall } from "./RecoatWall";
import { RightCoat } from "./RightCoat";
import { SeenAgainstTable } from "./SeenAgainstTable";
import { StepPays } from "./StepPays";
import { Yield } from "./Yield";

/** COATS: what dries, what may be recoated and until when, how each product behaves on this bench. */
export function CoatsView() {
  const [only, setOnly] = useState<Only>({ product: null, unit: null });
  const coats = useQuery({ ...coatsQuery(only.product, only.unit), placeholderData: keepPreviousData });
  if (!coats.data)
    return <Loading error={coats.error ? wordsOf(coats.error) : null} text="Looking at the coats" again={() => void coats.refetch()} />;
  return <Coats view={coats.data} only={only} onOnly={setOnly} />;
}

/** What the log is narrowed to. */
interface Only {
  product: string | null;
  unit: string | null;
}

function Coats({ view, only, onOnly }: { view: Schemas["CoatsView"]; only: Only; onOnly: (only: Only) => void }) {
  const now = useMinute();
  const [coat, setCoat] = useState<Schemas["DryingView"] | null>(null);
  return (
    <main id="screen" data-screen="coats" tabIndex={-1} className="flex flex-1 flex-col gap-3 pb-6 outline-none">
      <h1 className="px-4 text-main md:px-10">
        {view.seen.length === 0
          ? "Coats"
          : view.seen.length === 1
            ? "The last coat, until seen dry"
            : `Last ${view.seen.length} coats, until seen dry`}
      </h1>
      <CoatSheet drying={coat} now={now} zone={view.zone} onClose={() => setCoat(null)} />
      <SeenAgainstTable coats={view.seen} />
      <div className="grid gap-x-10 gap-y-6 px-4 md:px-10 lg:grid-cols-2">
        <section>
          <h2 className="text-[22px]">What your bench adds</h2>
          {view.products.length === 0 ? <p>Nothing was laid yet: every wait is the table&rsquo;s.</p> : null}
          <ul>
            {view.products.map((p) => (
              <Product key={p.id} product={p} />
            ))}
          </ul>
        </section>
        <section className="flex flex-col gap-5">
          <Yield yields={view.yields ?? []} reviews={view.reviews ?? []} air={view.failures} />
          <div>
            <h2 className="text-[22px]">Next safe times</h2>
            {view.drying.length === 0 ? <p>Nothing is drying.</p> : null}
            <ul>
              {view.drying.map((d) => (
                <li key={`${d.stepId}${d.coatId}`}>
                  <button type="button" onClick={() => setCoat(d)} className="flex min-h-12 flex-wrap items-baseline gap-x-5 text-left">
                    <span className="digits min-w-28 text-[30px]">{moment(d.sure, now, view.zone)}</span>
                    <span>{d.unit}</span>
                    <span className="text-ink-2">
                      {d.what}, {d.safeTo}
                    </span>
                  </button>
                </li>
              ))}
            </ul>
          </div>
          {view.recoat.length > 0 ? (
            <div>
              <h2 className="text-[22px]">What may be recoated</h2>
              <ul>
                {view.recoat.map((r) => (
                  <li key={r.coatId} className="py-1">
                    <p className="flex flex-wrap items-baseline gap-x-3">
                      <span className={r.closing ? "rounded-slab bg-limit px-2 strong text-on-limit" : "strong"}>{r.words}</span>
                      <span>
                        {r.unit}, {r.what}
                      </span>
                    </p>
                    {r.closes ? <RecoatWall recoat={r} now={now} zone={view.zone} /> : null}
                  </li>
                ))}
              </ul>
            </div>
          ) : null}
          <div className="flex flex-wrap gap-2">
            <Link to="/coats/air" className="inline-flex min-h-12 items-center rounded-key border-[3px] border-ink px-5 strong">
              The air
            </Link>
            <CoatFile />
            <a href="/api/coats.csv" className="inline-flex min-h-12 items-center rounded-key border-[3px] border-ink px-5 strong">
              Coats as CSV
            </a>
          </div>
          <StepPays />
        </section>
      </div>
      <Log view={view} only={only} onOnly={onOnly} />
    </main>
  );
}

function Product({ product }: { product: Schemas["ProductView"] }) {
  const [open, setOpen] = useState(false);
  const leave = useWrite("observations", ({ testIds, leftOut }: Schemas["ObservationView"], intent) =>
    api.POST("/api/observations", { body: { id: intent.id, testIds, leftOut: !leftOut } }),
  );
  return (
    <li className="border-t-[3px] border-rule py-2" data-product={product.id}>
      <button type="button" aria-expanded={open} onClick={() => setOpen(!open)} className="flex w-full items-start gap-4 text-left">
        <span className={`digits min-w-24 text-[52px] leading-none ${product.count > 0 ? "text-wait" : ""}`}>
          {product.factor.toFixed(2)}
        </span>
        <span className="min-w-0">
          <span className="strong">
            {product.name}: {product.factor === 1 ? "the table as it stands." : `${product.factor.toFixed(2)} times the table.`}
          </span>
          <span className="block text-ink-2">{product.sureness}</span>
        </span>
      </button>
      {open ? (
        <div className="mt-2 flex flex-col gap-3">
          <table className="text-left">
            <thead>
              <tr className="text-note text-ink-2">
                <th className="pr-5 font-normal">until</th>
                <th className="pr-5 font-normal">table</th>
                <th className="pr-5 font-normal">early</th>
                <th className="pr-5 font-normal">usual</th>
                <th className="font-normal">sure</th>
              </tr>
            </thead>
            <tbody>
              {product.stages.map((s) => (
                <tr key={s.stage}>
                  <td className="pr-5">{s.stage.replaceAll("_", " ")}</td>
                  {[s.tableMinutes, s.early, s.usual, s.sure].map((m, i) => (
                    // biome-ignore lint/suspicious/noArrayIndexKey: four fixed columns
                    <td key={i} className={`pr-5 ${i === 3 ? "strong" : ""}`}>
                      {lasts(m)}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
          {product.observations.length > 0 ? (
            <ul>
              {product.observations.map((o) => (
                <li key={o.testIds.join()} className="flex flex-wrap items-center justify-between gap-2 py-1">
                  <span className={o.leftOut ? "text-ink-2 line-through" : ""}>{o.words}</span>
                  <Key disabled={leave.isPending} onClick={() => leave.mutate(o)}>
                    {o.leftOut ? "Put it back" : "Leave it out"}
                  </Key>
                </li>
              ))}
            </ul>
          ) : (
            <p className="text-note text-ink-2">
              Touch a coat where it will not show and say what you find: each test teaches this product.
            </p>
          )}
          <LabelForm product={product} />
        </div>
      ) : null}
    </li>
  );
}

function Log({ view, only, onOnly }: { view: Schemas["CoatsView"]; only: Only; onOnly: (only: Only) => void }) {
  const now = useMinute();
  const [wrong, setWrong] = useState<string | null>(null);
  const narrowing = "min-h-12 max-w-full rounded-slab border-b-[4px] border-hand bg-sheet px-2 strong text-hand";
  return (
    <section className="px-4 md:px-10">
      <div className="flex flex-wrap items-center gap-3">
        <h2 className="text-[22px]">
          {view.logged === 1 ? "1 coat" : `${view.logged} coats`}
          {view.logged > view.log.length ? `, the newest ${view.log.length}` : ""}
        </h2>
        <select
          aria-label="Product"
          value={only.product ?? ""}
          onChange={(e) => onOnly({ ...only, product: e.target.value || null })}
          className={narrowing}
        >
          <option value="">every product</option>
          {view.products.map((p) => (
            <option key={p.id} value={p.id}>
              {p.name}
            </option>
          ))}
        </select>
        <select
          aria-label="Unit"
          value={only.unit ?? ""}
          onChange={(e) => onOnly({ ...only, unit: e.target.value || null })}
          className={narrowing}
        >
          <option value="">every unit</option>
          {view.units.map((u) => (
            <option key={u}>{u}</option>
          ))}
        </select>
      </div>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: a table wider than the screen is scrolled by keys too */}
      <section className="overflow-x-auto" aria-label="Coat log" tabIndex={0}>
        <table className="mt-2 w-full min-w-[720px] text-left">
          <thead>
            <tr className="text-note text-ink-2">
              {["when", "what", "unit", "film", "air", "models", "found", "at the gate", "wrong?"].map((h) => (
                <th key={h} className="pr-4 font-normal">
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {view.log.map((c) => (
              <tr key={c.coatId} className="border-t-[2px] border-rule align-top">
                <td className="pr-4">{moment(c.startedAt, now, view.zone)}</td>
                <td className="pr-4">{c.what}</td>
                <td className="pr-4">{c.unit}</td>
                <td className="whitespace-nowrap pr-4">{c.film}</td>
                <td className="pr-4">{c.airC === null ? "not known" : `${c.airC} °C, ${c.humidityPct} %`}</td>
                <td className="pr-4">{c.models}</td>
                <td className="pr-4">{c.tests.join("; ")}</td>
                <td className="pr-4">{c.verdict}</td>
                <td>
                  {c.own ? (
                    <button type="button" onClick={() => setWrong(c.coatId)} className="min-h-11 strong underline">
                      Put it right
                    </button>
                  ) : (
                    <span className="text-ink-2">from a file</span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      <RightCoat coat={view.log.find((c) => c.coatId === wrong) ?? null} now={now} zone={view.zone} onClose={() => setWrong(null)} />
    </section>
  );
}
