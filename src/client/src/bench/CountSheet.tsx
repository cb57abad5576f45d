import { useState } from "react";
import type { Schemas } from "../api/client";
import { act } from "../api/outbox";
import { Ago } from "../ui/Ago";
import { benchNow } from "../ui/clock";
import { Key } from "../ui/Key";
import { Sheet } from "../ui/Sheet";
import { Stepper } from "../ui/Stepper";

/** Sets how many are done, after a while away or for many at once. */
export function CountSheet({
  step,
  open,
  onOpenChange,
}: {
  step: Schemas["HandView"];
  open: boolean;
  onOpenChange: (open: boolean) => void;
}) {
  const most = step.total - step.models.filter((m) => m.state === "held").length;
  const [count, setCount] = useState(step.done);
  const [ago, setAgo] = useState(0);
  return (
    <Sheet title={`How many of ${step.unit} are done?`} open={open} onOpenChange={onOpenChange}>
      <div className="flex flex-wrap items-center gap-4">
        <Stepper label="Models done" value={Math.max(count, step.done)} least={step.done} most={most} onChange={setCount} />
        <span>of {step.total}, the last one</span>
        <Ago label="The last one done" minutes={ago} onChange={setAgo} />
        <Key
          tone="main"
          onClick={() => {
            void act(
              "set_count",
              { stepId: step.stepId, count: Math.max(count, step.done) },
              new Date(benchNow().getTime() - ago * 60_000),
            );
            onOpenChange(false);
          }}
        >
          {Math.max(count, step.done)} are done
        </Key>
      </div>
      <p className="mt-3 text-note text-ink-2">Fewer than {step.done}? Take them back one by one.</p>
    </Sheet>
  );
}
