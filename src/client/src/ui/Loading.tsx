interface WaitingProps {
  text: string;
  error: string | null;
  again: () => void;
}

/** Before the first answer, or when there is none: the bare line, and what to do. */
export function Loading({ text, error, again }: WaitingProps) {
  return (
    <main id="screen" tabIndex={-1} className="flex flex-1 flex-col px-4 outline-none md:px-10" aria-busy={error === null}>
      <h1 className="text-main">{error ? "Nothing to show yet" : text}</h1>
      {error ? (
        <p role="alert" className="mt-2 flex flex-wrap items-center gap-4">
          {error}
          <button type="button" onClick={again} className="min-h-12 rounded-key border-[3px] border-ink px-5 strong">
            Try again
          </button>
        </p>
      ) : null}
      <div className="-mx-4 mt-auto h-60 border-t-[6px] border-ink bg-below md:-mx-10" aria-hidden="true" />
    </main>
  );
}
