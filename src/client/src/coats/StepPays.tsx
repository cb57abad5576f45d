import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, data, type Schemas, wordsOf } from "../api/client";
import { unitsQuery } from "../api/queries";
import { Choice } from "../ui/Choice";

/** Whether what was done to one unit alone paid: two units side by side, and how little that proves. */
export function StepPays() {
  const units = useQuery(unitsQuery).data ?? [];
  const [one, setOne] = useState("");
  const [other, setOther] = useState("");
  const [a, b] = [one || units[0]?.id, other || units[1]?.id];
  const pays = useQuery({
    queryKey: ["coats", "pays", a, b],
    queryFn: async () => data(await api.GET("/api/coats/pays", { params: { query: { one: a ?? "", other: b ?? "" } } })),
    enabled: Boolean(a && b && a !== b),
    retry: false,
  });
  if (units.length < 2) return null;
  const options = units.map((u) => ({ value: u.id, text: u.name }));
  return (
    <section>
      <h2 className="text-[22px]">Did it pay?</h2>
      <p className="flex flex-wrap items-center gap-x-2">
        <Choice label="Unit" value={a ?? ""} options={options} onChange={setOne} />
        beside
        <Choice label="Other unit" value={b ?? ""} options={options} onChange={setOther} />
      </p>
      {a === b ? <p className="text-ink-2">Choose two units.</p> : null}
      {pays.error ? <p role="alert">{wordsOf(pays.error)}</p> : null}
      {pays.data ? (
        <div className="mt-1 flex flex-col gap-1">
          <Group of={pays.data.one} />
          <Group of={pays.data.other} />
          <p className="strong">{pays.data.words}</p>
        </div>
      ) : null}
    </section>
  );
}

function Group({ of }: { of: Schemas["PaidUnitView"] }) {
  return (
    <p>
      <b>{of.unit}:</b> {of.words}
      {of.alone.length > 0 ? `. It alone: ${of.alone.join(", ")}` : ""}.
    </p>
  );
}
