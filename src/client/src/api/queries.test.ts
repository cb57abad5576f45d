import { QueryObserver } from "@tanstack/react-query";
import { expect, test } from "vitest";
import { invalidate, queryClient } from "./queries";

test("what changed while the first answer was on its way is asked for again", async () => {
  let planned = "old";
  let answer = (): void => undefined;
  const observer = new QueryObserver(queryClient, {
    queryKey: ["first"],
    queryFn: () => {
      const made = planned;
      return made === "old" ? new Promise<string>((resolve) => (answer = () => resolve(made))) : Promise.resolve(made);
    },
  });
  const leave = observer.subscribe(() => undefined);
  planned = "new";
  const looked = invalidate();
  answer();
  await looked;
  expect(observer.getCurrentResult().data).toBe("new");
  leave();
  queryClient.clear();
});
