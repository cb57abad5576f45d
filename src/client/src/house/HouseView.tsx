import { useQuery } from "@tanstack/react-query";
import { useNavigate, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { type Schemas, wordsOf } from "../api/client";
import { houseQuery, type Scope } from "../api/queries";
import { Choice } from "../ui/Choice";
import { Loading } from "../ui/Loading";
import { Sheet } from "../ui/Sheet";
import { useMedia } from "../ui/useMedia";
import { FirstVisit } from "./FirstVisit";
import { Point } from "./Point";

const sides: Record<Schemas["Side"], string> = {
  clean: "Clean",
  wash: "Wash",
  fill: "Fill and join",
  mount: "Mount",
  prime: "Prime",
  paint: "Paint",
  varnish: "Varnish",
  finish: "Transfers and finish",
};

const origins: Record<Schemas["ChoiceOrigin"], string> = {
  default: "default",
  bench: "your rule",
  unit: "for this unit",
  batch: "for this batch",
};

/** HOUSE RULES: where practitioners differ, what is followed here, and what another choice would do. */
export function HouseView() {
  const search = useSearch({ from: "/house" });
  const scope: Scope = search.batch ? { batchId: search.batch } : search.unit ? { unitId: search.unit } : {};
  const house = useQuery(houseQuery(scope));
  if (!house.data)
    return (
      <Loading error={house.error ? wordsOf(house.error) : null} text="Looking up the house rules" again={() => void house.refetch()} />
    );
  return <House house={house.data} scope={scope} point={search.point} />;
}

function House({ house, scope, point }: { house: Schemas["HouseView"]; scope: Scope; point: string | undefined }) {
  const navigate = useNavigate({ from: "/house" });
  const [asking, setAsking] = useState(false);
  const narrow = useMedia("(max-width: 1119px)");
  const [looking, setLooking] = useState(false);
  const chosen = house.schools.find((s) => s.id === point) ?? house.schools[0];
  const own = house.schools.filter((s) => s.from !== "default").length;
  const points = house.schools.filter((s) => !s.isPace);
  const groups = [
    ...Object.entries(sides).map(([side, text]) => ({ text, schools: points.filter((s) => s.side === side) })),
    { text: "Your pace", schools: house.schools.filter((s) => s.isPace) },
  ];
  const key = scope.batchId ?? scope.unitId ?? "bench";
  const choose = (id: string) => {
    setLooking(true);
    void navigate({ search: (s) => ({ ...s, point: id }), replace: true });
  };
  if (!chosen) return null;
  return (
    <main id="screen" data-screen="house" tabIndex={-1} className="flex flex-1 flex-col gap-4 px-4 pb-6 outline-none md:px-10">
      <header className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1 className="text-main">House rules</h1>
        <span className="flex items-center gap-2">
          for
          <Choice
            label="For whom"
            value={key}
            options={[
              { value: "bench", text: "the whole bench" },
              ...house.scopes.map((s) => ({ value: s.batchId ?? s.unitId, text: s.name })),
            ]}
            onChange={(id) => {
              const to = house.scopes.find((s) => (s.batchId ?? s.unitId) === id);
              void navigate({ search: to ? (to.batchId ? { batch: to.batchId } : { unit: to.unitId }) : {} });
            }}
          />
        </span>
        <p className="text-ink-2">
          {points.length} points where practitioners differ; {own === 0 ? "all by default" : `${own} chosen, the rest by default`}.
        </p>
        {house.asked ? (
          <button type="button" className="min-h-12 px-2 strong underline" onClick={() => setAsking(!asking)}>
            {asking ? "Put the questions away" : "Ask me the six questions again"}
          </button>
        ) : null}
      </header>
      {(asking || !house.asked) && key === "bench" ? <FirstVisit house={house} onDone={() => setAsking(false)} /> : null}
      <div className="grid gap-x-10 gap-y-6 lg:[grid-template-columns:minmax(0,1fr)_minmax(0,1.1fr)]">
        <nav aria-label="Points" className="flex flex-col gap-3">
          {groups.map((g) =>
            g.schools.length === 0 ? null : (
              <section key={g.text}>
                <h2 className="text-[20px]">{g.text}</h2>
                <ul>
                  {g.schools.map((s) => (
                    <li key={s.id}>
                      <button
                        type="button"
                        aria-pressed={s.id === chosen.id}
                        onClick={() => choose(s.id)}
                        className={`flex min-h-12 w-full flex-col justify-center border-l-[5px] py-1 pl-3 text-left leading-tight
                          ${s.id === chosen.id ? "border-hand bg-sheet" : "border-transparent"}`}
                      >
                        <span>{s.question}</span>
                        <span>
                          <b>{s.options.find((o) => o.id === s.chosen)?.label}</b>
                          {s.from === "default" ? null : <span className="text-note text-hand"> · {origins[s.from]}</span>}
                        </span>
                      </button>
                    </li>
                  ))}
                </ul>
              </section>
            ),
          )}
        </nav>
        {narrow ? (
          <Sheet title={chosen.question} open={looking} onOpenChange={setLooking}>
            <Point key={`${key}${chosen.id}`} school={chosen} scope={scope} titled={false} />
          </Sheet>
        ) : (
          <Point key={`${key}${chosen.id}`} school={chosen} scope={scope} titled />
        )}
      </div>
    </main>
  );
}
