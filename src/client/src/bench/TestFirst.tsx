import type { Schemas } from "../api/client";

/** The test that a step begins with: where to touch, and when it usually and surely is ready. */
export function TestFirst({ test }: { test: Schemas["TestView"] }) {
  return (
    <p className="rounded-slab border-[3px] border-wait bg-sheet px-3 py-2" role="status" data-test-first>
      <b>Test it first.</b> {test.words} <span className="text-ink-2">Ready {test.times}.</span>
    </p>
  );
}
