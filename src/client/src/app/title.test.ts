// @vitest-environment jsdom
import { renderHook } from "@testing-library/react";
import { expect, test } from "vitest";
import { useTitle } from "./title";

test("the count of alerts survives every change of view and goes with its cause", () => {
  const page = renderHook(({ path, alerts }) => useTitle(path, alerts), { initialProps: { path: "/", alerts: 2 } });
  expect(document.title).toBe("(2) Bench · Hexaprep");
  page.rerender({ path: "/plan/what-if", alerts: 2 });
  expect(document.title).toBe("(2) Plan · Hexaprep");
  page.rerender({ path: "/plan/what-if", alerts: 0 });
  expect(document.title).toBe("Plan · Hexaprep");
});
