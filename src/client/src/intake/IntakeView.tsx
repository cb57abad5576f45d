import { useState } from "react";
import { ArrivalPanel } from "./ArrivalPanel";
import { RosterFile } from "./RosterFile";
import { type Cells, Sentence, usualUnit } from "./Sentence";
import { useRoster } from "./useRoster";

/** INTAKE: a unit on the bench in under a minute, by a sentence or from a roster file. */
export function IntakeView() {
  const [cells, setCells] = useState<Cells>(usualUnit);
  const roster = useRoster();
  return (
    <main id="screen" data-screen="intake" tabIndex={-1} className="flex flex-1 flex-col gap-4 outline-none">
      <h1 className="px-4 text-[28px] md:px-10">A unit joins the bench</h1>
      <section className="grid gap-x-10 gap-y-4 px-4 md:px-10 lg:[grid-template-columns:1fr_380px]">
        <Sentence cells={cells} onChange={setCells} />
        <ArrivalPanel cells={cells} />
      </section>
      <RosterFile roster={roster} />
    </main>
  );
}
