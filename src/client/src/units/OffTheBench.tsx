import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { api, type Schemas, wordsOf } from "../api/client";
import { offUnitsQuery } from "../api/queries";
import { useWrite } from "../api/write";
import { Key } from "../ui/Key";
import { Mark } from "../ui/Mark";

/** The units that were taken off the bench, each with the key that puts it back. */
export function OffTheBench() {
  const off = useQuery(offUnitsQuery);
  if (!off.data || off.data.length === 0) return null;
  return (
    <section className="px-4 pb-4 pt-3 md:px-10">
      <h2 className="text-[20px]">Off the bench</h2>
      <ul className="grid gap-x-10 lg:grid-cols-2">
        {off.data.map((unit) => (
          <OffUnit key={unit.id} unit={unit} />
        ))}
      </ul>
    </section>
  );
}

function usePutBack(id: string) {
  return useWrite(`unit ${id}`, (from: number, intent) =>
    api.POST("/api/units/{id}/back", { params: { path: { id } }, body: { id: intent.id, version: from } }),
  );
}

/** On the unit's own page: that it is off the bench, and the way back. */
export function PutBack({ id, name, version, words }: { id: string; name: string; version: number; words: string }) {
  const put = usePutBack(id);
  return (
    <span className="flex flex-wrap items-center gap-3">
      <b>{words}</b>
      <Key disabled={put.isPending} onClick={() => put.mutate(version)}>
        Put it back<span className="sr-only">: {name}</span>
      </Key>
      {put.error ? <span role="alert">{wordsOf(put.error)}</span> : null}
    </span>
  );
}

function OffUnit({ unit }: { unit: Schemas["OffUnitView"] }) {
  const put = usePutBack(unit.id);
  return (
    <li className="min-w-0">
      <div className="flex min-h-[76px] flex-wrap items-center gap-x-4 py-2">
        <Link to="/units/$id" params={{ id: unit.id }} className="flex min-w-0 flex-1 items-center gap-3">
          <Mark mark={unit.mark} size={26} className="fill-ink-2" />
          <span className="min-w-0">
            <span className="block strong">{unit.name}</span>
            <span className="block text-note text-ink-2">
              {unit.models} {unit.models === 1 ? "model" : "models"}, {unit.words}
            </span>
          </span>
        </Link>
        <Key disabled={put.isPending} onClick={() => put.mutate(unit.version)}>
          Put it back<span className="sr-only">: {unit.name}</span>
        </Key>
      </div>
      {put.error ? <p role="alert">{wordsOf(put.error)}</p> : null}
    </li>
  );
}
