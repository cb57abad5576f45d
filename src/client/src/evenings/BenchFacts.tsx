import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { houseQuery } from "../api/queries";
import type { Draft } from "./draft";

const gap = "min-h-12 border-b-[4px] border-hand bg-sheet px-1 text-center strong text-hand";

/** Where house rules speak of the bench's places, in the order of the sentence. */
const places = ["under_way", "can_place", "airbrush_place", "dust_room"] as const;
const before: Record<(typeof places)[number], string> = {
  under_way: "units under way",
  can_place: "cans",
  airbrush_place: "the airbrush",
  dust_room: "dust",
};

interface BenchFactsProps {
  draft: Draft;
  zones: readonly string[];
  onChange: (next: Partial<Draft>) => void;
}

/** The bench's facts as one sentence; what is a house rule is changed there. */
export function BenchFacts({ draft, zones, onChange }: BenchFactsProps) {
  const house = useQuery(houseQuery({}));
  return (
    <p className="flex min-w-0 flex-wrap items-center gap-x-2 gap-y-1">
      <input
        name="handles"
        aria-label="Handles on the bench"
        inputMode="numeric"
        value={draft.handles}
        onChange={(e) => onChange({ handles: e.target.value })}
        className={`${gap} w-14`}
      />
      handles,
      <input
        name="rackSlots"
        aria-label="Batches that can dry at once"
        inputMode="numeric"
        value={draft.rackSlots}
        onChange={(e) => onChange({ rackSlots: e.target.value })}
        className={`${gap} w-12`}
      />
      batches dry at once, clocks by
      <select
        aria-label="Local time of"
        value={draft.timeZone}
        onChange={(e) => onChange({ timeZone: e.target.value })}
        className={`${gap} max-w-[190px]`}
      >
        {zones.map((z) => (
          <option key={z}>{z}</option>
        ))}
      </select>
      {places.map((id) => {
        const school = house.data?.schools.find((s) => s.id === id);
        const chosen = school?.options.find((o) => o.id === school.chosen);
        return chosen ? (
          <span key={id}>
            · {before[id]}:{" "}
            <Link to="/house" search={{ point: id }} className="inline-flex min-h-11 items-center underline">
              {chosen.label.toLowerCase()}
            </Link>
          </span>
        ) : null;
      })}
    </p>
  );
}
