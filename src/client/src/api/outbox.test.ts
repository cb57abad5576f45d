import "fake-indexeddb/auto";
import { createStore, get } from "idb-keyval";
import { beforeEach, describe, expect, it, vi } from "vitest";

const post = vi.fn();
class RefusedError extends Error {
  isOfThePerson = false;
}
vi.mock("./client", () => ({ api: { POST: post }, RefusedError, wordsOf: (e: Error) => e.message }));
vi.mock("./queries", () => ({ benchQuery: { queryKey: ["bench"] }, invalidate: vi.fn(), queryClient: { setQueryData: vi.fn() } }));

const { act, send } = await import("./outbox");
const at = new Date("2026-03-12T20:12:00Z");
const store = createStore("hexaprep", "outbox");
const kept = async () => (await get<{ kind: string }[]>("acts", store)) ?? [];
const sent = () => post.mock.calls.map((call) => call[1].body);

describe("acts are kept until somebody answered", () => {
  beforeEach(async () => {
    post.mockReset();
    post.mockResolvedValue({ data: {} });
    await send();
    post.mockClear();
  });

  it("an act goes with its own instant and identity, and is forgotten once answered", async () => {
    await act("done", {}, at);
    expect(sent()).toEqual([{ id: expect.stringMatching(/^[0-9a-f-]{36}$/), kind: "done", at: "2026-03-12T20:12:00.000Z" }]);
    expect(await kept()).toEqual([]);
  });

  it("where nobody answers it stays, in order, and goes again with the same identity", async () => {
    post.mockRejectedValue(new Error("nobody"));
    await act("start", {}, at);
    await act("done", {}, at);
    expect((await kept()).map((a) => a.kind)).toEqual(["start", "done"]);
    const first = sent()[0].id;
    post.mockClear();
    post.mockResolvedValue({ data: {} });
    await send();
    expect(sent().map((a) => a.kind)).toEqual(["start", "done"]);
    expect(sent()[0].id).toBe(first);
    expect(await kept()).toEqual([]);
  });

  it("a refusal is an answer: the next act goes on", async () => {
    post.mockRejectedValueOnce(new RefusedError("not yet"));
    await act("start", {}, at);
    await act("done", {}, at);
    expect(sent().map((a) => a.kind)).toEqual(["start", "done"]);
    expect(await kept()).toEqual([]);
  });

  it("two sendings at once send each act once", async () => {
    post.mockRejectedValueOnce(new Error("nobody"));
    await act("start", {}, at);
    post.mockClear();
    await Promise.all([send(), send(), send()]);
    expect(sent()).toHaveLength(1);
  });

  it("not signed in, an act waits: what was sent is not what is refused", async () => {
    post.mockRejectedValueOnce(Object.assign(new RefusedError("sign in"), { isOfThePerson: true }));
    await act("start", {}, at);
    expect((await kept()).map((a) => a.kind)).toEqual(["start"]);
  });

  it("without the browser's store an act is sent at once, and it is said that nothing is kept", async () => {
    const broken = vi.spyOn(IDBFactory.prototype, "open").mockImplementation(() => {
      throw new DOMException("private window", "SecurityError");
    });
    vi.resetModules();
    const alone = await import("./outbox");
    await alone.act("done", {}, at);
    expect(sent().map((a) => a.kind)).toEqual(["done"]);
    expect(alone.useOutbox.getState()).toMatchObject({ unsent: [], keeps: false, silent: false });
    broken.mockRestore();
  });
});
