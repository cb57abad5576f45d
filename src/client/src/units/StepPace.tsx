import { useState } from "react";
import { type Schemas, wordsOf } from "../api/client";
import { Key } from "../ui/Key";
import { Stepper } from "../ui/Stepper";
import { useFacts } from "./BatchFacts";

/** How long a step takes the user on this batch: minutes a model, and minutes of setting up. */
export function StepPace({ step, batch, onDone }: { step: Schemas["RouteStepView"]; batch: Schemas["BatchView"]; onDone: () => void }) {
  const save = useFacts(batch);
  const own = batch.paces.find((p) => p.step === step.kind);
  const others = batch.paces.filter((p) => p.step !== step.kind);
  // Short work is told in seconds: to the minute it would be rounded away.
  const inSeconds = step.secondsPerModel < 120;
  const [each, setEach] = useState(inSeconds ? step.secondsPerModel : Math.round(step.secondsPerModel / 60));
  const [setup, setSetup] = useState(step.setupMinutes);
  const put = (paces: typeof batch.paces) => save.mutate({ paces }, { onSuccess: onDone });
  return (
    <div className="flex flex-col items-start gap-2">
      <p className="flex flex-wrap items-center gap-2">
        It takes you
        <Stepper
          compact
          label={inSeconds ? "Seconds a model" : "Minutes a model"}
          unit={inSeconds ? "s" : "min"}
          value={each}
          least={inSeconds ? 0 : 1}
          most={600}
          step={inSeconds ? 5 : 1}
          onChange={setEach}
        />
        a model and
        <Stepper compact label="Minutes of setting up" unit="min" value={setup} least={0} most={240} onChange={setSetup} />
        of setting up.
      </p>
      <div className="flex flex-wrap gap-2">
        <Key onClick={() => put([...others, { step: step.kind, secondsPerModel: inSeconds ? each : each * 60, setupMinutes: setup }])}>
          Count it so from now on
        </Key>
        {own ? <Key onClick={() => put(others)}>As long as is usual</Key> : null}
      </div>
      {save.error ? <p role="alert">{wordsOf(save.error)}</p> : null}
    </div>
  );
}
