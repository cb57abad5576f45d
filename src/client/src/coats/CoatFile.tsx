import { api, data, wordsOf } from "../api/client";
import { useWrite } from "../api/write";
import { Key } from "../ui/Key";
import { Sheet } from "../ui/Sheet";

/** Brings coats laid before in from a CSV file: all lines or none, and what is wrong line by line. */
export function CoatFile() {
  const bring = useWrite("coats", async (file: File, intent) =>
    data(await api.POST("/api/coats/import", { body: { id: intent.id, text: await file.text() } })),
  );
  return (
    <Sheet title="Bring coats in" opener={<Key>Bring coats in</Key>}>
      <p>
        A CSV file with the columns product, ended_at, and as far as known number, film, air_c, humidity_pct, stage, not_dry_at, dry_at,
        verdict; at most 100,000 lines and 16 MB. What you export here can be brought in elsewhere.
      </p>
      <input
        type="file"
        accept=".csv,text/csv"
        aria-label="Coat log file"
        className="mt-3 min-h-12"
        onChange={(e) => e.target.files?.[0] && bring.mutate(e.target.files[0])}
      />
      <p aria-live="polite" className="mt-3 strong">
        {bring.error
          ? wordsOf(bring.error)
          : bring.data
            ? bring.data.problems.length > 0
              ? "Nothing was kept. Mend these lines:"
              : `${bring.data.coats} coats brought in.`
            : null}
      </p>
      <ul>
        {bring.data?.problems.map((p) => (
          <li key={`${p.line}${p.field}`}>
            Line {p.line}, {p.field} &ldquo;{p.value}&rdquo;: {p.message} {p.remedy}
          </li>
        ))}
      </ul>
    </Sheet>
  );
}
