import { setDevice, useDevice } from "./settings";
import type { UnitOrder } from "./unitOrder";

const orders: readonly { value: UnitOrder; text: string }[] = [
  { value: "date", text: "by date" },
  { value: "name", text: "by name" },
  { value: "state", text: "by state" },
];

/** From how many units on an order and a search are of use. */
export const manyUnits = 8;

/** How a long list of units stands, and which of them: the order is kept on this device. */
export function OrderUnits({ find, onFind }: { find: string; onFind: (find: string) => void }) {
  const { unitOrder } = useDevice();
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1 print:hidden">
      <span className="-ml-3 flex">
        {orders.map((o) => (
          <button
            key={o.value}
            type="button"
            aria-pressed={o.value === unitOrder}
            onClick={() => setDevice({ unitOrder: o.value })}
            className={`min-h-11 border-b-[5px] px-3 ${o.value === unitOrder ? "border-hand strong" : "border-transparent"}`}
          >
            {o.text}
          </button>
        ))}
      </span>
      <label className="flex items-center gap-2">
        Find
        <input
          type="search"
          value={find}
          onChange={(e) => onFind(e.target.value)}
          className="min-h-11 w-44 border-b-[4px] border-hand bg-sheet px-2 strong text-hand"
        />
      </label>
    </div>
  );
}
