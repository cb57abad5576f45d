import { useState } from "react";
import { api, type Schemas, wordsOf } from "../api/client";
import { newId } from "../api/ids";
import { useWrite } from "../api/write";

/** What is worth writing down at this step: kept when the field is left, shown again at the next such step. */
export function StepNote({ note, unitId }: { note: Schemas["StepNoteView"]; unitId: string }) {
  const [text, setText] = useState(note.own?.mix ?? "");
  const [ownId] = useState(newId);
  const write = useWrite(`mixes ${unitId}`, (mix: string, intent) =>
    api.PUT("/api/units/{id}/recipes/{recipeId}", {
      params: { path: { id: unitId, recipeId: note.own?.id ?? ownId } },
      body: { id: intent.id, area: note.area, mix },
    }),
  );
  return (
    <div className="mb-3" data-note>
      <label className="flex flex-wrap items-baseline gap-x-2">
        <span className="strong">Write down</span>
        <input
          aria-label={`Write down: ${note.ask}`}
          placeholder={note.ask}
          maxLength={200}
          value={text}
          onChange={(e) => setText(e.target.value)}
          onBlur={() => {
            if (text.trim() !== (note.own?.mix ?? "")) write.mutate(text.trim());
          }}
          className="min-h-12 min-w-0 grow border-b-[5px] border-hand bg-transparent px-1 strong text-hand placeholder:font-normal
            placeholder:text-ink-2"
        />
      </label>
      {note.before ? <p className="text-note">Last time: {note.before}</p> : null}
      {write.error ? <p role="alert">{wordsOf(write.error)}</p> : null}
    </div>
  );
}
