import type { KeyboardEvent } from "react";

/** Enter and Space on a drawn button. */
export function pressed(act: () => void) {
  return (e: KeyboardEvent) => {
    if (e.key !== "Enter" && e.key !== " ") return;
    e.preventDefault();
    e.stopPropagation();
    act();
  };
}
