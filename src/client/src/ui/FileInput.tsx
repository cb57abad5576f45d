import type { RefObject } from "react";

interface FileInputProps {
  label: string;
  accept: string;
  input: RefObject<HTMLInputElement | null>;
  onFile: (file: File) => void;
}

/** A file chooser without a look of its own: a key beside it opens it. The same file can be chosen again. */
export function FileInput({ label, accept, input, onFile }: FileInputProps) {
  return (
    <input
      ref={input}
      type="file"
      accept={accept}
      className="sr-only"
      tabIndex={-1}
      aria-label={label}
      onChange={(e) => {
        const chosen = e.target.files?.[0];
        if (chosen) onFile(chosen);
        e.target.value = "";
      }}
    />
  );
}
