import { beforeEach, expect, test, vi } from "vitest";
import { RefusedError, SilentError } from "./client";
import { carry, type Intent } from "./write";

const sent: { id: string; version: number; name: string }[] = [];
let version = 1;
const newest = vi.fn(async (fresh: boolean) => (fresh ? version : 1));

// A server that refuses what was made from an older version.
async function rename(name: string, intent: Intent): Promise<string> {
  const from = await intent.over(newest);
  sent.push({ id: intent.id, version: from, name });
  if (from !== version) throw new RefusedError({ status: 409, detail: "It has changed.", field: "version" });
  return name;
}

beforeEach(() => {
  sent.length = 0;
  version = 1;
});

test("nobody answered: meant again it is the same, and done once", async () => {
  const lost = vi.fn(async (_: string, intent: Intent) => {
    await rename("Orla", intent);
    throw new SilentError();
  });
  await expect(carry("unit 1", "Orla", lost)).rejects.toThrow(SilentError);
  await carry("unit 1", "Orla", rename);
  expect(sent[1]).toEqual(sent[0]);
});

test("answered, the same meant again is another", async () => {
  await carry("unit 1", "Orla", rename);
  await carry("unit 1", "Orla", rename);
  expect(sent[1]?.id).not.toBe(sent[0]?.id);
});

test("made from an older version, it is laid over the newest", async () => {
  version = 4;
  expect(await carry("unit 1", "Orla", rename)).toBe("Orla");
  expect(sent.map((s) => s.version)).toEqual([1, 4]);
});

test("what was accepted for one version is taken for no other", async () => {
  version = 4;
  const accept = async (_: string, intent: Intent) => {
    sent.push({ id: intent.id, version: 1, name: "accepted" });
    throw new RefusedError({ status: 409, detail: "It has changed.", field: "version" });
  };
  await expect(carry("unit 1", "yes", accept)).rejects.toThrow("It has changed.");
  expect(sent).toHaveLength(1);
});

test("a refusal of what was sent ends it", async () => {
  const refuse = async () => {
    throw new RefusedError({ status: 400, detail: "The name is empty.", field: "name" });
  };
  await expect(carry("unit 1", "", refuse)).rejects.toThrow("The name is empty.");
  await carry("unit 1", "", rename);
  expect(sent).toHaveLength(1);
});

test("two files of one name and size are not the same", async () => {
  const ids: string[] = [];
  const keep = async (_: File, intent: Intent) => {
    ids.push(intent.id);
    throw new SilentError();
  };
  for (const lastModified of [1, 2]) await carry("photos", new File(["x"], "a.png", { lastModified }), keep).catch(() => undefined);
  expect(new Set(ids).size).toBe(2);
});
