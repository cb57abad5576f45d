import type { Schemas } from "../api/client";

/** How binding a sentence of the rule book is. */
export const strengths: Record<Schemas["Strength"], string> = { law: "law of the material", practice: "good practice", taste: "taste" };

/** A sentence of the rule book, and how binding it is. */
export function CitationLine({ said }: { said: Schemas["Citation"] }) {
  return (
    <>
      {said.text} <span className="whitespace-nowrap text-note text-ink-2">({strengths[said.strength]})</span>
    </>
  );
}
