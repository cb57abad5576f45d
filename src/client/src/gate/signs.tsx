import type { Schemas } from "../api/client";

/** A drawn sign of each flaw: fill (f) and line (s) paths on a 48 px square. */
const signs: Record<Schemas["FlawKind"], { f?: string; s?: string }> = {
  line: { s: "M8 42C14 26 24 14 40 8M14 44C20 30 30 20 44 14" },
  gap: { f: "M4 6H19L15 18L21 28L16 42H4ZM44 6H29L25 18L31 28L26 42H44Z" },
  nub: { f: "M4 30H44V42H4ZM18 30V18H30V30Z" },
  gouge: { f: "M4 14H16L24 34L32 14H44V42H4Z" },
  fuzzy: { s: "M6 40L10 26M14 40L16 22M22 40L24 16M30 40L32 22M38 40L42 26M4 42H44" },
  grainy: {
    f: "M8 10h5v5h-5ZM22 6h4v4h-4ZM34 12h6v6h-6ZM14 22h4v4h-4ZM26 20h5v5h-5ZM40 26h4v4h-4ZM6 32h5v5h-5ZM20 34h6v6h-6ZM34 36h5v5h-5Z",
  },
  run: { f: "M4 8H44V16H38V26C38 32 32 32 32 26V18H26V36C26 44 18 44 18 36V18H12V22C12 27 6 27 6 22V16H4Z" },
  pooling: { f: "M4 18H14C14 34 34 34 34 18H44V42H4Z", s: "M14 24H34" },
  bare: { f: "M4 8H44V40H4ZM24 14C14 14 13 32 22 33C34 35 36 15 24 14Z" },
  tacky: { s: "M6 40H42M14 40C14 26 20 28 20 12M24 40C24 30 26 26 26 12M34 40C34 26 32 28 32 12M16 10H36" },
  print: { s: "M14 42C10 30 10 10 24 10S38 30 34 42M19 42C15 30 17 17 24 17S33 30 29 42M24 42V26" },
  dust: { f: "M10 14h3v3h-3ZM24 10h3v3h-3ZM34 20h3v3h-3ZM16 26h3v3h-3ZM28 30h3v3h-3ZM10 36h3v3h-3ZM38 38h3v3h-3Z", s: "M4 44H44" },
  frosting: { s: "M24 6V42M8 15L40 33M40 15L8 33" },
  crazing: { s: "M6 10L18 18L14 30L26 36L22 44M18 18L32 12L42 20M26 36L40 32M32 12L30 4" },
  flaking: { f: "M4 30H24L20 42H4ZM28 42L32 28L44 22V42ZM16 8L30 12L24 22L12 18Z" },
  fisheye: { s: "M24 12a12 12 0 1 0 .1 0ZM24 19a5 5 0 1 0 .1 0Z" },
  silvering: { s: "M6 14H42V34H6ZM14 28L20 20M24 28L30 20M34 28L38 22" },
  bubble: { f: "M4 34H12C12 18 36 18 36 34H44V42H4Z" },
  wrinkle: { s: "M4 16C10 8 14 24 20 16S30 8 36 16S44 16 44 16M4 32C10 24 14 40 20 32S30 24 36 32S44 32 44 32" },
  tear: { s: "M6 12H42V36H28L24 28L20 34L18 24L14 36H6Z" },
  film_edge: { f: "M4 36H44V42H4ZM4 26H30V34H4Z" },
  seam: { s: "M4 20H20L24 28L28 20H44M4 34H44M24 28V34" },
  sheen: { f: "M4 8H44V40H4ZM12 14L30 34H36L18 14Z" },
  loose: { s: "M6 40H42M16 40V28H32V40M14 18C16 10 32 10 34 18M10 14L14 18L18 14M30 14L34 18L38 14" },
  bent: { s: "M10 42V26C10 14 30 20 36 6M10 42H26" },
};

/** The sign of a flaw. */
export function FlawSign({ kind, size }: { kind: Schemas["FlawKind"]; size: number }) {
  const sign = signs[kind];
  return (
    <svg width={size} height={size} viewBox="0 0 48 48" aria-hidden="true" className="shrink-0">
      {sign.f ? <path d={sign.f} fill="currentColor" fillRule="evenodd" /> : null}
      {sign.s ? <path d={sign.s} fill="none" stroke="currentColor" strokeWidth={4} strokeLinejoin="round" /> : null}
    </svg>
  );
}
