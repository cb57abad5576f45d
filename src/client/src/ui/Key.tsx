import type { ButtonHTMLAttributes, ReactNode } from "react";

type Tone = "main" | "plain" | "dark" | "flaw" | "quiet";

const tones: Record<Tone, string> = {
  main: "bg-hand text-on-hand border-hand",
  plain: "bg-above text-ink border-ink",
  dark: "bg-ink text-on-ink border-ink",
  flaw: "bg-above text-redo border-redo",
  quiet: "bg-transparent text-ink border-rule",
};

interface KeyProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  tone?: Tone;
  size?: "desk" | "bench";
  note?: ReactNode;
}

/** A key names what will be true after it. */
export function Key({ tone = "plain", size = "desk", note, children, className = "", ...rest }: KeyProps) {
  const shape =
    size === "bench"
      ? "min-h-[52px] md:min-h-[92px] short:min-h-11! min-w-0 px-3 md:px-5 text-left flex flex-col justify-center"
      : "min-h-12 px-5 inline-flex items-center justify-center text-body";
  return (
    <button
      type="button"
      className={`relative rounded-key border-[3px] strong disabled:opacity-45 ${shape} ${tones[tone]} ${className}`}
      {...rest}
    >
      {/* A long word wraps inside its key, and a long sentence is cut at three lines and told whole by its title. */}
      <span className={size === "bench" ? "line-clamp-3 block max-w-full leading-tight hyphens-auto" : "block"}>{children}</span>
      {note ? <span className="hidden line-clamp-2 text-note font-normal md:line-clamp-2 short:hidden!">{note}</span> : null}
    </button>
  );
}
