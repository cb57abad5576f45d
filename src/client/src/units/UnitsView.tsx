import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { type Schemas, wordsOf } from "../api/client";
import { offUnitsQuery, unitsQuery } from "../api/queries";
import { hands } from "../ui/clockface";
import { HexagonGlyph } from "../ui/HexagonGlyph";
import { Loading } from "../ui/Loading";
import { Mark } from "../ui/Mark";
import { manyUnits, OrderUnits } from "../ui/OrderUnits";
import { useDevice } from "../ui/settings";
import { inOrder } from "../ui/unitOrder";
import { CarryAway } from "./CarryAway";
import { OffTheBench } from "./OffTheBench";

/** UNITS: every unit, in order of finish, and the whole workspace as a file. */
export function UnitsView() {
  const units = useQuery(unitsQuery);
  const off = useQuery(offUnitsQuery);
  const { unitOrder } = useDevice();
  const [find, setFind] = useState("");
  if (!units.data)
    return <Loading error={units.error ? wordsOf(units.error) : null} text="Looking at the units" again={() => void units.refetch()} />;
  const many = units.data.length >= manyUnits;
  const shown = many ? inOrder(units.data, (u) => u, unitOrder, find) : units.data;
  return (
    <main id="screen" data-screen="units" tabIndex={-1} className="flex flex-1 flex-col outline-none">
      <div className="flex flex-wrap items-center justify-between gap-3 px-4 pb-2 md:px-10">
        <h1 className="text-main">Units</h1>
        {many ? <OrderUnits find={find} onFind={setFind} /> : null}
        <Link to="/intake" className="inline-flex min-h-12 items-center rounded-key border-[3px] border-ink px-5 strong">
          Add a unit
        </Link>
      </div>
      {units.data.length === 0 ? <p className="px-4 md:px-10">No unit is on the bench yet.</p> : null}
      <ul className="grid gap-x-10 px-4 md:px-10 lg:grid-cols-2">
        {shown.map((u) => (
          <UnitRow key={u.id} unit={u} />
        ))}
      </ul>
      {many && shown.length === 0 ? <p className="px-4 md:px-10">No unit is called so.</p> : null}
      <OffTheBench />
      <CarryAway empty={units.data.length === 0 && off.data?.length === 0} />
    </main>
  );
}

function UnitRow({ unit }: { unit: Schemas["UnitSummaryView"] }) {
  return (
    <li className="min-w-0">
      <Link to="/units/$id" params={{ id: unit.id }} className="flex min-h-[104px] flex-wrap items-center gap-x-4 py-2 sm:flex-nowrap">
        <HexagonGlyph sides={unit.hexagon} size={84} />
        <span className="min-w-0 flex-1">
          <span className="flex items-center gap-2">
            <Mark mark={unit.mark} size={26} />
            <span className="min-w-0 text-lead strong">{unit.name}</span>
          </span>
          <span className="block text-ink-2">
            {unit.models} {unit.models === 1 ? "model" : "models"}, {unit.materials}
          </span>
        </span>
        <span className="w-full sm:w-auto sm:text-right">
          <span className="digits block text-[32px]">{unit.promise}</span>
          <span className="text-note text-ink-2">{unit.handsLeft === 0 ? "" : `${hands(unit.handsLeft)} hands-on left`}</span>
        </span>
      </Link>
    </li>
  );
}
