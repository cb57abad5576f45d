import { useQuery } from "@tanstack/react-query";
import { benchQuery } from "../api/queries";
import { Sheet } from "../ui/Sheet";

/** Rows that could not be read: the bench goes on without them, and says so on every page until they are mended. */
export function SetAside() {
  const rows = useQuery(benchQuery).data?.setAside ?? [];
  if (rows.length === 0) return null;
  return (
    <div className="mx-4 mb-2 flex flex-wrap items-center gap-x-4 rounded-slab bg-limit px-4 text-on-limit md:mx-10">
      <span className="strong">
        {rows.length === 1 ? "One thing cannot be read and was" : `${rows.length} things cannot be read and were`} set aside.
      </span>
      <Sheet
        title="Set aside"
        opener={
          <button type="button" className="min-h-12 underline">
            Which, and why
          </button>
        }
      >
        <p>The bench goes on without them; they are left where they are. An export does not carry them.</p>
        <ul className="mt-2 flex flex-col gap-2 text-note">
          {rows.map((words) => (
            <li key={words}>{words}</li>
          ))}
        </ul>
      </Sheet>
    </div>
  );
}
