import { type FormEvent, useState } from "react";
import { api, type Schemas, wordsOf } from "../api/client";
import { useWrite } from "../api/write";
import { Key } from "../ui/Key";

const fields = [
  ["recoatMin", "recoat from, min"],
  ["recoatMax", "recoat until, min"],
  ["reopenMin", "recoat again from, min"],
  ["handleMin", "handle from, min"],
  ["nextLayerMin", "overpaint from, min"],
  ["minTempC", "not below, °C"],
  ["maxHumidityPct", "not above, %"],
] as const;
type Name = (typeof fields)[number][0];
type Label = Record<Name, string>;

// Nothing typed is nothing said; what is no number is NaN.
const read = (typed: string) => (typed.trim() === "" ? null : Number(typed.trim().replace(",", ".")));

/** What the label of the user's own bottle says: it stands in place of the table, and no wait is shorter. */
export function LabelForm({ product }: { product: Schemas["ProductView"] }) {
  const known = product.label;
  const [label, setLabel] = useState(() => Object.fromEntries(fields.map(([name]) => [name, known?.[name]?.toString() ?? ""])) as Label);
  const [wrong, setWrong] = useState<string[]>([]);
  const save = useWrite(`label ${product.id}`, async (label: Label, intent) => {
    const number = (name: Name) => read(label[name]);
    await api.PUT("/api/products/{id}/label", {
      params: { path: { id: product.id } },
      body: {
        id: intent.id,
        recoatMin: number("recoatMin"),
        recoatMax: number("recoatMax"),
        reopenMin: number("reopenMin"),
        handleMin: number("handleMin"),
        nextLayerMin: number("nextLayerMin"),
        minTempC: number("minTempC"),
        maxHumidityPct: number("maxHumidityPct"),
      },
    });
  });
  const keep = (event: FormEvent) => {
    event.preventDefault();
    const unread = fields.filter(([name]) => Number.isNaN(read(label[name])));
    setWrong(unread.map(([name, text]) => `${text}: "${label[name]}" is no number.`));
    if (unread.length === 0) save.mutate(label);
  };
  return (
    <form onSubmit={keep} className="flex flex-col gap-2" noValidate>
      <h3 className="text-[19px]">Its label says</h3>
      <div className="flex flex-wrap gap-x-4 gap-y-2">
        {fields.map(([name, text]) => (
          <label key={name} className="flex items-center gap-2">
            {text}
            <input
              name={name}
              inputMode="decimal"
              className="min-h-12 w-20 rounded-slab border-b-[4px] border-hand bg-sheet px-2 strong text-hand"
              value={label[name]}
              onChange={(e) => setLabel({ ...label, [name]: e.target.value })}
            />
          </label>
        ))}
      </div>
      {wrong.length > 0 || save.error ? (
        <p role="alert" className="strong text-redo">
          {wrong.length > 0 ? wrong.join(" ") : wordsOf(save.error)}
        </p>
      ) : null}
      <Key type="submit" disabled={save.isPending} className="self-start">
        Keep the label
      </Key>
    </form>
  );
}
