import { useState } from "react";
import type { Schemas } from "../api/client";
import { Key } from "../ui/Key";

interface LikeProps {
  like: readonly Schemas["LikeView"][];
  note: string;
  take: (lines: readonly string[]) => void;
}

/** A list taken from another unit. */
export function Like({ like, note, take }: LikeProps) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Key size="bench" disabled={like.length === 0} note={note} onClick={() => setOpen(!open)}>
        As on another unit
      </Key>
      {open ? (
        <ul className="order-last col-span-full flex flex-wrap gap-2">
          {like.map((l) => (
            <li key={l.batchId}>
              <button
                type="button"
                className="min-h-12 rounded-key border-[3px] border-ink px-4 strong"
                onClick={() => {
                  take(l.lines);
                  setOpen(false);
                }}
              >
                As on {l.name}
              </button>
            </li>
          ))}
        </ul>
      ) : null}
    </>
  );
}
